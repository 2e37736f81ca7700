"""Exact readings against two other routes: the joint chain of all seats, and simulated play.

The joint chain here shares nothing with the product's formulas but the rules: it moves a distribution
over the positions of *all* seats together, turn by turn, by a rule written out anew for one marker.
"""

from collections import defaultdict

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bolometric.core.areas.trail.exact import transition_matrix, visits
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.game.document import Game, game_from
from bolometric.core.measure.measuring import measure, measure_exactly, runs_of
from bolometric.core.results.batch import UNFINISHED
from tests.random_games import games, moved, outcomes


def joint_race(game: Game, most_rounds: int):
    """(turns distribution, wins, ties, setbacks, under way) by moving all seats together."""
    seats, home = game.seats.count, game.area.length
    state = {(0,) * seats: 1.0}
    ends, wins, ties, setbacks = defaultdict(float), np.zeros(seats), 0.0, 0.0
    turn = 0
    for _ in range(most_rounds):
        for seat in range(seats):
            turn += 1
            following = defaultdict(float)
            for places, chance in state.items():
                for total, special, part in outcomes(game):
                    there = moved(game, places[seat], total, special)
                    setbacks += chance * part * (there < places[seat])
                    following[(*places[:seat], there, *places[seat + 1 :])] += chance * part
            state = following
            if game.area.finish == "at_once" or seat == seats - 1:
                for places in [p for p in state if home in p]:
                    chance = state.pop(places)
                    arrived = [k for k in range(seats) if places[k] == home]
                    ends[turn] += chance
                    wins[arrived] += chance / len(arrived)
                    ties += chance * (len(arrived) > 1)
    return ends, wins, ties, setbacks, sum(state.values())


@settings(max_examples=40)
@given(games(longest=8, seats=3, faces=st.integers(-1, 6)))
def test_the_race_is_that_of_all_seats_moved_together(game):
    ends, wins, ties, setbacks, under_way = joint_race(game, 60 if game.seats.count < 3 else 25)
    found = measure_exactly(game)
    slack = under_way + 1e-9
    assert found.turns is not None
    for turn in range(max(ends, default=0) + 1):
        joint = 1 - sum(chance for at, chance in ends.items() if at <= turn)
        assert found.turns.survival(turn) == pytest.approx(joint, abs=1e-9)
    assert np.allclose(found.readings["seat_wins"].values, wins, atol=slack)
    assert found.readings["ties"].mean == pytest.approx(ties, abs=slack)
    assert found.turns.never <= slack
    if under_way < 1e-9:
        mean = sum(at * chance for at, chance in ends.items())
        square = sum(at * at * chance for at, chance in ends.items())
        assert found.readings["turns"].mean == pytest.approx(mean, abs=1e-5)
        assert found.readings["turns"].sd == pytest.approx(max(square - mean**2, 0) ** 0.5, abs=1e-3)
        assert found.readings["setbacks"].mean == pytest.approx(setbacks / mean, abs=1e-6)
        for share, value in ((0.1, "p10"), (0.5, "p50"), (0.9, "p90")):
            least = min(n for n in range(max(ends) + 1) if sum(c for at, c in ends.items() if at <= n) >= share - 1e-9)
            assert getattr(found.readings["turns"], value) == least


@settings(max_examples=60)
@given(games(longest=40))
def test_one_seat_takes_as_long_as_the_linear_equations_say(game):
    chain = compile_chain(game.area, game.distribution)
    assume(chain.can_finish[chain.can_be_reached].all())
    matrix = transition_matrix(chain)[:, :-1]
    inside = np.flatnonzero(chain.can_be_reached)
    equations = np.eye(len(inside)) - matrix[np.ix_(inside, inside)]
    mean = np.linalg.solve(equations, np.ones(len(inside)))
    second = np.linalg.solve(equations, 2 * mean - 1)
    alone = measure_exactly(game.model_copy(update={"seats": game.seats.model_copy(update={"count": 1})}))
    assert alone.readings["turns"].mean == pytest.approx(mean[0], rel=1e-8)
    assert alone.readings["turns"].sd == pytest.approx(max(second[0] - mean[0] ** 2, 0) ** 0.5, rel=1e-5, abs=1e-4)


