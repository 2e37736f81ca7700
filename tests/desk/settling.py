"""Waiting for what an edit brings."""


def settle(qtbot, window, act):
    """Do something that changes the game and wait for its exact readings."""
    with qtbot.waitSignal(window.measurer.exact_ready):
        act()
