"""The tune view in the real window: find and sweep, take and keep; and the editor of further targets."""

import pytest
from PySide6.QtCore import Qt

from bolometric.core.areas.shelf import starters
from bolometric.core.game.files import read
from bolometric.core.judge.suits import targets_of
from bolometric.core.learner_work.aims import Aim
from bolometric.core.logbook.demo import demo_sessions
from bolometric.core.logbook.practised import not_met
from bolometric.core.logbook.store import Logbook
from bolometric.core.tuning.briefs.composing import compose
from bolometric.core.tuning.briefs.offering import ordered
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.desk.parts.charts.step_bar import StepBar


@pytest.fixture
def tune(qtbot, window):
    window.go("tune")
    return window.late.tune


def test_a_page_is_made_once_it_is_wanted_and_follows_the_game_from_then_on(window, tune):
    names = ("finder", "sweeper", "ladder", "compare")
    for at, name in enumerate(names, 1):
        assert vars(tune).keys().isdisjoint(names[at - 1 :])
        tune.bar.buttons[at].click()
        assert getattr(tune, name) is tune.bar.stack.currentWidget()
        assert tune.bar.stack.count() == len(tune.bar.buttons)
    window.document.edit("seats.count", window.document.game.seats.count + 1)
    assert {getattr(tune, name).game for name in names} == {window.document.game}


def test_a_search_is_begun_its_best_taken_and_taken_back(qtbot, window, tune, tmp_path):
    page, before = tune.finder, window.document.game
    page.tries.setValue(40)
    page.begin.click()
    assert page.begin.text() == "Cancel"
    qtbot.waitUntil(lambda: not page.lane.busy)
    assert page.found[0].suits >= page.found[-1].suits
    assert page.games.count() == len(page.found)
    page.games.setCurrentRow(0)
    for row, one in enumerate(page.found):
        offer = page.games.offer(row)
        assert offer.game == one.game
        assert [mark[0] for mark in offer.marks] == list(targets_of(window.document.game))
        assert all(change in offer.words for change in one.changes)
    assert "Advantage of going first" in page.told.text()
    best = page.found[0].game
    page.keep.click()
    (kept,) = (tmp_path / "shelf").glob("*.bolo.json")
    assert read(kept).area == best.area
    assert "Kept as" in window.notice.words.text()
    page.take.click()
    assert window.document.game == best
    window.commands.undo()
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
    qtbot.waitUntil(lambda: not page.lane.busy)
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
    tune.bar.show_page(2)
    page = tune.sweeper
    qtbot.waitUntil(lambda: bool(page.points) and not page.lane.busy)
    assert page.first.knob.currentData() == page.swept[0].path  # something is drawn from the beginning
    assert page.reading.currentData() == "first_seat_edge"  # which is off its target
    page.first.knob.setCurrentIndex(page.first.knob.findData("area.length"))
    page.reading.setCurrentIndex(page.reading.findData("minutes"))
    page.first.low.setValue(20)
    page.first.high.setValue(40)
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy)
    assert [point.values for point in page.points] == [(20,), (25,), (30,), (35,), (40,)]
    assert page.reading.currentData() == "minutes"
    page.reading.setCurrentIndex(page.reading.findData("lead_for_good"))
    page.draw()
    assert len(page.chart.drawing.lines) == 3  # the curve, and twice its error above and below
    page.which.setCurrentIndex(1)
    page.tell()
    assert "Make it 25 squares" in page.told.text()
    page.take.click()
    assert window.document.game.area.length == 25
    page.first.knob.setCurrentIndex(page.first.knob.findData("area.end"))
    page.first.knob.activated.emit(page.first.knob.currentIndex())
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy)
    assert len(page.points) == 4


