"""Sets of tiles: best play and styles against a plain recursion, exact against simulated, and the game by hand."""

from functools import cache
from itertools import combinations

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.sets.area import closing_of, outcome_of
from bolometric.core.areas.sets.exact import plan_of
from bolometric.core.chains.scores import least_score_wins
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.batch import TIED
from bolometric.core.settings.errors import GameError
from tests.faults_alone import codes_of
from tests.random_games import dice

styles = st.sampled_from(
    [
        {},
        {"choose": "plan"},
        {"choose": "plan", "goal": "complete"},
        {"choose": "thumb", "rule": "largest"},
        {"choose": "thumb", "rule": "fewest"},
        {"choose": "thumb", "rule": "most"},
    ]
)


@st.composite
def set_games(draw, tiles=6, seats=3):
    data = {
        "pieces": draw(dice(2, st.integers(0, 6))),
        "area": {
            "kind": "tiles",
            "tiles": draw(st.integers(3, tiles)),
            "score": draw(st.sampled_from(["sum", "count", "digits"])),
            "rounds": draw(st.integers(1, 2)),
            "fewer": draw(st.sampled_from(["never", "last_tile", "small_left", "high_gone"])),
            "fewer_limit": draw(st.integers(1, 12)),
            "fewer_from": draw(st.integers(1, 7)),
            "fewer_how": draw(st.sampled_from(["choice", "forced"])),
        },
        "seats": {"count": draw(st.integers(1, seats)), "styles": draw(st.lists(styles, min_size=1, max_size=3))},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


def chances(pieces, draw):
    odds = distribution_of(pieces, draw)
    return [(total, float(odds.chance(total))) for total in odds.totals]


def may_with_one(area, tiles):
    """The house rule, as a teacher says it."""
    if not tiles:
        return False
    return {
        "never": False,
        "last_tile": len(tiles) == 1,
        "small_left": sum(tiles) <= area.fewer_limit,
        "high_gone": max(tiles) < area.fewer_from,
    }[area.fewer]


def scored(area, tiles):
    if area.score == "sum":
        return sum(tiles)
    return len(tiles) if area.score == "count" else int("".join(map(str, sorted(tiles))) or 0)


def fitting(tiles, total):
    groups = [g for size in range(1, len(tiles) + 1) for g in combinations(sorted(tiles), size) if sum(g) == total]
    return [frozenset(g) for g in groups]


def best_by_hand(game, goal):
    """(chance of closing all, score left) under best play, by recursion over sets of numbers."""
    area = game.area
    draws = {False: chances(game.pieces, game.draw), True: chances(game.pieces[:1], game.draw)}

    def better(one, other):
        (closes, left), (c, s) = one, other
        return (closes - c, s - left) if goal == "complete" else (s - left, closes - c)

    @cache
    def value(tiles):
        if not tiles:
            return 1.0, 0.0
        few = may_with_one(area, tiles)
        ways = [True] if few and area.fewer_how == "forced" else [False, True] if few else [False]
        found = []
        for way in ways:
            known, closes, left = 0.0, 0.0, 0.0
            for total, chance in draws[way]:
                known += chance
                options = [value(tiles - group) for group in fitting(tiles, total)] or [(0.0, scored(area, tiles))]
                best = options[0]
                for option in options[1:]:
                    gain = better(option, best)
                    if gain[0] > 1e-12 or (abs(gain[0]) <= 1e-12 and gain[1] > 1e-12):
                        best = option
                closes, left = closes + chance * best[0], left + chance * best[1]
            found.append((closes, left + (1 - known) * scored(area, tiles)))
        best = found[0]
        for option in found[1:]:
            gain = better(option, best)
            if gain[0] > 1e-12 or (abs(gain[0]) <= 1e-12 and gain[1] > 1e-12):
                best = option
        return best

    return value(frozenset(range(1, area.tiles + 1)))


@settings(max_examples=60, deadline=None)
@given(set_games(), st.sampled_from(["expected", "complete"]))
def test_best_play_is_that_of_a_plain_recursion(game, goal):
    closing = closing_of(game)
    plan = plan_of(closing, goal)
    closes, left = best_by_hand(game, goal)
    assert plan.complete[closing.full] == pytest.approx(closes, abs=1e-9)
    assert plan.expected[closing.full] == pytest.approx(left, rel=1e-9)
    followed = outcome_of(game, Style(choose="plan", goal=goal))
    assert followed.left[0] == pytest.approx(closes, abs=1e-9)
    assert followed.left @ closing.score == pytest.approx(left, rel=1e-9)
    assert followed.left.sum() == pytest.approx(1)
    assert followed.draws.sum() == pytest.approx(1)


@settings(max_examples=30, deadline=None)
@given(set_games())
def test_exact_and_simulated_agree_in_every_style(game):
    found = measure(game, 20_000)
    for key in ("rolls", "score", "success", "idle_turns", "ties", "first_seat_edge", "minutes"):
        if key == "first_seat_edge" and key not in found.simulated:
            continue  # alone
        exact, played = found.exact.readings[key], found.simulated[key]
        assert exact.method == "exact"
        assert abs(exact.mean - played.mean) <= 4 * played.stderr + 1e-9, key
        if exact.sd is not None:
            assert played.sd == pytest.approx(exact.sd, rel=0.1, abs=0.1)
    for exact, played in zip(
        found.exact.readings["seat_wins"].values, found.simulated["seat_wins"].values, strict=True
    ):
        assert abs(exact - played) <= 4 * found.simulated["seat_wins"].stderr + 1e-9


@settings(max_examples=30, deadline=None)
@given(set_games(), st.integers(0, 99))
def test_by_hand_the_same_rules_hold(game, seed):
    """Only sets that add to the total are offered, scores are what is left, and the least wins."""
    sitting = Sitting(game, seed)
    turn_scores = []
    while not sitting.now.over:
        before = sitting.now
        if before.waiting == "choice" and before.total:
            keys = {option.key[1] for option in sitting.options}
            open_now = frozenset(t for t in range(1, game.area.tiles + 1) if before.open >> (t - 1) & 1)
            assert keys == {sum(1 << (t - 1) for t in group) for group in fitting(open_now, before.total)}
        sitting.play_on(game.seats.style(before.seat))
        if sum(sitting.now.scores) != sum(before.scores):
            left = [t for t in range(1, game.area.tiles + 1) if before.open >> (t - 1) & 1]
            turn_scores.append(scored(game.area, left))
    assert sum(sitting.now.scores) == sum(turn_scores)
    assert sitting.now.winners == tuple(
        k for k, score in enumerate(sitting.now.scores) if score == min(sitting.now.scores)
    )


def test_nine_tiles_with_two_dice():
    """Held against figures worked out by the recursion above, once, by another program run."""
    game = game_from({"pieces": [{}, {}], "area": {"kind": "tiles"}})
    assert best_by_hand(game, "complete")[0] == pytest.approx(
        plan_of(closing_of(game), "complete").complete[511], abs=1e-12
    )
    assert best_by_hand(game, "expected")[1] == pytest.approx(
        plan_of(closing_of(game), "expected").expected[511], abs=1e-12
    )


def test_shares_of_least_scores_by_enumeration():
    rng = np.random.default_rng(5)
    parts = [(np.array([0.0, 2.0, 5.0]), rng.dirichlet([1, 1, 1])) for _ in range(3)]
    wins, ties = least_score_wins(parts)
    by_hand, tied = np.zeros(3), 0.0
    for places in np.ndindex(3, 3, 3):
        scores = [parts[k][0][place] for k, place in enumerate(places)]
        chance = np.prod([parts[k][1][place] for k, place in enumerate(places)])
        best = [k for k in range(3) if scores[k] == min(scores)]
        by_hand[best] += chance / len(best)
        tied += chance * (len(best) > 1)
    assert np.allclose(wins, by_hand)
    assert ties == pytest.approx(tied)


def test_cards_kept_out_are_played_and_say_so():
    pack = {"kind": "pack", "cards": [1, 2, 3, 4, 5, 6], "after": "keep_out"}
    game = game_from(
        {"pieces": [pack], "area": {"kind": "tiles", "tiles": 6}, "seats": {"styles": [{"choose": "plan"}]}}
    )
    assert measure_exactly(game).result is None
    batch = area_of(game).measured.player(game)(2000, 1000, np.random.default_rng(1))
    assert (batch.success == 1).all()  # each card comes once and closes its own tile
    assert (batch.rolls == 12).all()
    assert (batch.winner == TIED).all()
    with pytest.raises(GameError, match="put its cards back"):
        game_from({"pieces": [pack, {}], "area": {"kind": "tiles", "fewer": "last_tile"}})


@pytest.mark.parametrize(
    ("data", "code", "says", "cure"),
    [
        ({"area": {"kind": "tiles"}}, "never_closed", "No set of tiles with 7, 8 or 9", "Make it 6 tiles"),
        (
            {"pieces": [{}, {}], "area": {"kind": "tiles"}},
            "last_never_closed",
            "Once 1 is the only tile open",
            "Draw with one piece for the last tile",
        ),
        (
            {"pieces": [{"faces": [1, 2]}], "area": {"kind": "tiles", "tiles": 3}},
            "no_choice",
            "never more than one set",
            None,
        ),
        (
            {"pieces": [{}, {}], "area": {"kind": "tiles", "fewer": "high_gone", "fewer_from": 1}},
            "never_fewer",
            "that rule does nothing",
            "Always draw with all the pieces",
        ),
        (
            {"pieces": [{}, {}], "area": {"kind": "tiles", "rounds": 10}, "brief": {"minutes": {"low": 1, "high": 2}}},
            "far_too_long",
            "Hardly any game",
            None,
        ),
    ],
)
def test_faults_name_the_setting_and_their_cure_works(data, code, says, cure):
    game = game_from(data)
    fault = next(fault for fault in find_faults(game) if fault.code == code)
    assert says in fault.sentence
    assert cure is None or fault.cures[0].words == cure
    for change in fault.cures:
        assert code not in codes_of(change.game)


@pytest.mark.parametrize("notes", [False, True])
def test_who_finds_nothing_that_fits_has_looked_for_it(notes):
    """A turn ends with all closed, or with a look in vain, which takes as long as deciding."""
    known = []
    for choice in (0.0, 4.0):
        data = {"area": {"kind": "tiles", "rounds": 2}, "pieces": [{}, {}], "seats": {"fluency": [{"choice": choice}]}}
        game = game_from(data)
        known.append(measure(game, 6000, seed=2).simulated if notes else measure_exactly(game).readings)
    took = (known[1]["thinking_seconds"].mean - known[0]["thinking_seconds"].mean) / 4
    expected = known[0]["decisions"].mean + 1 - known[0]["success"].mean
    assert took == pytest.approx(expected, abs=0.03 if notes else 1e-9)


def test_a_draw_that_makes_no_sum_needs_no_look_at_the_tiles():
    """A die with 0 and 1: half of the games end at once; of the others half look for a second 1 in vain."""
    area = {"kind": "tiles", "play": "sets", "tiles": 3}
    fluency = {"name": "counts", "adding": "count_on"}
    game = game_from({"pieces": [{"faces": [0, 1]}], "area": area, "seats": {"count": 1, "fluency": [fluency]}})
    who, hands = game.seats.profile(0), game.seats.hands
    throw, end = hands.throw + who.look, hands.hand_on
    nothing, second = throw + end, 2 * throw + hands.move + end
    seconds = nothing / 2 + second / 4 + (second + who.choice) / 4
    assert measure_exactly(game).readings["minutes"].mean == pytest.approx(seconds / 60)
