"""Following a chain: turn by turn, in strides, and against powers of the whole matrix."""

import itertools

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.chains import absorbing
from bolometric.core.chains.absorbing import follow
from bolometric.core.chains.race import race
from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import Cancelled


def random_chain(seed: int, size: int, density: float):
    """Q and exits of a random chain from which home can be reached everywhere."""
    rng = np.random.default_rng(seed)
    weights = rng.random((size, size + 2)) * (rng.random((size, size + 2)) < density)
    weights[:, size] += 0.02  # a way home from everywhere
    chances = weights / weights.sum(axis=1, keepdims=True)
    inner = chances[:, :size]
    backward = np.array([inner[i, :i].sum() for i in range(size)])
    return inner, np.stack([chances[:, size], chances[:, size + 1], backward], axis=1)


@settings(max_examples=40)
@given(st.integers(0, 10**6), st.integers(1, 12), st.sampled_from([0.2, 0.6, 1.0]))
def test_every_turn_is_that_of_the_matrix_power(seed, size, density):
    inner, exits = random_chain(seed, size, density)
    way = follow(inner, exits)
    assert way.settled
    here = np.eye(size)[0]
    for turn in range(1, min(len(way.home), 200)):
        assert way.home[turn] == pytest.approx(here @ exits[:, 0], abs=1e-13)
        assert way.setback[turn] == pytest.approx(here @ exits[:, 2], abs=1e-13)
        here = here @ inner
        assert way.alive[turn] == pytest.approx(here.sum(), abs=1e-13)


@settings(max_examples=40)
@given(st.integers(0, 10**6), st.integers(1, 12))
def test_where_it_ends_is_what_the_linear_equations_say(seed, size):
    inner, exits = random_chain(seed, size, 0.7)
    way = follow(inner, exits)
    visits = np.linalg.solve((np.eye(size) - inner).T, np.eye(size)[0])
    assert way.never == pytest.approx(visits @ exits[:, 1], rel=1e-8, abs=1e-12)
    assert way.home_within(10**9) == pytest.approx(visits @ exits[:, 0], rel=1e-8)
    far = [way.home_within(turns) for turns in range(0, 400, 7)]
    assert all(a <= b + 1e-12 for a, b in itertools.pairwise(far))


def slow(size):
    """A fair walk between a wall and home: the shape takes size² turns to settle."""
    inner = np.zeros((size, size))
    for i in range(size):
        inner[i, max(i - 1, 0)] += 0.5
        if i + 1 < size:
            inner[i, i + 1] += 0.5
    exits = np.zeros((size, 3))
    exits[-1, 0] = 0.5
    exits[1:, 2] = 0.5
    return inner, exits


def test_strides_tell_the_same_as_single_turns(monkeypatch):
    inner, exits = slow(60)
    strided = follow(inner, exits)
    monkeypatch.setattr(absorbing, "WALKED", 10**9)
    walked = follow(inner, exits)
    assert len(strided.home) > absorbing.STRIDE * 6  # it did come to strides
    both = min(len(strided.home), len(walked.home))
    for name in ("home", "alive", "setback"):
        assert np.allclose(getattr(strided, name)[:both], getattr(walked, name)[:both], atol=1e-14)
    assert race([strided] * 3, False).turns.mean() == pytest.approx(race([walked] * 3, False).turns.mean(), rel=1e-10)


def test_a_chain_that_alternates_settles_too():
    """Two groups of positions taken in turn: the shape repeats every second turn only."""
    inner = np.array([[0, 1.0, 0], [0.9, 0, 0], [0, 0, 0]])[:2, :2]
    exits = np.array([[0, 0, 0], [0.1, 0, 0.9]])
    way = follow(inner, exits)
    assert way.settled
    assert race([way] * 1, False).turns.mean() == pytest.approx(20)
    assert race([way] * 1, False).turns.sd() == pytest.approx((0.9 / 0.01) ** 0.5 * 2)


def test_what_does_not_settle_is_not_called_exact(monkeypatch):
    monkeypatch.setattr(absorbing, "MOST_TURNS", 240)
    way = follow(*slow(60))
    assert not way.settled
    assert race([way] * 2, False) is None


def test_it_can_be_cancelled():
    asked = []
    with pytest.raises(Cancelled), heeding(lambda: len(asked) > 20 or asked.append(1)):
        follow(*slow(60))
    assert len(asked) == 21
