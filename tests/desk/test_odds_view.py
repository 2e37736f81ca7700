"""The pages of the odds, for any pieces: they draw, agree with the core and with each other."""

from collections import Counter

import pytest

from bolometric.assets import demo_files
from bolometric.core.game.document import Game, game_from
from bolometric.core.game.files import read
from bolometric.core.pieces.presets import SETS
from bolometric.core.play.hand import Hand
from bolometric.core.text.figures import minus, plural, some_of
from bolometric.desk.views.odds import questions
from bolometric.desk.views.odds.page import OddsPage
from bolometric.desk.views.odds.view import OddsView
from bolometric.paint.palette import DARK, LIGHT

GAMES = [
    {"pieces": [{}]},
    {"pieces": [{}, {}]},
    {"pieces": [{}] * 6},
    {"pieces": [{"faces": [-5, 9]}, {"faces": [0, 0, 1]}]},
    {"pieces": [{"faces": list(range(1, 31))}] * 3},
    {"pieces": [{"faces": [7, 7]}]},
    {"pieces": [{"kind": "spinner", "sectors": [1, 2, 3]}, {"kind": "counters"}], "draw": {"make": "difference"}},
    {"pieces": [{"kind": "pack", "drawn": 3}], "draw": {"make": "formula", "formula": "a * b - c"}},
    {"pieces": [{}, {"faces": [0, 1, 2]}], "draw": {"make": "formula", "formula": "a / b"}},
    {"pieces": [{"faces": list(range(10))}] * 3, "draw": {"make": "digits"}},
    {"pieces": [{"kind": "pack", "after": "keep_out"}, {"faces": ["0.1", "2"]}]},
]


@pytest.fixture
def view(qtbot):
    made = OddsView()
    qtbot.addWidget(made)
    made.resize(800, 500)
    made.show()
    qtbot.waitExposed(made)
    return made


@pytest.mark.parametrize("data", GAMES)
def test_every_page_draws_for_any_pieces(view, data):
    game = game_from({"bolometric": 1, **data})
    view.show_game(game, LIGHT)
    for i, page in enumerate(view.pages):
        view.show_page(i)
        assert page.isVisible()
        assert not view.grab().isNull()
    view.hand.throw(3)
    view.show_game(game, DARK)
    assert not view.grab().isNull()
    totals = [minus(total) for total in game.distribution.totals]
    chances = view.chances
    assert [chances.total.itemText(i) for i in range(chances.total.count())] == totals[:5000]
    view.show_page(0)
    chances.order.setCurrentIndex(1)
    for i in range(min(chances.total.count(), 40)):
        chances.total.setCurrentIndex(i)
        assert chances.answer.text().startswith(f"{totals[i]}: ")
    assert view.trouble.isVisible() == bool(game.distribution.nothing)


def test_the_total_that_was_picked_is_kept(view):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), LIGHT)
    total = view.chances.total
    assert total.currentText() == "7"
    total.setCurrentIndex(total.findText("5"))
    view.show_game(game_from({"bolometric": 1, "pieces": [{}]}), LIGHT)
    assert total.currentText() == "5"
    view.show_game(game_from({"bolometric": 1, "pieces": [{"faces": [1, 2, 2]}]}), LIGHT)
    assert total.currentText() == "2"


def test_a_page_made_late_has_the_set_and_the_total_that_was_picked(view):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), DARK)
    total = view.chances.total
    total.setCurrentIndex(total.findText("5"))
    assert view.bar.stack.findChildren(OddsPage) == [view.chances]  # no other is there yet
    view.show_page(1)
    assert view.bar.stack.currentWidget() is view.ways
    assert view.ways.total.currentText() == "5"
    assert view.ways.colours is DARK
    view.ways.total.setCurrentIndex(view.ways.total.findText("9"))
    assert total.currentText() == "9"
    view.show_page(2)
    assert view.questions.picked == 9


def test_what_is_taken_away_is_what_the_page_in_front_shows(view):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), LIGHT)
    bars = view.chances.chart
    pictures = (bars, view.ways.table, bars, view.compare.chart, view.facts.table, bars, view.making.table)
    for at, picture in enumerate(pictures):
        view.show_page(at)
        assert view.chart_widget() is picture
    view.show_game(game_from({"bolometric": 1, "pieces": [{}] * 3}), LIGHT)
    view.show_page(1)
    assert view.chart_widget() is bars  # there is no table of pairs of three


@pytest.mark.parametrize(("faces", "at"), [([1, 2, 4], [1, 2, 4]), ([1, 2, 400], [0, 1, 2]), ([5, 9], [5, 9])])
def test_bars_stand_to_scale_where_no_gap_is_too_wide(view, faces, at):
    view.show_game(game_from({"bolometric": 1, "pieces": [{"faces": faces}]}), LIGHT)
    view.chances.order.setCurrentIndex(view.chances.order.findData("value"))
    assert view.chances._places([float(face) for face in faces])[0] == at


