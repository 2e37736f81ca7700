"""An educator with a job: from a starter to an own game with a spinner, its odds, its file and the command line."""

import json
import random
import re

from click.testing import CliRunner
from PySide6.QtWidgets import QLineEdit, QRadioButton, QSpinBox

from bolometric.cli import main
from bolometric.core.areas.shelf import starters
from bolometric.core.game.files import read
from tests.desk.settling import settle
from tests.desk.test_window import choose
from tests.faults_alone import faults_alone


def test_a_die_and_a_spinner_from_nothing_to_the_command_line(qtbot, open_window, tmp_path):
    window = open_window(demo=False)
    starter = next(game for game in (starter.game for starter in starters()) if game.name == "A trail of sums")
    settle(qtbot, window, lambda: window.opened(window.filing.start(starter)))

    name = choose(qtbot, window, "name").findChild(QLineEdit)
    name.selectAll()
    qtbot.keyClicks(name, "Night bakery")
    pieces = choose(qtbot, window, "pieces")
    settle(qtbot, window, pieces.remove.click)
    settle(qtbot, window, lambda: pieces._add("spinner"))
    line = pieces.form.lines[3]
    line.setFocus()
    line.selectAll()
    settle(qtbot, window, lambda: qtbot.keyClicks(line, "9 moon*"))
    settle(qtbot, window, lambda: pieces.form.angles[0].setValue(150))
    window.editing.close_popover()
    made = choose(qtbot, window, "draw.make")
    difference = next(b for b in made.findChildren(QRadioButton) if b.text() == "take the smaller from the larger")
    settle(qtbot, window, difference.click)
    special = choose(qtbot, window, "area.special")
    loses = next(b for b in special.findChildren(QRadioButton) if b.text() == "loses you the turn")
    settle(qtbot, window, loses.click)
    length = choose(qtbot, window, "area.length").findChild(QSpinBox)
    settle(qtbot, window, lambda: length.setValue(35))
    window.editing.close_popover()

    game = window.document.game
    assert game.name == "Night bakery"
    assert [float(s.angle) for s in game.pieces[1].sectors] == [150, 30, 90, 90]
    assert "one spinner (1 (150°), 2 (30°), 3 (90°) and 9 (90°), 9 special)" in window.sheet.toPlainText()
    assert "an adult pierces the spinner" in window.sheet.toPlainText()

    window.go("odds")
    odds = window.late.odds
    odds.show_page(2)
    odds.questions.totals.setText("0")
    odds.questions.totals.textEdited.emit("0")
    # A 0 takes the same number on both: each face of the die is as likely, so the spinner's 1, 2 and 3 count.
    assert "A total of 0: 9 of 72 ways, 1/8" in odds.questions.chance.text()
    odds.show_page(5)
    odds.hand.throw(20)
    assert odds.hand.sequence.toPlainText().count("\n") == 19
    window.filing.questions.place = tmp_path / "odds.csv"
    window.commands.export_odds("csv")
    assert (tmp_path / "odds.csv").read_text().startswith("total,ways,chance,of")

    window.filing.questions.place = tmp_path / "bakery"
    window.actions_by_id["save"].trigger()
    path = tmp_path / "bakery.bolo.json"
    assert read(path) == game
    told = json.loads(CliRunner().invoke(main, ["measure", str(path), "--runs", "300", "--json"]).output)
    for key in ("minutes", "setbacks", "first_seat_edge"):
        assert told["readings"][key]["mean"] == window.gauges.gauges[key].reading.mean
    before = game
    for _ in range(3):
        window.commands.undo()
    window.commands.redo()
    assert window.document.game != before
    settle(qtbot, window, lambda: window.opened(window.filing.open(path)))
    assert window.document.game == before


def played_out(table):
    """Play the game at the table by its buttons and its board alone, by chance, the first option more often."""
    chance = random.Random(1)
    for step in range(400):
        if table.sitting.now.over:
            return
        if table.draw.isEnabled():
            table.draw.click()
        elif table.options:
            (table.options[0] if chance.random() < 0.4 else chance.choice(table.options)).click()
        elif table.more.isVisibleTo(table):
            table.more.activated.emit(1 + step % (table.more.count() - 1))
        else:
            places = [option.place for option in table.sitting.options]
            table.board.square_chosen.emit(chance.choice(places))
    raise AssertionError(f"the game did not end: {table.sitting.game.name}, {table.sitting.now}")


