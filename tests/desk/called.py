"""A class that calls: the game it plays, and numbers typed as they come."""

from PySide6.QtCore import Qt

BOXES = {"bolometric": 1, "pieces": [{}], "area": {"kind": "tiles", "play": "boxes", "boxes": 2, "draws": "shared"}}


def typed(qtbot, view, *numbers):
    """Each number, and Enter."""
    for number in numbers:
        for sign in str(number):
            qtbot.keyClick(view.screen_, sign)
        qtbot.keyClick(view.screen_, Qt.Key.Key_Return)
