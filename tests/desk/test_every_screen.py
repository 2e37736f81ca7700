"""All views at every size that is promised, late ones loaded, at each scale: nothing is cut off or scrolled away."""

import os
import subprocess
import sys
from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from bolometric.desk.parts.sheet.place import MOST, USUAL
from tests.desk.walked import SIZES, walk


def test_nothing_is_cut_off_in_any_view_at_any_size(window):
    """Where there is little room the game with most gauges is not better off than another."""
    assert sorted(set(walk(window, SIZES))) == []


@pytest.mark.parametrize("scale", ["1.5"])  # a whole one is rounded nowhere
def test_nor_is_it_at_a_larger_scale(scale):
    root = Path(__file__).parents[2]
    given = os.environ | {"QT_SCALE_FACTOR": scale, "QT_QPA_PLATFORM": "offscreen"}
    done = subprocess.run(
        [sys.executable, "-m", "tests.desk.walked", "0"],
        cwd=root,
        env=given,
        capture_output=True,
        text=True,
        check=True,
    )
    assert [float(line) for line in done.stdout.split("\n")[:1]] == [float(scale)]
    assert done.stdout.split("\n")[1:] == [""]


def test_a_sheet_that_has_no_room_comes_over_the_view_when_it_is_asked_for(window, qtbot):
    window.go("odds")
    window.resize(900, 560)
    qtbot.waitUntil(lambda: not window.sheet.isVisible())
    place = window.place
    assert place.button.isVisible()
    QTest.mouseClick(place.button, Qt.MouseButton.LeftButton)
    assert place.is_over
    assert window.sheet.hasFocus()
    assert window.sheet.viewport().width() > 200
    window.editing.open_word("seats.count", window.colours)  # its words can be changed there
    assert window.editing.popover is not None
    window.editing.close_popover()
    QTest.keyClick(window.sheet, Qt.Key.Key_Escape)
    assert not window.sheet.isVisible()
    window.commands.focus_rules()
    assert place.is_over
    window.late.odds.bar.buttons[1].setFocus()  # the view is used again
    assert not window.sheet.isVisible()
    window.resize(1280, 800)
    qtbot.waitUntil(lambda: place.is_beside and not place.button.isVisible())


def test_a_sheet_that_was_put_away_stays_away_in_that_view(window, qtbot):
    window.go("runs")
    assert window.place.is_beside
    window.commands.fold_rules()
    assert not window.sheet.isVisible()
    window.go("shape")
    assert window.place.is_beside
    window.go("runs")
    assert window.place.button.isVisible()
    window.commands.focus_rules()
    assert window.place.is_beside
    window.go("class")  # where it is away from the beginning
    assert not window.sheet.isVisible()


def test_gauges_are_there_where_a_game_is_open_and_shown(window):
    for view, there in (("shelf", False), ("shape", True), ("class", False), ("logbook", True)):
        window.go(view)
        assert window.gauges.isVisible() == there
    window.commands.focus_gauges()
    assert window.focusWidget() in window.gauges.gauges.values()


def test_a_width_that_somebody_gave_the_sheet_is_kept(window, open_window):
    window.place.split.moveSplitter(300, 1)
    window.place._moved(300, 1)
    share = window.place.share
    assert share == pytest.approx(300 / window.place.split.width(), abs=0.01)
    window.close()
    again = open_window()
    again.go("shape")
    assert again.place.share == pytest.approx(share, abs=0.002)


def test_a_note_stands_on_the_sheet_and_measures_nothing_anew(window, qtbot):
    readings, before = window.known.readings, window.document.game
    window.editing.edit("brief.note", "try it with three")
    assert window.known.readings is readings
    assert "Your note: try it with three." in window.sheet.toPlainText()
    assert before.plays_as(window.document.game)
    window.editing.edit("brief.group", "another class")
    assert not before.plays_as(window.document.game)
    window.commands.undo()
    window.commands.undo()
    assert window.document.game == before
    assert before.brief.note in window.sheet.toPlainText()


def test_a_width_beyond_the_most_is_the_most(window):
    window.place.share = 0.6
    assert window.place.share == MOST
    window.place.share = 0
    assert window.place.share == USUAL


def test_a_long_name_of_a_file_leaves_the_menus_their_room(window, qtbot):
    window.go("shape")
    window.resize(900, 560)
    status = window.bar.status
    status.file.setText("a very long name of a game " * 8)
    window.bar.show_told("Getting ready, this once: 0 of 12 kinds of games …")
    qtbot.waitUntil(lambda: status.told.width() >= status.told.sizeHint().width())  # all of it is read
    assert status.file.width() <= status.file.MOST
    menus = [window.menuBar().actionGeometry(action) for action in window.menuBar().actions()]
    assert all(one.width() > 0 and one.right() <= status.x() for one in menus)  # none is folded away