def test_totals_typed_stay_while_one_of_them_can_come_up(view, qtbot):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), LIGHT)
    view.show_page(2)
    page = view.questions
    assert page.one.currentText() == "7"
    page.totals.selectAll()
    qtbot.keyClicks(page.totals, "5 12")
    view.show_game(game_from({"bolometric": 1, "pieces": [{}]}), LIGHT)
    assert page.totals.text() == "5 12"
    view.show_game(game_from({"bolometric": 1, "pieces": [{"faces": [1, 2, 2]}]}), LIGHT)
    assert page.totals.text() == "2"


def test_of_very_many_totals_the_last_that_is_offered_is_chosen(view, monkeypatch):
    monkeypatch.setattr(questions, "MOST_OFFERED", 5)
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), LIGHT)
    view.show_page(2)
    assert view.questions.one.count() == 5
    assert view.questions.one.currentText() == "6"  # 7 is likeliest, and past what is offered


def test_facts_too_many_for_a_table_are_told_with_how_many_come_as_often(view):
    pieces = [{"faces": list(range(1, 31))}, {"kind": "pack", "cards": list(range(1, 61))}]
    view.show_game(game_from({"bolometric": 1, "pieces": pieces}), LIGHT)
    view.show_page(view.pages.index(view.facts))
    told = view.facts.told.text()
    assert told.count("(under 0.1%)") == 20
    assert told.endswith(f"and {30 * 60 - 20:,} more as often as the last of these.")


def test_combinations_are_listed_for_more_than_two(view):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}] * 3}), LIGHT)
    view.show_page(1)
    ways = view.ways
    ways.pick(4)
    assert "1 + 1 + 2" in ways.list.toPlainText()
    assert "3 ways" in ways.list.toPlainText()
    assert "3 of 216 ways" in ways.words.text()


def test_questions_are_answered_as_they_are_typed(view, qtbot):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), LIGHT)
    view.show_page(2)
    page = view.questions
    assert "A total of 7: 6 of 36 ways" in page.chance.text()
    page.totals.selectAll()
    qtbot.keyClicks(page.totals, "2 12")
    assert "A total of 2 or 12: 2 of 36 ways" in page.chance.text()
    page.draws.setValue(18)
    assert "At least once in 18 draws: 64%" in page.within.text()
    page.kind.setCurrentIndex(page.kind.findData("at_least"))
    assert "at least 2: 36 of 36 ways" in page.chance.text()
    page.totals.selectAll()
    qtbot.keyClicks(page.totals, "x")
    assert "Type one total" in page.chance.text()
    assert "7 comes before 2" in page.first.text()


def test_sets_are_added_changed_and_taken_out(view):
    view.show_game(Game(), LIGHT)
    view.show_page(3)
    page = view.compare
    page.add_set(page.rows[1].set)
    page.add_set(page.rows[1].set)
    page.add_set(page.rows[1].set)
    assert len(page.rows) == 4
    assert not page.add.isEnabled()
    row = page.rows[2]
    row.make.setCurrentIndex(row.make.findData("square"))
    row.make.activated.emit(0)
    assert "C: To multiply what it shows by itself takes one number" in page.trouble.text()
    row.make.setCurrentIndex(row.make.findData("times"))
    row.make.activated.emit(0)
    assert not page.trouble.isVisible()
    row._take_more("5")
    assert row.set.distribution.totals[0] == 10
    assert page.words.text().count("A to ") == 3
    page._remove(page.rows[1])
    assert [r.set.draw.make for r in page.rows] == ["add", "times", "add"]
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}]}), LIGHT)
    assert len(page.rows[0].set.pieces) == 2


def test_facts_are_told_below_their_table(view, qtbot):
    view.show_game(game_from({"bolometric": 1, "pieces": [{}, {}, {}]}), LIGHT)
    view.show_page(4)
    page = view.facts
    assert "2 in each draw (exact)" in page.words.text()
    cell = page.table.cells[page.table.down.index(7)][0]
    page.table.pointed.emit(cell)
    assert page.told.text().startswith("7 + 1: 2.8% of draws")


def test_a_hand_is_repeated_by_its_seed(view):
    for words, pieces, draw in SETS:
        view.show_game(Game(pieces=pieces, draw=draw), LIGHT)
        view.show_page(5)
        view.hand.restart()
        view.hand.throw(5)
        known = Hand(pieces, draw, 1)
        assert [shown.sum for shown in view.hand.draws] == [known.draw().sum for _ in range(5)], words
        assert view.hand.total.text() == view.hand.draws[-1].sum
        numbers = [int(line.split()[0]) for line in view.hand.sequence.toPlainText().split("\n")]
        assert numbers == [5, 4, 3, 2, 1]
        assert not view.hand.cloth.grab().isNull()
        tally = Counter(shown.total for shown in view.hand.draws if shown.total is not None)
        most = max(tally.values(), default=0)
        often = [minus(total) for total in sorted(tally) if tally[total] == most]
        told = f"{some_of(often, 6)} came most often, {plural(most, 'time')}{' each' if len(often) > 1 else ' ('}"
        assert not often or told in view.hand.words.text(), words
    view.hand.seed.setValue(2)
    assert view.hand.draws == []
    view.hand.throw(100)
    assert "100 draws, by chance" in view.hand.words.text()


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_demo_games_show_no_trouble(view, path):
    view.show_game(read(path), LIGHT)
    assert not view.trouble.isVisible()
