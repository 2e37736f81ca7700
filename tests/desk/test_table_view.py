"""The table in the window: drawing, stopping, stepping back, seats that play by themselves."""

from dataclasses import replace

import numpy as np
import pytest

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import with_value
from bolometric.core.game.files import read
from bolometric.core.game.seats import Style
from bolometric.core.play.rehearsal import rehearse
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import Cancelled
from bolometric.desk.views.table import TableView
from bolometric.desk.working.table_ready import Readying
from bolometric.paint.palette import DARK, LIGHT
from tests.desk.settling import settle


@pytest.fixture
def table(qtbot):
    view = TableView()
    qtbot.addWidget(view)
    view.resize(800, 500)
    view.show()
    qtbot.waitExposed(view)
    view._timer.setInterval(1)
    return view


def demo(name):
    return read(next(path for path in demo_files() if path.name.startswith(name)))


def test_a_game_is_played_to_its_end_by_hand(table):
    table.show_game(demo("ridge-ascent"), LIGHT)
    while table.draw.isEnabled():
        table.draw.click()
    assert "wins" in table.state.text()
    assert table.record.toPlainText().startswith("Player")
    table.back.click()
    assert table.draw.isEnabled()
    last = table.sitting.now
    table.draw.click()
    table.back.click()
    assert table.sitting.now == last
    table.again.click()
    assert table.sitting.now.places == (0, 0)
    assert not table.back.isEnabled()


def test_a_seat_that_plays_itself_answers_and_is_stepped_over(table, qtbot):
    table.show_game(demo("ridge-dare"), LIGHT)
    table.seats[1].setCurrentIndex(3)
    table.seats[1].activated.emit(3)
    table.draw.click()
    while table.options:
        table.options[0].click()
    qtbot.waitUntil(lambda: table.sitting.now.seat == 0 and table.sitting.now.turn >= 3)
    assert table.draw.isEnabled()
    table.back.click()
    assert table.sitting.now.seat == 0
    assert table.sitting.now.turn == 1