def test_two_settings_make_a_map_on_which_a_game_is_chosen_and_taken(qtbot, window, tune):
    tune.bar.show_page(2)
    page = tune.sweeper
    qtbot.waitUntil(lambda: bool(page.points) and not page.lane.busy)
    page.first.knob.setCurrentIndex(page.first.knob.findData("area.length"))
    page.reading.setCurrentIndex(page.reading.findData("minutes"))
    page.first.low.setValue(20)
    page.first.high.setValue(40)
    page.second.knob.setCurrentIndex(page.second.knob.findData("area.length"))
    page.begin.click()
    assert "the same setting twice" in page.told.text()
    page.second.knob.setCurrentIndex(page.second.knob.findData("area.finish"))
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy)
    assert [point.values for point in page.points][:3] == [(20, "at_once"), (20, "finish_round"), (25, "at_once")]
    rings = {(a, b): cell.wanted for a, row in enumerate(page.map.cells) for b, cell in enumerate(row)}
    band = window.document.game.brief.minutes
    for (row, column), ringed in rings.items():
        mean = page.points[row * 2 + column].readings["minutes"].mean
        assert ringed == (band.low <= mean <= band.high)
    page.map.chosen.emit(page.map.cells[2][1])
    assert "Make it 30 squares; Finish the round first" in page.told.text()
    page.take.click()
    assert (window.document.game.area.length, window.document.game.area.finish) == (30, "finish_round")


def test_while_it_is_worked_out_the_page_needs_no_more_room(qtbot, window, tune):
    """The sheet has its width from what the view needs when it comes: it would stay narrow for nothing."""
    page = tune.mover
    page.ask()
    qtbot.waitUntil(page.bar.isVisible)
    needed = window.place._needs()
    qtbot.waitUntil(lambda: not page.lane.busy)
    qtbot.wait(50)  # until the page has laid itself out without it
    assert page.bar.isHidden()
    assert window.place._needs() == needed


def test_what_moves_a_reading_is_listed_and_a_step_taken(qtbot, window, tune):
    page = tune.mover
    qtbot.waitUntil(lambda: bool(page.found) and not page.lane.busy)
    rows = page.rows.widget().findChildren(StepBar)
    assert len(rows) == sum(len(move.steps) for move in page.found)
    assert abs(rows[0].step.effect) >= abs(rows[-1].step.effect)
    row = next(row for row in rows if row.step.path == "area.length")
    row.pointed.emit()
    assert "goes from" in page.told.text()
    assert "exact" in page.told.text()
    before = window.document.game
    row.click()
    assert window.document.game == before  # chosen, and not made by accident
    rows[0].pointed.emit()
    assert row.step.words in page.told.text()  # what the button would do stays said
    page.take.click()
    assert window.document.game.area.length == row.step.value
    page.choose("lead_for_good")
    qtbot.waitUntil(lambda: bool(page.found) and not page.lane.busy)
    assert "±" in page.rows.widget().findChildren(StepBar)[0].figure


def test_a_search_is_paused_and_goes_on_and_its_trade_off_chosen_from(qtbot, window, tune):
    page = tune.finder
    page.tries.setValue(200)
    page.begin.click()
    page.pause.click()
    assert page.lane.paused
    qtbot.wait(300)
    tried = page.progress
    qtbot.wait(300)
    assert page.progress is tried
    page.pause.click()
    qtbot.waitUntil(lambda: not page.lane.busy)
    assert page.progress.tried > 20
    scatter = page.trade.scatter
    ending = [one for one in page.progress.seen if all(part.reading.mean is not None for part in one.parts[:2])]
    assert len(scatter.points) == len(ending)  # of those that may never end there is no mean length
    page.pages.show_page(1)
    scatter.resize(400, 300)
    qtbot.keyClick(scatter, Qt.Key.Key_Right)
    assert scatter.at in scatter.edge
    page.trade.upwards.setCurrentIndex(page.trade.upwards.count() - 1)
    page.trade._draw()
    assert min(y for _, y in scatter.points) == 0  # the game as it is changes nothing
    qtbot.waitUntil(lambda: page.table.rowCount() > 5)
    page.compare.click()
    assert tune.bar.stack.currentWidget() is tune.compare
    qtbot.waitUntil(lambda: len(tune.compare.sides) in (1, 2) and not tune.compare.lane.busy)