@settings(max_examples=40)
@given(games())
def test_exact_and_simulated_agree(game):
    """Within 4 standard errors, for every reading that both give, on a fixed set of random games."""
    exact = measure_exactly(game)
    (*_, tally) = runs_of(game, seed=2026, runs=4000)
    unfinished = tally.sample.won(UNFINISHED)
    for key, simulated in tally.readings().items():
        if key not in exact.readings or unfinished:
            continue
        known = exact.readings[key]
        pairs = zip(known.values, simulated.values, strict=True) if known.values else [(known.mean, simulated.mean)]
        for sure, guessed in pairs:
            if sure is not None and guessed is not None:
                # Shares near 0 or 1 may show no spread at all in 4000 runs: allow what one run could change.
                assert abs(sure - guessed) <= 4 * simulated.stderr + 3 / 4000 * max(1, abs(sure)), key
    if exact.never == 0 and not unfinished:
        for share in ("p10", "p50", "p90"):
            value = getattr(tally.readings()["turns"], share)
            assert abs(1 - exact.turns.survival(int(value)) - float(share[1:]) / 100) < 0.04 or (
                exact.turns.survival(int(value) - 1) > 1 - float(share[1:]) / 100 - 0.04
            )


@given(games(longest=15))
def test_squares_are_landed_on_as_often_as_a_stopped_chain_says(game):
    """The chance of ever landing on a square: stop the chain there and follow it for 2^26 turns."""
    home = game.area.length
    step = np.zeros((home + 1, home + 1))
    step[home, home] = 1
    for here in range(home):
        for total, special, chance in outcomes(game):
            step[here, moved(game, here, total, special)] += chance
    found = visits(compile_chain(game.area, game.distribution))
    for square in range(1, home + 1):
        stopped = step.copy()
        stopped[square] = np.eye(home + 1)[square]
        far = np.linalg.matrix_power(stopped, 2**26)
        assert found.chance[square - 1] == pytest.approx(far[0, square], abs=1e-6)
    assert (found.times >= found.chance - 1e-9).all()


def race_of(length, faces, seats=1, **area):
    return game_from({"bolometric": 1, "pieces": faces, "area": {"length": length, **area}, "seats": {"count": seats}})


def test_a_die_that_always_shows_five_takes_two_turns_for_ten_squares():
    turns = measure_exactly(race_of(10, [{"faces": [5, 5]}])).readings["turns"]
    assert (turns.mean, turns.sd, turns.p10, turns.p90) == (2, 0, 2, 2)


def test_exactly_home_with_a_coin_of_one_and_two_by_hand():
    """From the square before last only a 1 helps: 2 turns more on average. f5 = 1 + (f4 + f3) / 2 and so on."""
    wait = [0.0, 2.0]
    for _ in range(4):
        wait.append(1 + (wait[-1] + wait[-2]) / 2)
    assert measure_exactly(race_of(5, [{"faces": [1, 2]}], end="exact")).readings["turns"].mean == pytest.approx(
        wait[5]
    )


def test_two_dice_and_an_exact_end_strand_a_climber_one_square_short():
    found = measure(race_of(20, [{}, {}], end="exact"), runs=4000)
    chance = found.exact.heat.visits.chance[18]
    assert 0.1 < chance < 0.5
    assert found.readings["turns"].mean is None
    assert found.readings["turns"].never == pytest.approx(chance)
    assert found.readings["success"].mean == pytest.approx(1 - chance)
    assert abs(found.simulated["stuck"].mean - chance) < 4 * found.simulated["stuck"].stderr


def test_a_game_of_a_thousand_million_turns_keeps_its_digits():
    """Ten sixes in a row are wanted, all else sends back: the mean is (6^11 - 6) / 5 turns (a textbook run)."""
    game = race_of(60, [{}], back_to_start=[1, 2, 3, 4, 5])
    turns = measure_exactly(game).readings["turns"]
    assert turns.mean == pytest.approx((6**11 - 6) / 5, rel=1e-9)
    assert turns.p50 == pytest.approx(np.log(2) * turns.mean, rel=1e-6)


def test_a_chain_that_mixes_slowly_is_followed_to_its_tail():
    """A fair coin of one step on or back, staying at the start when sent below it: N (N + 1) turns on average."""
    turns = measure_exactly(race_of(100, [{"faces": [-1, 1]}])).readings["turns"]
    assert turns.mean == pytest.approx(100 * 101, rel=1e-9)


def test_finishing_the_round_cures_the_edge_of_going_first():
    once, whole = (measure_exactly(race_of(40, [{}, {}], seats=2, finish=how)) for how in ("at_once", "finish_round"))
    assert once.readings["first_seat_edge"].mean > 0.1
    assert whole.readings["first_seat_edge"].mean == pytest.approx(0, abs=1e-12)
    assert whole.readings["ties"].mean > 0.1


def test_runs_do_not_depend_on_how_far_they_are_followed():
    game = race_of(30, [{}, {}], seats=3)
    first = next(iter(runs_of(game, 5, 5000)))
    other = iter(runs_of(game, 5, 5000))
    assert next(other).readings() == first.readings()
    *_, whole = other
    assert whole.runs == 5000


def test_runs_stop_when_they_are_sure():
    game = race_of(30, [{}, {}], seats=2)
    (*_, tally) = runs_of(game, 1)
    assert tally.widest_error() < 0.005
    assert tally.runs < 400_000