def test_totals_are_set_sums_checked_and_the_coach_asked(table, qtbot):
    table.show_game(demo("ridge-dare"), LIGHT)
    table.coach.setChecked(True)
    qtbot.keyClicks(table.wanted, "6\r")
    assert table.sitting.now.places[0] == 6
    assert "Going on is better" in table.advice.text()
    qtbot.keyClicks(table.wanted, "60\r")
    assert "can't come up" in table.state.text()
    qtbot.keyClicks(table.claim, "6 + 4 = 11\r")
    assert "makes 10, not 11" in table.claimed.text()


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_every_demo_game_is_laid_out(table, path):
    game = read(path)
    table.show_game(game, LIGHT)
    for _ in range(40):  # by mouse alone: a draw, a button, or a place of the board
        if table.draw.isEnabled():
            table.draw.click()
        elif table.options:
            table.options[0].click()
        elif table.more.isVisibleTo(table):
            table.more.activated.emit(table.more.count() - 1)
        elif table.sitting.options:
            table.board.square_chosen.emit(table.sitting.options[len(table.sitting.options) // 2].place)
    steps = len(table.sitting.past)
    assert steps == 41 or table.sitting.now.over
    assert (table.sitting.here.draws > 0) == table.sitting.game.area.uses_pieces
    assert not table.grab().isNull()
    table.show_game(game, DARK)
    assert len(table.sitting.past) == steps  # other colours do not begin another game
    table.show_game(with_value(game, "name", "Another"), LIGHT)
    assert len(table.sitting.past) == 1


def test_the_table_is_a_view_of_the_window(qtbot, window):
    window.go("table")
    assert window.late.table.isVisible()
    qtbot.waitUntil(window.late.table.draw.isEnabled)
    window.late.table.draw.click()
    window.document.edit("area.length", 45)
    assert window.late.table.sitting.here.draws == 0
    window.dressing.use_dark()
    assert window.late.table.colours == DARK
    window.dressing.use_light()


def test_a_table_that_nobody_looks_at_takes_up_a_game_once_somebody_does(qtbot, window):
    window.go("table")
    table = window.late.table
    qtbot.waitUntil(lambda: table.draw.isEnabled())
    table.draw.click()
    played, length = table.sitting.now, window.document.game.area.length
    window.go("shape")
    settle(qtbot, window, lambda: window.document.edit("area.length", length + 1))
    assert table.sitting.game.area.length == length
    window.commands.undo()
    window.go("table")
    assert table.sitting.now == played  # it is the same game again: nothing of it is lost
    window.go("shape")
    settle(qtbot, window, lambda: window.document.edit("area.length", length + 2))
    window.go("table")
    assert table.sitting.game == window.document.game
    assert table.sitting.now.turn == 1


def looks_like(one, other):
    """Whether two pictures show the same: edges may be a shade apart from one painting to the next."""
    shades = [np.frombuffer(image.constBits(), np.uint8).astype(int) for image in (one, other)]
    return len(shades[0]) == len(shades[1]) and np.abs(shades[0] - shades[1]).max() < 16


@pytest.mark.parametrize("name", ["ridge-ascent", "aurora-gauge", "meteor-watch"])
def test_pieces_roll_and_come_to_rest_where_they_fell(table, qtbot, name):
    table.show_game(demo(name), LIGHT)
    table.draw.click()
    assert table.cloth.frame > 0
    moving = table.cloth.grab().toImage()
    qtbot.waitUntil(lambda: table.cloth.frame == 0)
    still = table.cloth.grab().toImage()
    assert not looks_like(moving, still)
    assert not table.cloth._timer.isActive()
    table.coach.setChecked(True)  # what is shown already does not roll again
    assert table.cloth.frame == 0
    assert looks_like(table.cloth.grab().toImage(), still)


def test_a_table_is_laid_beside_the_window(qtbot):
    readying = Readying()
    table = TableView(readying)
    qtbot.addWidget(table)
    table.show_game(demo("signal-digits"), LIGHT)
    with qtbot.waitSignal(readying.ready):
        table.show()
        table.coach.setChecked(True)
        assert "being laid" in table.state.text()
        assert not table.draw.isEnabled()
    assert table.draw.isEnabled()
    table.coach.setChecked(False)
    assert table.draw.isEnabled()  # what was got ready for the coach serves without
    readying.close()


def test_a_rehearsal_that_fails_keeps_no_table_waiting(qtbot, monkeypatch):
    def fails(*wanted):
        raise RuntimeError("no")

    monkeypatch.setattr("bolometric.desk.working.table_ready.rehearse", fails)
    readying, game = Readying(), demo("ridge-ascent")
    with qtbot.waitSignal(readying.ready):
        assert not readying.is_ready(game, (), False)
    assert readying.is_ready(game, (), False)
    readying.close()


def _with_rules(restart, rules):
    """A table that is laid with other rules."""

    def laid(self, seed):
        self.rules = rules
        restart(self, seed)

    return laid


def test_a_rehearsal_plays_with_the_coach_and_every_style_and_can_be_given_up(monkeypatch):
    game, asked, coached, picked = demo("ridge-dare"), [], [], []
    rules, coach = area_of(game).by_hand, Sitting.coach
    monkeypatch.setattr(Sitting, "coach", lambda self: coached.append(coach(self)))
    picks = replace(
        rules, pick=lambda game, now, style, rng: (picked.append(style), rules.pick(game, now, style, rng))[1]
    )
    monkeypatch.setattr(Sitting, "restart", _with_rules(Sitting.restart, picks))
    with heeding(lambda: bool(asked.append(1))):
        rehearse(game, (Style(choose="plan"),), True)
    assert len(asked) > 10
    assert coached
    assert Style(choose="plan") in picked
    with pytest.raises(Cancelled), heeding(lambda: True):
        rehearse(game, (), False)
