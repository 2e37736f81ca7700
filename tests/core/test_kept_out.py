"""Cards that stay out, on a record and on a grid: against every order of the cards, and against play by hand."""

from itertools import permutations

import numpy as np
import pytest

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import game_from
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from bolometric.core.words.aloud import players_rules

CARDS = (1, 1, 2, 3, 3)


def pack(cards=CARDS, drawn=1):
    counted = [{"value": card, "count": cards.count(card)} for card in sorted(set(cards))]
    return {"kind": "pack", "cards": counted, "after": "keep_out", "drawn": drawn}


def record(cards=CARDS, drawn=1, **area):
    return game_from({"pieces": [pack(cards, drawn)], "area": {"kind": "record", **area}, "seats": {"count": 1}})


def batch_of(game, runs=20_000):
    return area_of(game).measured.player(game)(runs, 5_000, np.random.default_rng(3))


@pytest.mark.parametrize("drawn", [1, 2])
def test_everything_has_been_seen_after_as_many_cards_as_in_every_order(drawn):
    """All orders of two packs one after the other: each is shuffled anew once too few cards are left."""
    game = record(drawn=drawn, complete="all")
    orders = list(permutations(range(len(CARDS))))
    each = len(CARDS) // drawn
    kinds = {tuple(sorted(CARDS[k] for k in order[:drawn])) for order in orders}
    rng, took = np.random.default_rng(1), []
    for _ in range(4_000):
        seen, draws = set(), 0
        while len(seen) < len(kinds):
            order = orders[rng.integers(len(orders))]
            for at in range(each):
                draws += 1
                seen.add(tuple(sorted(CARDS[k] for k in order[at * drawn : (at + 1) * drawn])))
                if len(seen) == len(kinds):
                    break
        took.append(draws)
    turns = batch_of(game).turns
    assert abs(turns.mean() - np.mean(took)) < 5 * np.std(took) / len(took) ** 0.5 + 1e-9
    if drawn == 1:
        assert turns.max() <= len(CARDS)  # a whole pack shows everything


def test_a_record_of_so_many_draws_says_what_it_knows_exactly_and_plays_the_rest():
    game = record(complete="draws", draws=3)
    found = measure(game, 20_000).readings
    assert (found["turns"].mean, found["turns"].method) == (3, "exact")
    assert found["seen"].method == "simulated"
    orders = list(permutations(CARDS))
    seen = np.mean([len(set(order[:3])) for order in orders])
    assert abs(found["seen"].mean - seen) < 5 * found["seen"].stderr
    whole = np.mean([len(set(order[:3])) == 3 for order in orders])
    assert abs(found["success"].mean - whole) < 5 * found["success"].stderr + 1e-9
    assert "Keep the cards out until too few are left." in players_rules(game)


@pytest.mark.parametrize("how", ["total", "any"])
def test_a_grid_by_hand_and_in_the_runs_are_dealt_alike(how):
    area = {"kind": "grid", "columns": 3, "last": 6, "how": how, "wins": "most", "operations": "+-"}
    game = game_from({"pieces": [pack((1, 2, 3, 4, 5, 6), 2)], "area": area, "seats": {"count": 2}})
    assert measure_exactly(game).result is None
    runs, turns, won = batch_of(game), [], []
    for seed in range(250):
        sitting = Sitting(game, seed)
        while not sitting.now.over:
            sitting.play_on(game.seats.style(sitting.now.seat))
        turns.append(sitting.now.turn)
        won.append(0 in sitting.now.winners)
    assert abs(np.mean(turns) - runs.turns.mean()) < 5 * np.std(turns) / len(turns) ** 0.5 + 1e-9
    assert abs(np.mean(won) - (runs.home & 1).mean()) < 5 * 0.5 / len(won) ** 0.5


def test_nobody_looks_ahead_where_cards_stay_out():
    with pytest.raises(GameError, match="nobody looks ahead here"):
        game_from({"pieces": [pack()], "area": {"kind": "grid"}, "seats": {"styles": [{"choose": "plan"}]}})
