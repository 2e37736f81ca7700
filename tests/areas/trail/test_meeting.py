"""Seats that heed each other: totals that move either marker, daring to win, matches, a shared marker, losing first."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail.area import meets
from bolometric.core.areas.trail.pairs.best_play import against
from bolometric.core.areas.trail.pairs.best_response import plan_of_seat
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.game.document import game_from
from bolometric.core.learner_work.trace import DECIDE, Book, decoded
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.errors import GameError
from tests.random_games import dice

WIN = {"choose": "plan", "goal": "win"}


def game(area, styles=({},), count=2, pieces=({},)):
    return game_from({"pieces": list(pieces), "area": area, "seats": {"count": count, "styles": list(styles)}})


@settings(max_examples=25, deadline=None)
@given(
    dice(1, st.integers(1, 4)),
    st.integers(5, 9),
    st.sampled_from(["wins", "loses"]),
    st.sampled_from([[], [2]]),
    st.sampled_from(["either", "back"]),
)
def test_best_movers_satisfy_their_equations(pieces, length, first_home, back, moves):
    area = {"length": length, "moves": moves, "first_home": first_home, "back_to_start": back}
    try:
        played = game(area, [{"choose": "plan"}, {}], pieces=pieces)
    except GameError:
        return
    plan, chain = against(played.area, played.distribution), compile_chain(played.area, played.distribution)
    ends = 1.0 if first_home == "wins" else 0.0
    effects = {}  # by how much each column moves; None for back to the start
    for place, total in enumerate(played.distribution.totals):
        effects[int(chain.column[place, 0])] = None if total in back else int(total)
    for a in range(length):
        for b in range(length):
            value = 0.0
            for column, chance in enumerate(chain.chances):
                mine, theirs = chain.landing[a, column], chain.landing[b, column]
                if moves == "back":
                    by = effects[column]
                    theirs = 0 if by is None else max(b - by, 0)
                own = ends if mine == length else 1 - plan.wins[b, mine]
                given_away = 1 - ends if theirs == length else 1 - plan.wins[theirs, a]
                value += chance * max(own, given_away)
            assert plan.wins[a, b] == pytest.approx(value, abs=1e-8)


@pytest.mark.parametrize(
    "area",
    [
        {"length": 12, "go_on": "dare", "lose_turn": [1]},
        {"length": 10, "go_on": "dare", "back_to_start": [3], "end": "exact"},
    ],
)
def test_daring_to_win_beats_daring_for_few_turns_and_wins_as_often_as_solved(area):
    both = game(area, [WIN])
    plan = against(both.area, both.distribution)
    batch = area_of(both).measured.player(both)(200_000, 1000, np.random.default_rng(1))
    error = (0.25 / 200_000) ** 0.5
    assert abs((batch.home == 1).mean() - plan.wins[0, 0]) < 4 * error
    shares = []
    for styles in ([WIN, {"choose": "plan"}], [{"choose": "plan"}, WIN]):
        one = game(area, styles)
        batch = area_of(one).measured.player(one)(200_000, 1000, np.random.default_rng(2))
        shares.append((batch.home == (1 if styles[0] == WIN else 2)).mean())
    assert sum(shares) / 2 > 0.5 - 4 * error


MEETING = st.one_of(
    st.fixed_dictionaries(
        {
            "moves": st.sampled_from(["either", "back"]),
            "first_home": st.sampled_from(["wins", "loses"]),
            "end": st.sampled_from(["pass", "exact", "bounce"]),
            "back_to_start": st.sampled_from([[], [2]]),
        }
    ),
    st.fixed_dictionaries(
        {
            "go_on": st.just("dare"),
            "lose_turn": st.just([1]),
            "back_to_start": st.sampled_from([[], [3]]),
            "end": st.sampled_from(["pass", "bounce"]),
        }
    ),
)


HEED = {"choose": "plan", "goal": "heed"}


HOLD = {"choose": "thumb", "rule": "hold_up", "number": 4}


STYLES = st.sampled_from([WIN, HEED, {}, {"choose": "thumb", "number": 2}, HOLD])


@settings(max_examples=25, deadline=None)
@given(MEETING, st.integers(5, 14), st.tuples(STYLES, STYLES), st.integers(3, 6))
def test_two_seats_that_meet_are_followed_exactly(area, length, styles, faces):
    """The exact readings against games played, and, where both play to win, against the value that was solved."""
    holds = area.get("moves") == "back" and area["first_home"] == "wins"
    styles = styles if holds else tuple({} if style == HOLD else style for style in styles)
    played = game({"length": length, **area}, styles, pieces=[{"faces": list(range(1, faces + 1))}])
    found = measure(played, 8_000)
    if not meets(played) or "turns" not in found.exact.readings:
        return
    for key in ("turns", "rounds", "setbacks", "ties"):
        exact, simulated = found.exact.readings[key], found.simulated[key]
        assert abs(exact.mean - simulated.mean) <= 4.5 * simulated.stderr + 1e-9, key
    assert found.exact.readings["turns"].sd == pytest.approx(found.simulated["turns"].sd, rel=0.15, abs=0.05)
    wins, simulated = found.exact.readings["seat_wins"].values, found.simulated["seat_wins"]
    assert abs(wins[0] - simulated.values[0]) <= 4.5 * max(simulated.stderr, 1e-3)
    assert sum(wins) == pytest.approx(1)
    if HEED in styles and styles[0] != styles[1]:  # knowing the other is never worse than expecting the best
        seat = styles.index(HEED)
        expecting = tuple(WIN if style == HEED else style for style in styles)
        other = measure_exactly(game({"length": length, **area}, expecting, pieces=played.pieces)).readings["seat_wins"]
        assert wins[seat] >= other.values[seat] - 1e-9
        if seat == 0:
            assert wins[0] == pytest.approx(plan_of_seat(played, 0).wins[0, 0], abs=1e-7)
    if styles == (WIN, WIN):
        assert wins[0] == pytest.approx(against(played.area, played.distribution).wins[0, 0], abs=1e-7)


def test_landings_are_those_of_games_played_where_seats_meet():
    """A marker that the other pushes home first does not get everywhere it would alone."""
    played = game({"length": 14, "moves": "either"}, [{"choose": "plan"}, {"choose": "plan"}])
    heat = measure_exactly(played).heat
    wins = measure_exactly(played).readings["seat_wins"].values
    assert heat.known.startswith("simulated")
    assert abs(heat.values[-1] - wins[0]) < 4.5 * heat.stderr
    assert "Best play" not in area_of(played).board.describe(played, heat, 5)
    assert f"in {100 * heat.values[4]:.0f}% of games" in area_of(played).board.describe(played, heat, 5)


@pytest.mark.parametrize(
    ("first_home", "finish"), [("wins", "at_once"), ("loses", "at_once"), ("loses", "finish_round")]
)
def test_the_first_home_loses_exactly(first_home, finish):
    found = measure(game({"length": 14, "first_home": first_home, "finish": finish}, count=3), 40_000)
    for exact, played in zip(
        found.exact.readings["seat_wins"].values, found.simulated["seat_wins"].values, strict=True
    ):
        assert abs(exact - played) < 4 * found.simulated["seat_wins"].stderr
    ties = found.simulated["ties"]
    assert abs(found.exact.readings["ties"].mean - ties.mean) < 4 * ties.stderr
    assert sum(found.exact.readings["seat_wins"].values) == pytest.approx(1)


def test_one_marker_for_all_against_a_number_of_turns():
    """Nine dice must add to thirty: worked out from the odds of nine dice."""
    shared = game({"length": 30, "track": "shared", "turns": 9}, count=3)
    nine = game({"length": 30}, pieces=[{}] * 9).distribution
    chance = float(nine.chance_where(lambda total: total >= 30))
    found = measure_exactly(shared)
    assert found.readings["success"].mean == pytest.approx(chance, abs=1e-12)
    assert found.readings["turns"].p90 == 9
    ends = [Sitting(shared, seed) for seed in range(60)]
    for sitting in ends:
        while not sitting.now.over:
            sitting.draw()
    won = np.mean([bool(sitting.now.winners) for sitting in ends])
    assert abs(won - chance) < 4 * (chance * (1 - chance) / 60) ** 0.5
    assert all(sitting.now.turn == 9 for sitting in ends if not sitting.now.winners)


@pytest.mark.parametrize("area", [{}, {"back_to_start": [2]}, {"go_on": "dare", "lose_turn": [1]}])
def test_landings_of_a_shared_marker_are_those_of_its_turns(area):
    """Against playing by hand: what comes after the last turn does not count."""
    shared = game({"length": 16, "track": "shared", "turns": 4, **area}, [{"choose": "guess"}])
    heat, found, games = measure_exactly(shared).heat, np.zeros(16), 400
    told = measure(shared, 20_000)
    assert heat.values[-1] == pytest.approx(told.readings["success"].mean, abs=1e-12)
    assert {"success", "setbacks"} <= set(told.exact.readings)
    assert "choice" not in told.readings
    for key in ("setbacks", "success", "turns"):
        assert abs(told.exact.readings[key].mean - told.simulated[key].mean) <= 4.5 * told.simulated[key].stderr
    for seed in range(games):
        sitting, landed, before = Sitting(shared, seed), set(), 0
        while not sitting.now.over:
            turn = sitting.now.turn
            sitting.play_on(shared.seats.style(sitting.now.seat))
            if sitting.now.over or sitting.now.turn != turn:
                now = sitting.now.places[0]
                landed |= {now} if now and now != before else set()
                before = now
        found[[place - 1 for place in landed]] += 1
    values = np.array(heat.values)
    assert np.all(np.abs(found / games - values) < 4.5 * np.sqrt(values * (1 - values) / games + 1e-4))


@settings(max_examples=5, deadline=None)
@given(
    st.sampled_from(["one", "three", "five"]),
    st.sampled_from(["wins", "loses"]),
    st.sampled_from(["at_once", "finish_round"]),
    st.sampled_from(["own", "either", "back"]),
    st.integers(2, 3),
)
def test_matches_by_hand_are_those_of_the_runs(games, first_home, finish, moves, count):
    styles = [{"choose": "thumb"}, {}]
    area = {
        "length": 8,
        "games": games,
        "first_home": first_home,
        "finish": finish,
        "moves": moves,
        "back_to_start": [2],
    }
    played = game(area, styles, count)
    runs, sat = (2_000, 25) if moves == "back" else (20_000, 90)
    batch = area_of(played).measured.player(played)(runs, 100_000, np.random.default_rng(4))
    turns, wins = [], np.zeros(count)
    for seed in range(sat):
        sitting = Sitting(played, seed)
        while not sitting.now.over:
            sitting.play_on(played.seats.style(sitting.now.seat))
        turns.append(sitting.now.turn)
        wins[list(sitting.now.winners)] += 1 / len(sitting.now.winners)
    error = batch.turns.std() / len(turns) ** 0.5
    assert abs(np.mean(turns) - batch.turns.mean()) < 4.5 * error
    bits = (batch.home[:, None] >> np.arange(count)) & 1
    share = (bits / bits.sum(axis=1, keepdims=True)).mean(axis=0)
    assert np.all(np.abs(wins / sat - share) < 4.5 * np.sqrt(0.25 / sat))


@pytest.mark.parametrize("count", [2, 3])
@pytest.mark.parametrize("first_home", ["wins", "loses"])
def test_nobody_chooses_while_a_marker_of_the_two_is_home(first_home, count):
    """A marker may be moved home by another, and its round goes on: nothing is to be chosen then, as at the Table."""
    area = {"length": 7, "moves": "either", "first_home": first_home, "finish": "finish_round"}
    played, book = game(area, [{"choose": "thumb"}, {}], count), Book(500)
    batch = area_of(played).measured.player(played)(500, 1_000, np.random.default_rng(2), book)
    assert batch.ended.all()
    decided = [decoded(code) for code in book.notes()[2].tolist()]
    places = {place for kind, own, other in decided if kind == DECIDE for place in (own, other)}
    assert places == set(range(played.area.length))


@settings(max_examples=8, deadline=None)
@given(
    st.sampled_from(["three", "five"]),
    st.sampled_from(["wins", "loses"]),
    st.sampled_from(["at_once", "finish_round"]),
    st.sampled_from(["own", "either", "back"]),
    st.sampled_from(["pass", "exact", "bounce"]),
    st.integers(2, 3),
)
def test_matches_are_worked_out_as_they_are_played(games, first_home, finish, moves, end, count):
    area = {"length": 9, "games": games, "first_home": first_home, "finish": finish, "moves": moves, "end": end}
    # Games in which players hold each other up are long.
    runs, near = (700, 1.0) if moves == "back" else (10_000, 0.15)
    found = measure(game({**area, "back_to_start": [2]}, [{"choose": "thumb"}, {}], count), runs)
    if moves != "own" and (count > 2 or finish == "finish_round"):
        assert "turns" not in found.exact.readings
        return
    for key in ("turns", "rounds", "setbacks", "ties"):
        exact, simulated = found.exact.readings[key], found.simulated[key]
        assert abs(exact.mean - simulated.mean) <= 4.5 * simulated.stderr + 1e-9, key
    assert found.exact.readings["turns"].sd == pytest.approx(found.simulated["turns"].sd, rel=near)
    wins, simulated = found.exact.readings["seat_wins"].values, found.simulated["seat_wins"]
    assert np.abs(np.subtract(wins, simulated.values)).max() <= 4.5 * simulated.stderr
    assert sum(wins) == pytest.approx(1)
