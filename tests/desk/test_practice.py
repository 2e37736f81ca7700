"""The practice view in the real window: facts, time, difficulty, talk; and the editors of aims and fluency."""

import pytest
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from bolometric.assets import demo_files
from bolometric.core.game.document import game_from
from bolometric.core.learner_work.facts import ADD, DIVIDE, MULTIPLY, fact
from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.measure.notes import Deed
from bolometric.core.words.practice import ALL_SEATS, missed, table_of
from bolometric.desk.editors.fluency import OWN
from bolometric.desk.parts.charts.strip import Strip
from bolometric.paint.palette import LIGHT


@pytest.fixture
def practice(qtbot, window):
    """The practice view of Ridge Ascent, some games noted."""
    window.go("practice")
    view = window.late.practice
    qtbot.waitUntil(lambda: view.known.practice is not None and view.known.exact is not None)
    return view


def edit(qtbot, window, path, value):
    with qtbot.waitSignal(window.measurer.work_ready):
        window.editing.edit(path, value)


def test_the_table_shows_what_is_met_and_what_the_aim_misses(qtbot, window, practice):
    edit(qtbot, window, "brief.aim", [{"kind": "adding", "upto": 12}])
    page = practice.facts.tables[0]
    table = table_of(window.document.game, practice.known.times, ADD)
    assert table.cells[3, 4].times == pytest.approx(table.cells[4, 3].times)
    assert table.cells[1, 8].times == 0
    assert table.cells[1, 8].wanted
    assert table.cells[3, 4].times == pytest.approx(2 * table.cells[4, 4].times)
    assert "never come up" in page.missing.text()
    row, column = 2, 3
    assert "3 + 4" in page.table.cells[row][column].told
    assert "exact" in page.table.head
    page.table.setFocus()
    page.table._point((row, column))
    assert page.told.text() == page.table.cells[row][column].told


def test_a_player_alone_and_another_game_beside_it(qtbot, window, practice):
    page = practice.facts
    page.seat.setCurrentIndex(1)
    page._show()
    first = table_of(window.document.game, practice.known.times, ADD, 0).cells[3, 4].times
    assert first > table_of(window.document.game, practice.known.times, ADD, ALL_SEATS).cells[3, 4].times
    page.others[0].setCurrentIndex(page.others[0].findText("twin domes"))
    page._ask(0)
    qtbot.waitUntil(lambda: 0 in page._beside)
    assert page.tables[1].isVisible()
    assert page.tables[1].title.text() == "Twin Domes"
    page.others[0].setCurrentIndex(0)
    page._ask(0)
    assert not page.tables[1].isVisible()


def test_a_broken_game_beside_it_is_said_in_a_sentence(qtbot, window, practice, tmp_path):
    path = tmp_path / "broken.bolo.json"
    path.write_text("{")
    page = practice.facts
    page.others[0].addItem("broken", path)
    page.others[0].setCurrentIndex(page.others[0].count() - 1)
    page._ask(0)
    qtbot.waitUntil(lambda: "broken.bolo.json" in page.trouble.text())
    assert 0 not in page._beside


def test_time_is_told_for_players_who_are_timed_and_for_others(qtbot, window, practice):
    practice.bar.show_page(1)
    page = practice.time
    assert "count on" in page.who.text()
    assert page.strip.deeds
    edit(qtbot, window, "seats.fluency", [PROFILES[0].model_dump()])
    qtbot.waitUntil(lambda: "waiting" in page.words.text() and bool(page.strip.deeds))
    assert "Each player counts everything." in page.who.text()
    page.strip.setFocus()
    QTest.keyClick(page.strip, Qt.Key.Key_Right)
    assert "Player 1: draws" in page.told.text()
    assert page.strip.seconds == pytest.approx(sum(deed.thinking + deed.hands for deed in page.strip.deeds))
    QTest.mouseMove(page.strip, QPointF(page.strip.width() * 0.6, 20).toPoint())


def test_difficulty_says_what_it_is_made_of_and_where_thinking_pays(qtbot, window):
    window.filing.open(next(path for path in demo_files() if path.name.startswith("ridge-dare")))
    window.go("practice")
    view = window.late.practice
    view.bar.show_page(2)
    page = view.difficulty
    qtbot.waitUntil(lambda: "turns (exact)" in page.pays.text())
    qtbot.waitUntil(lambda: all(scale.value is not None for scale in page.scales.scales))
    assert page.board.isVisible()
    assert "Sums:" in page.made_of.text()
    assert page.scales.accessibleName()
    page.scales.grab()