def test_tiles_of_ones_own_from_a_starter_to_the_table_and_the_command_line(qtbot, open_window, tmp_path):
    """Ten tiles with a die and a die of 0 to 5: the program says what never closes, and its cure is taken."""
    window = open_window(demo=False)
    starter = next(game for game in (starter.game for starter in starters()) if game.name == "Close them all")
    settle(qtbot, window, lambda: window.opened(window.filing.start(starter)))
    tiles = choose(qtbot, window, "area.tiles").findChild(QSpinBox)
    settle(qtbot, window, lambda: tiles.setValue(10))
    window.editing.close_popover()
    fewer = choose(qtbot, window, "area.fewer")
    never = next(b for b in fewer.findChildren(QRadioButton) if b.text() == "never")
    settle(qtbot, window, never.click)
    qtbot.waitUntil(lambda: "can never be closed" in window.fault_list.toPlainText())
    fault = next(fault for fault in window.fault_list.faults if fault.code == "last_never_closed")
    settle(qtbot, window, lambda: window.editing.apply(fault.cures[0]))
    assert window.document.game.area.fewer == "last_tile"

    styles = choose(qtbot, window, "seats.styles")
    styles.alike.setChecked(False)
    styles.choices[0].setCurrentIndex(styles.choices[0].findData("plan-complete"))
    settle(qtbot, window, lambda: styles.choices[0].activated.emit(0))
    window.editing.close_popover()
    game = window.document.game
    assert [style.goal for style in game.seats.styles] == ["complete", "usual"]
    assert "close all" in window.sheet.toPlainText()

    window.go("table")
    table = window.late.table
    table.coach.setChecked(True)
    qtbot.waitUntil(table.draw.isEnabled)  # until it is laid
    while table.sitting.now.waiting != "choice":
        table.draw.click()
    assert re.match(r"Best: [^.]*, leaving ", table.advice.text())
    table.coach.setChecked(False)
    played_out(table)
    assert "win" in table.record.toPlainText().splitlines()[0]

    window.filing.questions.place = tmp_path / "ten"
    window.actions_by_id["save"].trigger()
    told = json.loads(
        CliRunner().invoke(main, ["measure", str(tmp_path / "ten.bolo.json"), "--runs", "300", "--json"]).output
    )
    for key in ("score", "success", "choice"):
        assert told["readings"][key]["mean"] == window.gauges.gauges[key].reading.mean
    assert told["readings"]["score"]["method"] == "exact"


def test_every_second_starter_is_played_to_its_end_at_the_table(qtbot, open_window):
    window = open_window(demo=False)
    for words, starter in ((one.words, one.game) for one in starters()[::2]):
        window.opened(window.filing.start(starter))
        window.go("table")
        qtbot.waitUntil(lambda: window.late.table.is_laid)
        played_out(window.late.table)
        assert window.late.table.state.text(), words


def test_a_track_with_cards_from_a_plain_trail_to_the_table_and_the_command_line(qtbot, open_window, tmp_path):
    """A loop of bonds of twelve for two learners of different skill, with a jump, and a rule of the maker's own."""
    window = open_window(demo=False)
    starter = next(game for game in (starter.game for starter in starters()) if game.name == "A short trail")
    settle(qtbot, window, lambda: window.opened(window.filing.start(starter)))
    packs = choose(qtbot, window, "area.packs")
    settle(qtbot, window, packs.add.click)
    packs.family.setCurrentIndex(packs.family.findData("bonds"))
    settle(qtbot, window, lambda: packs.family.activated.emit(0))
    settle(qtbot, window, lambda: packs.upto.setValue(12))
    settle(qtbot, window, lambda: (packs.right.setText("90 50"), packs.right.textEdited.emit("")))
    window.editing.close_popover()
    assert any(fault.code == "pack_never_asked" for fault in faults_alone(window.document.game))
    brush = window.shape.brush
    brush.setCurrentIndex(next(i for i in range(brush.count()) if "card of Adding" in brush.itemText(i)))
    settle(qtbot, window, lambda: window.shape.board.stroked.emit((3, 6, 9, 12, 15)))
    brush.setCurrentIndex(next(i for i in range(brush.count()) if "jump" in brush.itemText(i)))
    window.shape.board.square_chosen.emit(8)
    settle(qtbot, window, lambda: window.shape.board.square_chosen.emit(17))
    wins = choose(qtbot, window, "area.cards_win")
    most = next(b for b in wins.findChildren(QRadioButton) if b.text() == "most cards, once the first is home")
    settle(qtbot, window, most.click)
    laid = choose(qtbot, window, "area.laid")
    settle(qtbot, window, next(b for b in laid.findChildren(QRadioButton) if b.text() == "in a loop").click)
    own = choose(qtbot, window, "house.rules")
    settle(qtbot, window, own.add.click)
    settle(qtbot, window, lambda: qtbot.keyClicks(own.text, "Whisper the answer first."))
    window.editing.close_popover()

    game = window.document.game
    assert [square.at for square in game.area.squares] == [3, 6, 8, 9, 12, 15]
    assert "Whisper the answer first." in window.sheet.toPlainText()
    qtbot.waitUntil(lambda: window.known.played is not None and window.known.played.done)
    kept = window.known.played.readings["cards_kept"].values
    assert kept[0] > 1.4 * kept[1]  # nine right in ten against one in two
    window.go("table")
    table = window.late.table
    qtbot.waitUntil(table.draw.isEnabled)
    played_out(table)
    assert "with" in table.sitting.now.record[-1]
    window.filing.questions.place = tmp_path / "loop"
    window.actions_by_id["save"].trigger()
    told = CliRunner().invoke(main, ["rules", str(tmp_path / "loop.bolo.json")]).output
    for words in ("take a card from the pack Adding", "On square 8, go to square 17.", "Whisper the answer first."):
        assert words in told
    assert read(tmp_path / "loop.bolo.json") == game


