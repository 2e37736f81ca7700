"""Matches of points and scores held against each other, by enumeration."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.chains.points import argmax_distribution, match
from bolometric.core.chains.scores import added, mixed, scores_of
from bolometric.core.results.readings import exact_score


@st.composite
def rounds_of_seats(draw):
    """Chances of who gets the point of a round, the empty set among them."""
    seats = draw(st.integers(1, 3))
    groups = draw(
        st.lists(
            st.sets(st.integers(0, seats - 1)).map(lambda s: tuple(sorted(s))), min_size=1, max_size=4, unique=True
        )
    )
    weights = np.array(draw(st.lists(st.integers(1, 9), min_size=len(groups), max_size=len(groups))), float)
    return seats, dict(zip(groups, (weights / weights.sum()).tolist(), strict=True))


@settings(max_examples=60, deadline=None)
@given(rounds_of_seats(), st.integers(1, 4), st.booleans())
def test_a_match_of_so_many_rounds_is_that_of_all_sequences(given_rounds, rounds, carried):
    seats, sets = given_rounds
    wins, ties = np.zeros(seats), 0.0
    for sequence in product(sets.items(), repeat=rounds):
        points, pot, chance = np.zeros(seats), 1, 1.0
        for who, p in sequence:
            points[list(who)] += pot
            pot = pot + 1 if carried and not who else 1
            chance *= p
        top = np.flatnonzero(points == points.max())
        wins[top] += chance / len(top)
        ties += chance * (len(top) > 1)
    found = match(sets, seats, rounds, None, carried)
    assert np.allclose(found.wins, wins)
    assert found.ties == pytest.approx(ties)
    assert found.rounds.mean() == pytest.approx(rounds)
    assert found.rounds.sd() == pytest.approx(0, abs=1e-6)


@settings(max_examples=40, deadline=None)
@given(st.floats(0.05, 0.95), st.integers(1, 6))
def test_first_to_so_many_points_is_the_negative_binomial(p, points):
    found = match({(0,): p, (1,): 1 - p}, 2, None, points)
    rng = np.random.default_rng(1)
    won = rng.random((20_000, 2 * points - 1)) < p
    ones = won.cumsum(axis=1)
    ends = (
        np.minimum(
            (ones >= points).argmax(axis=1) + (ones[:, -1] < points) * 10**6,
            ((~won).cumsum(axis=1) >= points).argmax(axis=1) + ((~won).sum(axis=1) < points) * 10**6,
        )
        + 1
    )
    assert abs(found.rounds.mean() - ends.mean()) < 5 * ends.std() / 20_000**0.5 + 1e-9
    assert abs(found.wins[0] - (ones[:, -1] >= points).mean()) < 0.02
    assert found.wins.sum() == pytest.approx(1)


def test_a_match_that_never_ends_is_not_followed():
    assert match({(): 1.0}, 2, None, 3) is None
    assert match({(0, 1): 1.0}, 2, None, 3).ties == pytest.approx(1)


@settings(max_examples=60, deadline=None)
@given(st.integers(1, 4), st.integers(1, 4), st.integers(0, 10**6))
def test_who_is_best_is_that_of_all_values_listed(seats, values, seed):
    rng = np.random.default_rng(seed)
    whole = rng.dirichlet(np.ones(values + 1), seats)
    has, nothing = whole[:, :-1], whole[:, -1]
    by_hand = {}
    for places in product(range(values + 1), repeat=seats):
        chance = np.prod([whole[seat, place] for seat, place in enumerate(places)])
        least = min(places)
        who = tuple(seat for seat, place in enumerate(places) if place == least) if least < values else ()
        by_hand[who] = by_hand.get(who, 0.0) + chance
    found = argmax_distribution(has, nothing)
    assert set(found) == {who for who, chance in by_hand.items() if chance > 0}
    for who, chance in found.items():
        assert chance == pytest.approx(by_hand[who])


@settings(max_examples=40, deadline=None)
@given(st.lists(st.integers(-3, 9), min_size=1, max_size=5), st.integers(1, 3), st.integers(0, 999))
def test_scores_added_are_those_of_all_sums(values, times, seed):
    chances = np.random.default_rng(seed).dirichlet(np.ones(len(values)))
    one = scores_of(np.array(values, float), chances)
    assert one[1].sum() == pytest.approx(1)
    by_hand = {}
    for picked in product(range(len(values)), repeat=times):
        total = sum(values[i] for i in picked)
        by_hand[total] = by_hand.get(total, 0.0) + np.prod(chances[list(picked)])
    found = added(one, times)
    assert found[0].tolist() == sorted(by_hand)
    assert np.allclose(found[1], [by_hand[total] for total in sorted(by_hand)])
    reading = exact_score(found)
    mean = sum(total * chance for total, chance in by_hand.items())
    assert reading.mean == pytest.approx(mean)
    below = np.cumsum([by_hand[total] for total in sorted(by_hand)])
    assert reading.p50 == sorted(by_hand)[int(np.searchsorted(below, 0.5 - 1e-12))]


def test_a_mixture_is_the_score_of_a_seat_taken_evenly():
    parts = [(np.array([0.0, 4.0]), np.array([0.5, 0.5])), (np.array([4.0]), np.array([1.0]))]
    values, chances = mixed(parts)
    assert values.tolist() == [0, 4]
    assert chances.tolist() == [0.25, 0.75]
    assert added((np.arange(3000.0), np.full(3000, 1 / 3000)), 9) is None or len(values) == 2