def test_questions_are_changed_left_out_and_put_back(qtbot, window, practice):
    practice.bar.show_page(3)
    page, game = practice.talk, lambda: window.document.game
    count = page.list.count()
    assert count >= 6
    assert not page.answer.isVisible()
    page.show_answer.click()
    assert page.answer.isVisible()
    first = page.questions[0].key
    page.ask.setText("What did you see?")
    page.ask.editingFinished.emit()
    assert game().talk.own[0].ask == "What did you see?"
    qtbot.waitUntil(lambda: page.questions[0].ask == "What did you see?")
    page.list.setCurrentRow(1)
    dropped = page.questions[1].key
    page.drop.click()
    assert game().talk.dropped == (dropped,)
    qtbot.waitUntil(lambda: dropped not in [one.key for one in page.questions])
    page.reset.click()
    qtbot.waitUntil(lambda: dropped in [one.key for one in page.questions])
    page.add.click()
    assert game().talk.own[-1].key == "own-1"
    window.commands.undo()
    assert [own.key for own in game().talk.own] == [first]


def test_after_a_game_at_the_table_questions_come_one_by_one(qtbot, window):
    window.document.edit("area.length", 5)
    window.go("table")
    table = window.late.table
    qtbot.waitUntil(table.draw.isEnabled)
    assert not table.talk.isVisible()
    qtbot.waitUntil(lambda: window.late._played is not None and window.known.exact is not None)
    while not table.sitting.now.over:
        table.draw.click()
    assert table.talk.isVisible()
    table.talk.begin.click()
    asked = table.talk.words.text()
    assert asked.startswith("1 of ")
    answer = table.talk.questions[0].answer
    assert answer not in asked
    table.talk.reveal.click()
    assert answer in table.talk.words.text()
    table.talk.next.click()
    assert table.talk.words.text().startswith("2 of ")
    table.again.click()
    assert not table.talk.isVisible()


def test_aims_are_put_together_on_the_sheet(qtbot, window):
    window.document.edit("brief.aim", [])
    window.editing.open_word("brief.aim", window.colours)
    editor = window.editing.popover.content
    editor.add.click()
    editor.kind.setCurrentIndex(editor.kind.findData("tables"))
    editor.kind.activated.emit(editor.kind.currentIndex())
    editor.tables.setText("3, 7")
    editor.tables.textEdited.emit("3, 7")
    assert window.document.game.brief.aim[0].tables == (3, 7)
    editor.tables.setText("x")
    editor.tables.textEdited.emit("x")
    assert "whole numbers" in editor._trouble.text()
    editor.add.click()
    editor.kind.setCurrentIndex(editor.kind.findData("list"))
    editor.kind.activated.emit(editor.kind.currentIndex())
    editor.facts.setText("7 + 5, 9 & 1")
    editor.facts.textEdited.emit("7 + 5, 9 & 1")
    assert "is no fact" in editor._trouble.text()
    editor.facts.setText("7 + 5, 12 or 21")
    editor.facts.textEdited.emit("7 + 5, 12 or 21")
    assert window.document.game.brief.aim[1].facts == ("7 + 5", "12 or 21")
    editor.remove.click()
    assert len(window.document.game.brief.aim) == 1
    assert "the tables of 3 and 7" in window.sheet.as_text()


def test_fluency_is_chosen_changed_and_painted(qtbot, window):
    window.editing.open_word("seats.fluency", window.colours)
    editor, seats = window.editing.popover.content, lambda: window.document.game.seats
    assert editor.fixed.isChecked()
    assert not editor.all.isVisible()
    editor.fixed.setChecked(False)
    assert seats().fluency[0].name == "counts on"
    editor.profile.setCurrentIndex(4)
    editor.profile.activated.emit(4)
    assert seats().fluency == (PROFILES[4],)
    editor.alike.setChecked(False)
    editor.seat.setCurrentIndex(1)
    editor.seat.activated.emit(1)
    editor.profile.setCurrentIndex(0)
    editor.profile.activated.emit(0)
    assert [one.name for one in seats().fluency] == ["recalls", "counts everything"]
    editor.seconds["count"].setValue(2.5)
    assert seats().fluency[1].count == 2.5
    assert editor.profile.currentData() == OWN
    editor.seconds["throw"].setValue(9.0)
    assert seats().hands.throw == 9.0
    editor.brush.setValue(7.5)
    cell = editor.picture.cells[5][4]
    editor.picture.chosen.emit(cell)
    assert [(timed.fact, timed.seconds) for timed in seats().fluency[1].painted] == [(fact(ADD, 6, 5).words, 7.5)]
    assert editor.picture.cells[5][4].wanted
    editor.knows.click()
    editor.known.add.click()
    assert seats().fluency[1].knows[0].kind == "adding"
    editor.slips["slips"].setValue(0)
    assert seats().fluency[1].slips == 0
    window.editing.close_popover()
    window.commands.undo()
    assert seats().fluency == ()  # one visit to an editor is one step