def test_a_game_for_two_learners_of_different_skill(qtbot, open_window, tmp_path):
    """Tables of three and four for a learner who counts beside one who recalls: who waits, what is practised, what to
    ask afterwards; saved, and read by the command line."""
    window = open_window(demo=False)
    starter = next(game for game in (starter.game for starter in starters()) if game.name == "A trail of sums")
    settle(qtbot, window, lambda: window.opened(window.filing.start(starter)))
    pieces = [{"faces": [2, 3, 4], "shown": "dots"}, {"faces": [3, 4, 6]}]
    settle(qtbot, window, lambda: window.editing.edit("pieces", pieces))
    settle(qtbot, window, lambda: window.editing.edit("draw.make", "multiply"))
    aims = choose(qtbot, window, "brief.aim")
    aims.kind.setCurrentIndex(aims.kind.findData("tables"))  # in place of adding to 12
    aims.kind.activated.emit(aims.kind.currentIndex())
    settle(qtbot, window, lambda: (aims.tables.setText("3, 4"), aims.tables.textEdited.emit("3, 4")))
    window.editing.close_popover()
    timed = choose(qtbot, window, "seats.fluency")
    timed.fixed.setChecked(False)
    timed.alike.setChecked(False)
    timed.seat.setCurrentIndex(1)
    timed.seat.activated.emit(1)
    settle(qtbot, window, lambda: (timed.profile.setCurrentIndex(4), timed.profile.activated.emit(4)))
    window.editing.close_popover()
    assert "The facts that count: the tables of 3 and 4" in window.sheet.toPlainText()
    assert "Player 1 counts on; player 2 recalls" in window.sheet.toPlainText()

    window.go("practice")
    view = window.late.practice
    qtbot.waitUntil(lambda: view.known.practice is not None and view.known.exact.facts is not None)
    assert "are the aim (exact)" in view.facts.tables[0].words.text()
    view.facts.does.setCurrentIndex(view.facts.does.findData("multiply"))
    view.facts._show()
    assert "3 × 7" in view.facts.tables[0].missing.text()
    view.bar.show_page(1)
    qtbot.waitUntil(lambda: "waiting" in view.time.words.text())
    view.bar.show_page(3)
    view.talk.list.setCurrentRow(0)
    view.talk.ask.setText("Which product came up most for you?")
    view.talk.ask.editingFinished.emit()
    window.filing.questions.place = tmp_path / "tables.bolo.json"
    window.commands.save()

    path = str(tmp_path / "tables.bolo.json")
    assert not [fault for fault in faults_alone(read(tmp_path / "tables.bolo.json")) if fault.code == "aim_never_met"]
    told = json.loads(CliRunner().invoke(main, ["measure", path, "--json"]).output)
    assert told["readings"]["on_aim"]["method"] == "exact"
    assert told["readings"]["minutes"]["spread"] == "simulated"
    assert {fact["fact"] for fact in told["practice"]["facts"] if fact["operation"] == "multiply"} == {
        f"{min(a, b)} × {max(a, b)}" for a in (2, 3, 4) for b in (3, 4, 6)
    }
    assert "Which product came up most for you?" in CliRunner().invoke(main, ["talk", path]).output
