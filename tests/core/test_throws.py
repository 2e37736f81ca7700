"""Who uses the pieces in a turn: whose turn it is, or the player after them. It is told, and changes no figure."""

import pytest

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import with_value
from bolometric.core.measure.measuring import measure
from bolometric.core.words.rule_sheet import rules_text
from tests.areas.games import ALL
from tests.by_ear.games import played

SHARED = {name: game for name, game in ALL.items() if with_value(game, "seats.throws", "next").thrown_by_next}


def heard(game):
    """Every sentence, in the order in which it is said."""
    told = area_of(game).words.aloud(game)
    return [*told.first, *told.turn, *told.last]


@pytest.mark.parametrize("name", sorted(SHARED))
def test_the_next_player_draws_and_all_else_is_as_it_was(name):
    own, shared = SHARED[name], with_value(SHARED[name], "seats.throws", "next")
    before, after = heard(own), heard(shared)
    changed = [(one, other) for one, other in zip(before, after, strict=True) if one != other]
    assert changed
    assert all("player" in other and "for you" in other for _, other in changed)
    assert "for the player before them" in rules_text(shared)
    assert played(shared, 15) == played(own, 15)
    assert measure(shared, 50).readings == measure(own, 50).readings


def test_where_all_play_at_once_or_nothing_is_drawn_nobody_draws_for_another():
    others = [game for name, game in ALL.items() if name not in SHARED]
    assert any(not game.area.uses_pieces for game in others)
    assert any(game.area.uses_pieces and not game.takes_turns for game in others)
    for game in others:
        shared = with_value(game, "seats.throws", "next")
        assert heard(shared) == heard(game)
        assert not shared.thrown_by_next
