"""Every choice that a starter offers, and odd pieces, are refused with a sentence or measured, told and played."""

import pytest

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.document import game_from, with_value
from bolometric.core.judge.verdict import applies
from bolometric.core.measure.measuring import measure, thinking, thinking_played
from bolometric.core.pieces.draw import MAKES
from bolometric.core.play.rehearsal import GUESS, rehearse
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.words.rule_sheet import rule_sheet

PIECES = (
    [{"kind": "counters", "count": 2, "front": 3, "back": -1}],
    [{"kind": "pack", "cards": [1, 1, 2, 2, 3, 4, 5, 6], "after": "keep_out", "drawn": 2}],
    [{"kind": "spinner", "sectors": ["1/2", "1/4", "3/4"]}],
    [{"faces": [-2, -1, 0, 1, 2, 3]}, {"faces": [1, 2, 3, 4]}],
    [{"faces": [0, 0, 0]}],
)


def or_none(game, *changes):
    """The game with these changes one after the other; none where one is refused."""
    try:
        for path, value in changes:
            game = with_value(game, path, value)
    except GameError as error:
        assert str(error).strip().endswith((".", "!"))
        return None
    return game


def used(game):
    """Everything that a window asks of a game, once."""
    found = measure(game, runs=10)
    board = area_of(game).board
    board.places(game)
    if found.exact.heat is not None:
        board.describe(game, found.exact.heat, None)
    list(area_of(game).faults.by_rules(game))
    assert rule_sheet(game)
    rehearse(game, (GUESS,), coached=True)
    return found


def choices_of(entry):
    """Each choice of each setting once, on the first starter that has it."""
    seen = set()
    for starter in entry.starters():
        for at in knobs(starter.game):
            for choice in at.knob.choices:
                if (at.path, choice.value) not in seen and choice.value != at.value:
                    seen.add((at.path, choice.value))
                    yield or_none(starter.game, (at.path, choice.value))


@pytest.mark.parametrize("entry", AREAS, ids=lambda entry: entry.kind.__name__)
def test_every_choice_is_refused_or_can_be_used(entry):
    games = [game for game in choices_of(entry) if game is not None]
    assert len(games) > 5
    for game in games:
        assert used(game).readings
        if applies(game, "choice"):  # a gauge that is shown is filled in
            assert thinking(game) is not None or thinking_played(game, 1, 4) is not None


@pytest.mark.parametrize("entry", AREAS, ids=lambda entry: entry.kind.__name__)
def test_odd_pieces_are_refused_or_can_be_used(entry):
    game = entry.starters()[0].game
    if not game.area.uses_pieces:
        return
    ways = [(("pieces", pieces), ("draw.make", make.value)) for pieces in PIECES for make in MAKES]
    ways = ways[AREAS.index(entry) % 3 :: 3]  # every way in every third kind
    for each in filter(None, (or_none(game, *way) for way in ways)):
        used(each)


def test_no_worth_of_thinking_is_told_where_best_play_is_refused():
    for changes in ({"copies": 2}, {"jokers": 1}, {"turn": "three"}):
        game = game_from({"area": {"kind": "pairs", **changes}})
        assert not applies(game, "choice")
        assert thinking(game) is None
        assert thinking_played(game, 1, 4) is None
    assert applies(game_from({"area": {"kind": "pairs"}}), "choice")
