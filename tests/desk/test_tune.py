"""The tune view in the real window: find and sweep, take and keep; and the editor of further targets."""

import pytest
from PySide6.QtCore import Qt

from bolometric.core.game.files import read


@pytest.fixture
def tune(qtbot, window):
    window.show_tune()
    return window.late.tune


def test_a_search_is_begun_its_best_taken_and_taken_back(qtbot, window, tune, tmp_path):
    page, before = tune.finder, window.document.game
    page.tries.setValue(40)
    page.begin.click()
    assert page.begin.text() == "Cancel"
    qtbot.waitUntil(lambda: not page.lane.busy, timeout=60_000)
    assert page.found[0].suits >= page.found[-1].suits
    assert page.games.count() == len(page.found)
    page.games.setCurrentRow(0)
    assert "Advantage of going first" in page.told.text()
    best = page.found[0].game
    page.keep.click()
    (kept,) = (tmp_path / "shelf").glob("*.bolo.json")
    assert read(kept).area == best.area
    assert "Kept as" in window.notice.words.text()
    page.take.click()
    assert window.document.game == best
    window.undo()
    assert window.document.game == before


def test_what_is_not_marked_is_locked_and_all_locked_is_said(qtbot, window, tune):
    page = tune.finder
    for item in page._items():
        item.setCheckState(Qt.CheckState.Unchecked)
    page.begin.click()
    assert "Every setting is locked" in page.told.text()
    page._items()[0].setCheckState(Qt.CheckState.Checked)
    page.tries.setValue(20)
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy, timeout=60_000)
    assert {one.game.area.end for one in page.found} == {window.document.game.area.end}


def test_a_search_is_cancelled_and_one_of_an_older_game_is_given_up(qtbot, window, tune):
    page = tune.finder
    page.tries.setValue(5_000)
    page.begin.click()
    page.begin.click()
    assert "Cancelled" in page.told.text()
    assert page.begin.text() == "Find"
    page.begin.click()
    window.document.edit("area.length", 30)
    assert "since the game was changed" in page.told.text()
    assert not page.lane.busy


def test_a_sweep_is_drawn_and_a_point_of_it_taken(qtbot, window, tune):
    tune.bar.show_page(1)
    page = tune.sweeper
    page.low.setValue(20)
    page.high.setValue(40)
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy, timeout=60_000)
    assert [point.values for point in page.points] == [(20,), (25,), (30,), (35,), (40,)]
    assert page.reading.currentData() == "minutes"
    page.reading.setCurrentIndex(page.reading.findData("lead_for_good"))
    page._draw()
    assert len(page.chart.drawing.lines) == 3  # the curve, and twice its error above and below
    page.which.setCurrentIndex(1)
    page._tell()
    assert "Make it 25 squares" in page.told.text()
    page.take.click()
    assert window.document.game.area.length == 25
    page.knob.setCurrentIndex(page.knob.findData("area.end"))
    page.knob.activated.emit(page.knob.currentIndex())
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy, timeout=60_000)
    assert len(page.points) == 4
    page.low.setValue(9)


def test_further_targets_are_set_on_the_sheet(qtbot, window):
    window.editing.open_word("brief.targets", window.colours)
    editor, targets = window.editing.popover.content, lambda: window.document.game.brief.targets
    editor.add.click()
    assert targets()[0].reading == "success"
    editor.low.setValue(20)
    assert targets()[0].low == pytest.approx(0.2)
    editor.must.setChecked(True)
    assert targets()[0].must
    editor.low.setValue(95)
    assert "swap them" in editor._trouble.text()
    editor.reading.setCurrentIndex(editor.reading.findData("facts"))
    editor.reading.activated.emit(editor.reading.currentIndex())
    assert (targets()[0].low, targets()[0].high) == (0, 10)
    editor.ready.setCurrentIndex(1)
    editor.ready.activated.emit(1)
    assert targets()[0].reading == "in_time"
    assert window.document.game.brief.minutes.low == 4
    editor.remove.click()
    assert targets() == ()
    assert "You could set further targets" in window.sheet.toPlainText()
