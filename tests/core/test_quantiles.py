"""Between which values counts lie by chance alone, held against sums of exact fractions and of areas."""

from fractions import Fraction
from itertools import accumulate
from math import comb, exp, pi, sqrt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.logbook.quantiles import beyond, count_at, share_at, spreads


@given(
    st.integers(0, 40),
    st.integers(0, 36).map(lambda ways: Fraction(ways, 36)),
    st.sampled_from([0.0999, 0.5001, 0.9001]),
)
def test_a_count_is_the_first_that_so_many_do_not_go_beyond(trials, chance, part):
    each = (comb(trials, k) * chance**k * (1 - chance) ** (trials - k) for k in range(trials + 1))
    first = next(k for k, at_most in enumerate(accumulate(each)) if at_most >= Fraction(part))
    assert count_at(part, trials, float(chance)) == first


@pytest.mark.parametrize(("did", "did_not", "part"), [(1.5, 8.5, 0.05), (20.5, 1.5, 0.95), (3, 4, 0.5)])
def test_a_share_has_so_much_of_its_distribution_below(did, did_not, part):
    at = (np.arange(400_000) + 0.5) / 400_000
    heights = at ** (did - 1) * (1 - at) ** (did_not - 1)
    assert heights[at < share_at(part, did, did_not)].sum() / heights.sum() == pytest.approx(part, abs=2e-3)


@pytest.mark.parametrize("wide", [0.5, 0.8, 0.9, 0.95])
def test_spreads_hold_what_does_not_lie_beyond_them(wide):
    assert beyond(spreads(wide)) == pytest.approx(1 - wide)
    assert beyond(-spreads(wide)) == beyond(spreads(wide))
    steps = np.linspace(-spreads(wide), spreads(wide), 100_001)
    assert np.trapezoid([exp(-one * one / 2) / sqrt(2 * pi) for one in steps], steps) == pytest.approx(wide, abs=1e-6)
