"""Commands found by typing, and the history as sentences."""

import pytest
from PySide6.QtCore import Qt

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, with_value
from bolometric.core.judge.nearby import values_near
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.words.steps import step_words
from bolometric.desk.parts.chooser import Chooser
from bolometric.desk.shell import actions, commands
from tests.desk.settling import settle


def test_a_command_is_found_by_its_words(qtbot, window, monkeypatch):
    asked = []

    def answer(parent, title, entries, *rest):
        asked.append(entries)
        return next(k for k, entry in enumerate(entries) if entry.startswith("The game played by hand"))

    monkeypatch.setattr(commands, "choose", answer)
    window.commands.find_command()
    assert window.view == "table"
    assert all(one.told in " ".join(asked[0]) for one in actions.COMMANDS if one.id in ("save", "tune", "print"))


def test_typing_narrows_down_and_arrows_move(qtbot, window):
    asked = Chooser(window, "Find", ["Save the game", "Open a game file", "Leave the program"])
    qtbot.addWidget(asked)
    qtbot.keyClicks(asked.words, "game")
    assert asked.shown == [0, 1]
    qtbot.keyClick(asked.words, Qt.Key.Key_Down)
    assert asked.chosen == 1
    qtbot.keyClicks(asked.words, " open")
    assert asked.shown == [1]
    qtbot.keyClicks(asked.words, "zzz")
    assert asked.chosen is None
    qtbot.keyClick(asked.words, Qt.Key.Key_Return)
    assert asked.result() == Chooser.DialogCode.Accepted


def test_the_history_is_told_and_gone_through(qtbot, window, monkeypatch):
    first = window.document.game
    for path, value in (("area.length", 30), ("area.end", "exact"), ("name", "Ours")):
        settle(qtbot, window, lambda path=path, value=value: window.document.edit(path, value))
    told = []
    monkeypatch.setattr(commands, "choose", lambda parent, title, entries, *rest: told.extend(entries) or 1)
    settle(qtbot, window, window.commands.show_history)
    assert told[:2] == ["as it was opened", "40 squares → 30 squares"]
    assert told[3] == "Ridge Ascent → Ours"
    assert window.document.game == with_value(first, "area.length", 30)
    assert len(window.document.steps) == 3
    settle(qtbot, window, window.commands.redo)
    assert window.document.game.area.end == "exact"


@pytest.mark.parametrize("at", range(3))
def test_every_change_has_words_of_its_own(at):
    for starter in starters()[at::9]:
        game = starter.game
        for one in knobs(game):
            for _, value in values_near(game, one):
                try:
                    other = with_value(game, one.path, value)
                except GameError:
                    continue
                words = step_words(game, other)
                assert ("→" in words) == (words != "something that the rules do not show"), one.path
    assert step_words(Game(), with_value(Game(), "printing.paper", "A3")) == "printed in another way"
