"""Poisson variables against SciPy's, which are worked out another way."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.special import gammainc, gammaincc
from scipy.stats import poisson as known

from bolometric.core.areas.filled import poisson

NEAR = 1e-10
TINY = 1e-290
"""Below this numbers lose digits, whoever works them out."""
mean = st.one_of(st.floats(1e-12, 5.0), st.floats(0.1, 3000.0))


@given(st.integers(0, 400), st.integers(0, 60), mean)
def test_each_count_and_fewer(low, more, rate):
    counts = np.arange(low, low + more)
    told = poisson.chances(low, low + more, rate)
    assert told == pytest.approx(known.pmf(counts, rate), rel=NEAR, abs=TINY)
    assert poisson.fewer(low + 1, rate) == pytest.approx(float(gammaincc(low + 1, rate)), rel=NEAR, abs=TINY)


@given(st.integers(0, 40), st.lists(st.lists(mean, min_size=3, max_size=3), min_size=1, max_size=3))
def test_at_least_so_many_however_unlikely(most, means):
    rates = np.array(means)
    told = poisson.at_least(most, rates)
    assert told.shape == (most + 1, *rates.shape)
    for count in range(1, most + 1):
        assert told[count] == pytest.approx(gammainc(count, rates), rel=NEAR, abs=TINY)
        assert poisson.each(most, rates)[count] == pytest.approx(known.pmf(count, rates), rel=NEAR, abs=TINY)
    assert (told[0] == 1.0).all()


def test_a_number_that_never_comes():
    assert poisson.chances(0, 3, 0.0).tolist() == [1.0, 0.0, 0.0]
    assert poisson.at_least(2, np.zeros(1)).tolist() == [[1.0], [0.0], [0.0]]
