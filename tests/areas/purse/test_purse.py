"""The purse: best play against a plain recursion, exact against simulated, and the game by hand."""

from fractions import Fraction
from functools import cache

import pytest
from hypothesis import assume, example, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.purse.area import last_of, steps_of
from bolometric.core.areas.purse.board import _map
from bolometric.core.areas.purse.exact import plan_of
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.seats import Style
from bolometric.core.judge.faults import find_faults
from bolometric.core.judge.nearby import effects
from bolometric.core.measure.measuring import measure
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.faults_alone import codes_of, faults_alone
from tests.random_games import dice

styles = st.sampled_from(
    [
        {},
        {"choose": "plan"},
        {"choose": "plan", "goal": "exactly"},
        {"choose": "thumb", "rule": "boldest"},
        {"choose": "thumb", "rule": "even_share"},
    ]
)


@st.composite
def purses(draw, most=4):
    data = {
        "pieces": draw(dice(2, st.integers(-1, 6))),
        "area": {
            "kind": "purse",
            "draws": draw(st.integers(1, most)),
            "multipliers": draw(st.lists(st.sampled_from([1, 2, 5, 10, "1/2"]), min_size=1, max_size=3, unique=True)),
            "target": draw(st.sampled_from([7, 20, "25/2", 60])),
            "over": draw(st.sampled_from(["lost", "distance"])),
        },
        "seats": {"count": draw(st.integers(1, 3)), "styles": draw(st.lists(styles, min_size=1, max_size=3))},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


def best_by_hand(game, goal):
    """(score, chance of hitting) under best play, with sums as fractions."""
    area, odds = game.area, game.distribution
    draws = [(total, float(odds.chance(total))) for total in odds.totals]

    @cache
    def value(left, held):
        if left == 0:
            over = held > area.target and area.over == "lost"
            return float(area.target if over else abs(held - area.target)), float(held == area.target)
        far = hit = 0.0
        for total, chance in draws:
            options = [value(left - 1, held + total * by) for by in area.multipliers]
            if goal == "nearest":
                best = min(options, key=lambda option: (round(option[0], 10), -round(option[1], 10)))
            else:
                best = max(options, key=lambda option: (round(option[1], 10), -round(option[0], 10)))
            far, hit = far + chance * best[0], hit + chance * best[1]
        return far, hit

    return value(area.draws, Fraction(0))


THERE_AND_BACK = game_from(
    {"pieces": [{"faces": [-5, 5]}], "area": {"kind": "purse", "draws": 3, "multipliers": [1, 2], "target": 10}}
)
"""What is over the target can come back to it."""


@settings(max_examples=60, deadline=None)
@given(purses(), st.sampled_from(["nearest", "exactly"]))
@example(THERE_AND_BACK, "nearest")
def test_best_play_is_that_of_a_plain_recursion(game, goal):
    steps = steps_of(game)
    plan = plan_of(steps, goal)
    far, hit = best_by_hand(game, goal)
    assert plan.distance[steps.draws, steps.start] == pytest.approx(far, rel=1e-9, abs=1e-9)
    assert plan.hits[steps.draws, steps.start] == pytest.approx(hit, abs=1e-9)
    last = last_of(game, Style(choose="plan", goal=goal))
    assert last @ steps.distance == pytest.approx(far, rel=1e-9, abs=1e-9)
    assert last[steps.exact].sum() == pytest.approx(hit, abs=1e-9)


@settings(max_examples=30, deadline=None)
@given(purses(6))
def test_exact_and_simulated_agree_in_every_style(game):
    found = measure(game, 10_000)
    for key, exact in found.exact.readings.items():
        played = found.simulated.get(key)
        if played is not None and exact.mean is not None:
            assert abs(exact.mean - played.mean) <= 4 * played.stderr + 1e-9, key
    for exact, played in zip(
        found.exact.readings["seat_wins"].values, found.simulated["seat_wins"].values, strict=True
    ):
        assert abs(exact - played) <= 4 * found.simulated["seat_wins"].stderr + 1e-9


@settings(max_examples=30, deadline=None)
@given(purses(), st.integers(0, 99))
def test_by_hand_sums_are_totals_times_what_was_chosen(game, seed):
    sitting, held = Sitting(game, seed), [Fraction(0)] * game.seats.count
    while not sitting.now.over:
        before = sitting.now
        if before.waiting == "choice":
            key = sitting.rules.pick(game, before, game.seats.style(before.seat), sitting.chance)
            total = game.distribution.totals[before.total]
            held[before.seat] += total * game.area.multipliers[key]
            sitting.choose(key)
        else:
            sitting.draw()
    steps = steps_of(game)
    assert [Fraction(place + steps.least, steps.unit) for place in sitting.now.sums] == held
    target = game.area.target
    lost = game.area.over == "lost"
    far = [target if lost and own > target else abs(own - target) for own in held]
    assert sitting.now.winners == tuple(k for k, one in enumerate(far) if one == min(far))


def test_out_of_reach_and_without_a_choice_is_a_fault_with_its_cure():
    far = game_from({"area": {"kind": "purse", "draws": 2, "multipliers": [1, 5], "target": 99}})
    fault = next(fault for fault in find_faults(far) if fault.code == "target_out_of_reach")
    assert "nobody can hit the target" in fault.sentence
    assert "target_out_of_reach" not in codes_of(fault.cures[0].game)
    one = game_from({"area": {"kind": "purse", "multipliers": [5]}})
    fault = next(fault for fault in find_faults(one) if fault.code == "no_choice")
    assert fault.cures[0].words == "Add 50"
    with pytest.raises(GameError, match="too many to work out"):
        with_value(one, "area.multipliers", [1, 99999])


def test_knobs_tell_what_a_draw_or_a_multiplier_more_does():
    game = game_from(
        {"area": {"kind": "purse", "draws": 6, "multipliers": [1, 10]}, "seats": {"styles": [{"choose": "plan"}]}}
    )
    words = {effect.change.words for effect in effects(game, "score")}
    assert {"Make it 7 draws", "Add 5", "Leave out 10"} <= words


@settings(max_examples=30, deadline=None)
@given(purses())
def test_the_map_is_empty_where_nobody_can_come(game):
    """Every sum that some choices lead to lies on a place that is used, and only those."""
    steps, board = steps_of(game), area_of(game).board
    edges, columns = _map(steps).edges.tolist(), len(_map(steps).edges) - 1
    reached, used = {steps.start}, set()
    for made in range(steps.draws):
        for sum_ in reached:
            used |= {made * columns + i + 1 for i in range(columns) if edges[i] <= sum_ < edges[i + 1]}
        reached = {sum_ + int(adds) for sum_ in reached for adds in steps.adds[steps.chances > 0].ravel()}
    assert set(range(1, steps.draws * columns + 1)) - board.places(game).unused == used
    heat = board.heat(game)
    for number in range(1, steps.draws * columns + 1):
        assert ("nobody has" in board.describe(game, heat, number)) == (number not in used)


def test_a_target_far_out_of_reach_is_cured_by_the_nearest_that_can_be_hit():
    game = game_from({"area": {"kind": "purse", "draws": 3, "multipliers": [1, 5], "target": 500}})
    faults = {fault.code: fault for fault in find_faults(game)}
    cure = faults["target_out_of_reach"].cures[0]
    assert cure.words == "Make the target 90"
    assert "target_out_of_reach" not in codes_of(cure.game)
    (more,) = faults["no_choice"].cures
    assert "no_choice" not in codes_of(more.game)


@pytest.mark.parametrize(("multipliers", "cure"), [([2], ["Add 10"]), ([1], ["Add 10"])])
def test_a_further_multiplier_is_tried_before_it_is_offered(multipliers, cure):
    """The first that leaves something to decide: ten times the last, or fewer times where that does not."""
    area = {"kind": "purse", "draws": 2, "multipliers": multipliers, "target": 30, "over": "distance"}
    game = game_from({"pieces": [{"faces": [1, 2, 3]}], "area": area})
    (fault,) = [fault for fault in find_faults(game) if fault.code == "no_choice"]
    assert [one.words for one in fault.cures] == cure
    assert "no_choice" not in [after.code for one in fault.cures for after in faults_alone(one.game)]
