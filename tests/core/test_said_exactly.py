"""Small words that hang on a setting: one or several, alone or together. Each was once guarded by no test."""

from collections import Counter
from itertools import combinations

import pytest

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import game_from
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.pieces.words import things
from bolometric.core.play.sitting import Sitting
from bolometric.core.words.aloud import players_parts
from bolometric.core.words.rule_sheet import makers_sheet

TWO, ONE = {"count": 2}, {"count": 1}
HALVES = [{"faces": ["1/2", 1]}]


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ({"area": {"kind": "duel", "length": "first_to", "points": 1}}, "until somebody has one point."),
        ({"area": {"kind": "duel", "length": "first_to", "points": 2}}, "until somebody has two points."),
        ({"area": {"kind": "purse"}, "seats": ONE}, "You need a sheet"),
        ({"area": {"kind": "purse"}, "seats": TWO}, "Each player needs a sheet"),
        ({"pieces": HALVES}, "no whole number of squares"),
        ({"pieces": [{"faces": [0.05, 1]}], "area": {"unit": "tenth"}}, "no whole number of tenths"),
    ],
)
def test_the_sheet_says_it_as_it_is(data, says):
    assert says in makers_sheet(game_from({"bolometric": 1, **data}))


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.game.name)
def test_everything_that_is_drawn_with_is_among_what_is_needed(starter):
    game = starter.game
    needs = " ".join(players_parts(game).needs)
    for thing in things(game.pieces) if game.area.uses_pieces else ():
        assert thing in needs
    assert "die" not in needs or game.area.uses_pieces


def test_a_tile_is_told_with_the_totals_that_help_to_close_it():
    """By hand: sets with tile 9 that add to more, of what two dice make: 9 + 1, 9 + 2, 9 + 3 or 9 + 2 + 1."""
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"kind": "tiles", "play": "sets", "tiles": 9}})
    board = area_of(game).board
    told = board.describe(game, board.heat(game), 9)
    assert "one draw in 9 closes it by itself, totals of 10, 11 and 12 together with others" in told
    assert "totals of 7, 8, 9, 10, 11 and 12 together" in board.describe(game, board.heat(game), 6)


def test_how_often_tiles_are_left_open_is_counted_tile_by_tile():
    game = game_from({"bolometric": 1, "area": {"kind": "tiles", "play": "sets", "tiles": 3}, "seats": ONE})
    left = Counter()

    def play(still, chance):
        for shown in range(1, 7):
            sets = [some for size in (1, 2, 3) for some in combinations(sorted(still), size) if sum(some) == shown]
            if not sets:
                left.update(dict.fromkeys(still, chance / 6))
            for some in sets:
                play(still - set(some), chance / 6 / len(sets))

    play(frozenset({1, 2, 3}), 1.0)
    assert area_of(game).board.heat(game).values == pytest.approx([left[1], left[2], left[3]])


@pytest.mark.parametrize(("rounds", "seats", "told"), [(1, 1, False), (2, 1, True), (1, 2, True)])
def test_scores_so_far_are_told_where_there_are_some_to_compare(rounds, seats, told):
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{}, {}],
            "area": {"kind": "tiles", "play": "sets", "rounds": rounds},
            "seats": {"count": seats},
        }
    )
    sitting = Sitting(game, 1)
    assert bool(sitting.rules.tally(game, sitting.now)) == told


def test_together_the_last_turn_counts_whether_or_not_the_end_is_reached():
    """A coin of 1 and 2, five squares, four turns: by hand, home at the earliest in three turns."""
    game = game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": [1, 2]}],
            "seats": TWO,
            "area": {"length": 5, "end": "pass", "track": "shared", "turns": 4},
        }
    )
    turns = measure_exactly(game).result.turns
    # Three turns: 1 + 2 + 2 in any order, or 2 + 2 + 2.
    assert 1 - turns.survival(3) == pytest.approx(4 / 8)
    assert turns.survival(4) == 0
    assert turns.mean() == pytest.approx(3 * 4 / 8 + 4 * 4 / 8)


def test_digits_drawn_for_all_are_said_so():
    own, shared = (
        "\n".join(
            players_parts(
                game_from(
                    {
                        "bolometric": 1,
                        "pieces": [{"faces": [*range(10)]}],
                        "area": {"kind": "digits", "practice": "together", "draws": draws},
                    }
                )
            ).steps[1][1]
        )
        for draws in ("own", "shared")
    )
    assert "for everybody" in shared
    assert "for everybody" not in own
