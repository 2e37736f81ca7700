"""Figures as they come into the window: only the last are shown, runs stream in, and long work is given up."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QPushButton

from bolometric.core.game.document import game_from
from bolometric.core.results.readings import Reading
from bolometric.desk.parts.sheet.explain import ReadingDetail
from bolometric.desk.working.measurer import Measurer
from tests.desk.settling import settle
from tests.faults_alone import faults_alone


def test_only_the_last_of_many_edits_is_shown(qtbot, window):
    shown = []
    window.measurer.exact_ready.connect(lambda exact: shown.append(exact.game))
    for length in range(20, 60):
        window.document.edit("area.length", length)
    qtbot.waitUntil(lambda: bool(shown) and shown[-1].area.length == 59)
    assert [game.area.length for game in shown] == sorted(game.area.length for game in shown)
    assert window.known.exact.game == window.document.game


def test_runs_stream_in_behind_the_exact_readings(qtbot, window):
    qtbot.waitUntil(lambda: window.known.played is not None and window.known.played.done)
    assert window.known.played.game == window.document.game
    assert window.known.readings["minutes"].method == "exact"
    lead = window.gauges.gauges["lead_for_good"].reading
    assert lead.method == "simulated"
    assert 0 < lead.stderr < 0.005
    window.go("runs")
    assert "runs played" in window.late.runs.state.text()
    assert "the lead changes hands" in window.late.runs.leads_words.text()


def test_runs_that_end_before_the_exact_readings_come_are_shown_with_them(qtbot, window):
    qtbot.waitUntil(lambda: window.known.played is not None and window.known.played.done)
    window.go("runs")
    played, exact = window.known.played, window.known.exact
    window.known.game_changed(play=False)
    window.known.show_played(played)
    assert window.known.readings == {}
    window.known.show_exact(exact)
    assert window.late.runs.played is played
    assert window.known.readings["lead_for_good"].method == "simulated"
    assert not window.late.runs.cancel.isVisible()


def test_runs_can_be_cancelled_and_taken_up_again(qtbot, window):
    window.go("runs")
    with qtbot.waitSignal(window.measurer.runs_ready):
        # A long way, more back than forth on many draws: some ten thousand runs of ten thousand turns until it is sure.
        long = {"pieces": [{"faces": [-3, -2, -1, 1, 2, 4]}], "area": {"length": 1000}}
        window.document.start(game_from({"bolometric": 1, **long}))
    with qtbot.waitSignal(window.measurer.runs_stopped):
        window.late.runs.cancel.click()
    assert "Cancelled" in window.late.runs.state.text()
    window.late.runs.show_played(window.late.runs.played)  # what games of their own tell comes in late
    assert "Cancelled" in window.late.runs.state.text()
    with qtbot.waitSignal(window.measurer.runs_ready):
        window.late.runs.cancel.click()
    assert window.late.runs.cancel.text() == "Cancel"


def test_long_exact_work_says_so_and_can_be_given_up(qtbot, window):
    """Six dice of thirty faces and an exact end: many squares that are hardly ever left, each in its own time."""
    slow = {"area": {"length": 1000, "end": "exact"}, "pieces": [{"faces": list(range(1, 31))}] * 6}
    window.document.start(game_from({"bolometric": 1, **slow}))
    qtbot.waitUntil(window.bar.status.cancel.isVisible)
    assert window.gauges.gauges["minutes"].reading is None or window.known.readings["minutes"].method == "simulated"
    with qtbot.waitSignal(window.measurer.exact_stopped):
        window.bar.status.cancel.click()
    assert not window.bar.status.cancel.isVisible()
    qtbot.waitUntil(lambda: "minutes" in window.known.readings)
    assert window.known.readings["minutes"].method == "simulated"


def test_a_gauge_tells_what_would_move_it_and_does_it(qtbot, window):
    with qtbot.waitSignal(window.measurer.effects_ready):
        window.gauges.gauges["first_seat_edge"].click()
    detail = window.editing.popover.content
    assert isinstance(detail, ReadingDetail)
    button = next(b for b in detail.findChildren(QPushButton) if b.text() == "Finish the round first")
    settle(qtbot, window, button.click)
    assert window.gauges.gauges["first_seat_edge"].reading.mean == pytest.approx(0, abs=1e-12)
    window.commands.undo()
    assert window.document.game.area.finish == "at_once"


def test_a_gauge_opened_too_soon_is_filled_when_its_reading_comes(qtbot, window):
    with qtbot.waitSignal(window.measurer.effects_ready):
        window.document.edit("area.length", 50)
        window.gauges.gauges["minutes"].click()
        assert window.editing.popover.content.reading is None
        played = Reading("simulated", 5.0, stderr=0.1)  # the runs may be faster than the exact work
        window.editing.readings_came({"minutes": played}, window.gauges.gauges, window.colours)
        assert window.editing.popover.content.reading == played
    assert window.editing.popover.content.reading == window.known.readings["minutes"]
    assert window.known.readings["minutes"].method == "exact"


def test_a_cure_is_a_click(qtbot, window):
    settle(qtbot, window, lambda: window.document.edit("area.end", "exact"))
    qtbot.waitUntil(lambda: any(fault.code == "may_never_end" for fault in window.fault_list.faults))
    assert window.gauges.gauges["minutes"].reading.mean is None
    assert "may never end" in window.gauges.gauges["minutes"].accessibleName()
    window.fault_list.focus_word("0-0")
    settle(qtbot, window, lambda: qtbot.keyClick(window.fault_list, Qt.Key.Key_Return))
    assert not any(fault.code == "may_never_end" for fault in faults_alone(window.document.game))


def test_the_first_game_is_measured_once_and_played_after_the_window_is_up(monkeypatch, open_window):
    """Measuring it twice would bring the compiler in while the window is coming up."""
    asked = []
    measure = Measurer.measure

    def noted(measurer, game, play=True):
        asked.append(play)
        measure(measurer, game, play)

    monkeypatch.setattr(Measurer, "measure", noted)
    window = open_window()
    assert asked == [False]
    window.document.edit("area.length", 45)
    assert asked == [False, True]
    window.go("shape")
    window.go("shelf")
    assert asked == [False, True]