def test_what_is_missed_is_told_where_there_is_no_aim_and_where_nothing_is_missed():
    game = game_from({"pieces": [{}, {}]})
    assert "Say on the sheet" in missed(game, {}, True)
    listed = game_from({"pieces": [{}, {}], "brief": {"aim": [{"kind": "list", "facts": ["3 + 4"]}]}})
    assert "Every fact" in missed(listed, {fact(ADD, 3, 4): (1.0, 1.0)}, False)
    assert missed(listed, {}, True) == "No fact that the aim asks for ever comes up: 3 + 4."
    assert missed(listed, {}, False) == "No fact that the aim asks for came up in the games noted: 3 + 4."
    tables = game_from({"pieces": [{}, {}], "brief": {"aim": [{"kind": "tables", "tables": [3]}]}})
    divided = {fact(DIVIDE, 12, 3): (1.0, 0.5), fact(ADD, 3, 4): (1.0, 1.0)}
    assert missed(tables, divided, True) == "The aim comes up by dividing alone, never by multiplying."
    assert missed(tables, divided, False).endswith("came up by dividing alone, not by multiplying.")
    more = {**divided, fact(MULTIPLY, 3, 4): (1.0, 1.0)}
    assert missed(tables, more, True).startswith("Of 12 facts that the aim asks for, 11 never come up: 1 × 3, 2 × 3")
    assert "11 did not come up in the games noted" in missed(tables, more, False)
    bonds = game_from({"pieces": [{}, {}], "brief": {"aim": [{"kind": "bonds", "upto": 4}]}})
    added = {fact(ADD, a, 4 - a): (1.0,) for a in (0, 1, 2)}
    assert missed(bonds, added, True) == (
        "The aim never comes up by taking away. Every other fact that it asks for comes up."
    )
    del added[fact(ADD, 1, 3)]
    assert missed(bonds, added, True).endswith(
        "by taking away. Of 2 other facts that the aim asks for, 1 never comes up: 1 + 3."
    )


def test_facts_that_are_met_most_are_shown_first(qtbot, window):
    brief = {"aim": [{"kind": "tables", "tables": [2, 3]}]}
    area = {"kind": "hand", "play": "multiple", "most": 10}
    window.document.start(game_from({"area": area, "brief": brief}))
    window.go("practice")
    page = window.late.practice.facts
    qtbot.waitUntil(lambda: page.does.currentData() == "divide")
    assert page.does.findData("multiply") >= 0  # asked for, and never met


def test_of_several_aims_the_one_that_was_chosen_stays_chosen(qtbot, window):
    aims = [{"kind": "adding", "upto": 10}, {"kind": "adding", "upto": 12}, {"kind": "adding", "upto": 20}]
    window.document.edit("brief.aim", aims)
    window.editing.open_word("brief.aim", window.colours)
    editor = window.editing.popover.content
    for chosen, left in ((1, 1), (5, 2), (2, 2)):
        editor._list(chosen)
        assert editor.list.currentRow() == left
    editor.list.setCurrentRow(2)
    editor.remove.click()
    assert [aim.upto for aim in window.document.game.brief.aim] == [10, 12]
    assert editor.list.currentRow() == 1


def test_a_game_of_twenty_thousand_deeds_is_a_strip_too(qtbot):
    # Going through all of them for each would take hours.
    strip = Strip()
    qtbot.addWidget(strip)
    strip.resize(700, 120)
    strip.show_deeds(tuple(Deed(at % 2, "rolls", 1.0, 2.0, 3.0 * at) for at in range(20_000)), ("A", "B"), LIGHT)
    assert strip.seconds == 60_000
    assert not strip.grab().isNull()
    QTest.keyClick(strip, Qt.Key.Key_Right)
    assert strip.at == 0