def test_versions_are_made_saved_together_and_told_apart_on_the_shelf(qtbot, window, tune, tmp_path):
    tune.bar.show_page(3)
    page = tune.ladder
    qtbot.waitUntil(lambda: bool(page.rungs) and not page.lane.busy)
    assert page.list.count() == len(page.rungs) == 3  # there is something to look at from the beginning
    assert [rung.level for rung in page.rungs] == ["easier", "as it is", "harder"]
    assert not page.easy.isVisible()
    assert "right at the first try" in page.list.offer(0).title
    page.by.setCurrentIndex(page.by.findData("minutes"))
    page.by.activated.emit(page.by.currentIndex())
    assert page.easy.isVisible()
    qtbot.waitUntil(lambda: not page.looks.busy and page.hard.value() > page.easy.value() > 0)
    page.easy.setValue(9)
    page.hard.setValue(3)
    page.begin.click()
    assert "swap them" in page.told.text()
    page.easy.setValue(3)
    page.hard.setValue(9)
    page.begin.click()
    qtbot.waitUntil(lambda: not page.lane.busy)
    assert [rung.level for rung in page.rungs] == ["easy", "middle", "hard"]
    page.keep.click()
    kept = sorted((tmp_path / "shelf").glob("*.bolo.json"))
    assert [read(path).family.place for path in kept] == [1, 2, 3]
    window.go("shelf")
    card = window.shelf.cards[kept[1]]
    qtbot.waitUntil(lambda: card.entry is not None and "from the one before" in card.entry.words)
    assert page.rungs[1].changes[0] in card.entry.words


def test_games_are_put_side_by_side(qtbot, window, tune):
    tune.bar.show_page(4)
    page = tune.compare
    page.which.setCurrentIndex(2)
    page.which.activated.emit(2)
    qtbot.waitUntil(lambda: len(page.sides) == 2)
    assert page.readings.columnCount() == 3
    assert len(page.chart.drawing.lines) == 2
    assert page.rules.rowCount() > 0
    page.clear.click()
    qtbot.waitUntil(lambda: len(page.sides) == 1)


def test_a_game_is_begun_from_what_one_has(qtbot, window):
    qtbot.keyClick(window, "n", Qt.KeyboardModifier.ControlModifier)
    page = window.shelves.begin
    qtbot.waitUntil(lambda: bool(page.cards) and not page.lane.busy)
    assert len(page.cards) == len(starters())
    page.asked.low.setValue(9)
    page.asked.high.setValue(4)
    assert page.asked.answers is None
    assert "end before they begin" in page.asked.trouble.text()
    page.asked.aim.setCurrentIndex(page.asked.aim.findData("tables"))
    page.asked.tables.setText("2, x")
    assert page.asked.answers is None
    page.asked.aim.setCurrentIndex(0)
    page.asked.low.setValue(3)
    page.asked.add.setCurrentIndex(1)
    page.asked.add.activated.emit(1)
    assert page.asked.answers.minutes == (3, 4)
    qtbot.waitUntil(lambda: bool(page.cards) and not page.lane.busy and not page.asked._soon.isActive())
    words = next(iter(page.cards))
    page.cards[words].click()
    assert window.document.game == page.beginnings[words].game
    assert len(window.document.game.pieces) == 1
    assert window.view == "shape"


