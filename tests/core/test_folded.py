"""Runs folded as they come: the same figures as from all of them at once, in room that does not grow."""

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.numpy import arrays

from bolometric.core.measure.measuring import runs_of
from bolometric.core.results.batch import NO_WINNER, STUCK, UNFINISHED
from bolometric.core.results.estimate import spread
from bolometric.core.results.folded import MOST_VALUES, Pairs, Values
from tests.random_games import games

NUMBERS = st.one_of(
    arrays(np.int64, st.integers(1, 60), elements=st.integers(-1000, 100_000)),
    arrays(np.float64, st.integers(1, 60), elements=st.floats(-1e3, 1e3, width=32)),
    arrays(np.bool_, st.integers(1, 60)),
)


@given(st.lists(NUMBERS, min_size=1, max_size=5))
def test_folded_values_tell_what_all_of_them_would(parts):
    folded = Values()
    for part in parts:
        folded = folded.plus(part)
    every = np.concatenate([part.astype(float) for part in parts])
    assert folded.number == len(every)
    assert np.isclose(folded.mean, every.mean(), rtol=1e-9, atol=1e-9)
    assert np.isclose(folded.sd, every.std(), rtol=1e-7, atol=1e-6)
    rising = np.sort(every)
    assert (np.repeat(folded.values, folded.counts) == rising).all()
    for share in (0.1, 0.5, 0.9):
        assert folded.quantile(share) == rising[int(np.ceil(share * len(rising) - 1e-9)) - 1]
    assert folded.at_most(rising[0]) == (every == rising[0]).sum()
    assert folded.all_alike == (rising[0] == rising[-1])


def test_very_many_different_values_keep_mean_and_spread_and_nearly_their_percentiles():
    rng, folded, parts = np.random.default_rng(5), Values(), []
    for _ in range(12):
        parts.append(rng.normal(10, 3, (5000, 2)))
        folded = folded.plus(parts[-1])
        assert len(folded.values) <= MOST_VALUES
    every = np.concatenate(parts).ravel()
    assert folded.number == folded.counts.sum() == len(every)
    assert np.isclose(folded.mean, every.mean(), rtol=1e-12)
    assert np.isclose(folded.sd, every.std(), rtol=1e-12)
    told = spread(folded)
    for share, value in ((10, told.p10), (50, told.p50), (90, told.p90)):
        assert abs(value - np.percentile(every, share)) < 0.01  # the spread is 3


@given(st.lists(st.tuples(st.integers(0, 5), st.integers(1, 60)), min_size=2, max_size=40))
def test_a_folded_ratio_is_that_of_all(pairs):
    part, whole = np.array(pairs, float).T
    half = len(pairs) // 2
    folded = Pairs().plus(part[:half], whole[:half]).plus(part[half:], whole[half:])
    found = part.sum() / whole.sum()
    assert np.isclose(folded.ratio, found)
    error = (part - found * whole).std() / len(pairs) ** 0.5 / whole.mean()
    assert np.isclose(folded.stderr, error, atol=1e-7)


@settings(max_examples=15, deadline=None)
@given(games(longest=20))
def test_every_run_is_counted_once_in_what_is_kept(game):
    """The winners and who shares the win add up to the runs; lengths are those of the games that ended."""
    for tally in runs_of(game, 7, 900, most_turns=500):
        sample = tally.sample
        assert sum(sample.winners) == sample.shared.counts.sum() == sample.runs == tally.runs
        assert sample.turns.number == sample.rolls.number == sample.runs - sample.shared.of(0) + sample.won(NO_WINNER)
        assert sample.turns.number + sample.won(STUCK) + sample.won(UNFINISHED) == sample.runs