def test_what_a_group_has_not_met_is_an_aim_to_begin_from(qtbot, window, tmp_path):
    sessions = [one for one in demo_sessions() if one.played.name == "Dome Shutters"]
    with Logbook(tmp_path / "met.sqlite3") as book:
        book.keep(*sessions)
    window.shelves.book = lambda: tmp_path / "met.sqlite3"
    qtbot.keyClick(window, "n", Qt.KeyboardModifier.ControlModifier)
    page = window.shelves.begin
    qtbot.waitUntil(lambda: page.asked.aim.findText("what Vega has not met yet") > 0)
    page.asked.aim.setCurrentText("what Vega has not met yet")
    page.asked.aim.activated.emit(page.asked.aim.currentIndex())
    assert not page.asked.upto.isVisible()
    qtbot.waitUntil(lambda: not page.lane.busy and not page.asked._soon.isActive())
    beginning = next(iter(page.beginnings.values()))
    assert beginning.game.brief.aim == (not_met(sessions, "Vega"),)
    assert beginning.game.brief.practising == "what Vega has not met yet"


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


def test_games_that_suit_are_offered_with_marks_and_begun_kept_or_put_beside(qtbot, window, tmp_path):
    window.help.show_begin()
    page = window.shelves.begin
    qtbot.waitUntil(lambda: bool(page.cards) and not page.lane.busy)
    asked = page.asked
    asked.aim.setCurrentIndex(asked.aim.findData("bonds"))
    asked.aim.activated.emit(asked.aim.currentIndex())
    asked.upto.setValue(10)
    asked.learners.setValue(2)
    asked.low.setValue(4)
    asked.high.setValue(8)
    asked.who.setCurrentIndex(2)
    asked.who.activated.emit(2)
    assert asked.wishes["sums"].currentData() == "usual"  # it is known who plays
    assert [one["reading"] for one in asked.answers.brief["targets"]] == ["first_try"]
    asked.who.setCurrentIndex(0)
    asked.who.activated.emit(0)
    assert asked.answers.brief == {}
    asked._soon.stop()
    page.suit.click()
    assert page.suit.text() == "Cancel"
    qtbot.waitUntil(lambda: not page.lane.busy and page.suit.text() != "Cancel")
    offers = page.offers
    assert offers.games.count() > 1
    first = offers.games.offer(0)
    assert "Each works out about" in first.lines[0]
    assert {target.reading for target, _ in first.marks} >= {"minutes", "on_aim"}
    assert page.told.text() == offers.told
    assert f"{offers.games.count()} games suit" in offers.told
    offers.games.setCurrentRow(1)
    offers.keep.click()
    (kept,) = (tmp_path / "shelf").glob("*.bolo.json")
    assert read(kept).area == offers.games.offer(1).game.area
    offers.compare.click()
    assert window.view == "tune"
    assert offers.games.offer(1).game in window.late.tune.compare.beside
    window.help.show_begin()
    offers.games.setCurrentRow(0)
    offers.begin.click()
    assert window.document.game == first.game
    assert window.view == "shape"


def test_suiting_can_be_stopped_and_what_was_found_stays(qtbot, window):
    window.help.show_begin()
    page = window.shelves.begin
    qtbot.waitUntil(lambda: bool(page.cards) and not page.lane.busy)
    page.asked.aim.setCurrentIndex(page.asked.aim.findData("adding"))
    page.asked._aimed()
    page.asked._soon.stop()
    page.suit.click()
    qtbot.waitUntil(lambda: page.offers.games.count() > 0)
    page.suit.click()
    assert "Cancelled" in page.told.text()
    assert page.offers.games.count() > 0
    assert page.offers.begin.isEnabled()


def test_while_games_come_the_best_is_in_front_until_another_is_chosen(qtbot, window):
    window.help.show_begin()
    page = window.shelves.begin
    wanted = Wanted((Aim(kind="bonds", upto=10),), 2, (), (4.0, 8.0))
    found = [one for one in compose(wanted) if not one.against]
    offers = page.offers
    offers.clear()
    for one in found[:2]:
        offers.add(one, window.colours)
        assert offers.games.currentRow() == 0
    offers.games.setCurrentRow(1)
    chosen = offers.games.offer(1).game
    for one in found[2:]:
        offers.add(one, window.colours)
        assert offers.games.offer(offers.games.currentRow()).game == chosen
    assert [offers.games.offer(row).game for row in range(offers.games.count())] == [one.game for one in ordered(found)]
