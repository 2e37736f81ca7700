"""Waiting times with a tail in closed form, against the same tail written out."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.chains.waiting import WaitingTime


@st.composite
def falling(draw):
    """A head that starts at 1 and falls, a period within it, and a tail loss."""
    period = draw(st.integers(1, 6))
    drops = draw(st.lists(st.floats(0.0, 0.4), min_size=period + 1, max_size=20))
    head = np.cumprod([1.0, *(1 - drop for drop in drops)])
    # The repeating block must not rise when it comes round: its last value bounds the next first one.
    least = 1 - head[-1] / head[len(head) - period]
    tail_loss = draw(st.floats(max(0.05, least), 0.9)) if least < 0.9 else 0.95
    return WaitingTime(head, period, tail_loss)


def written_out(time: WaitingTime) -> WaitingTime:
    """The same tail as thousands of explicit values."""
    values = list(time.head)
    while values[-1] > 1e-18 and len(values) < 20_000:
        values += [value * (1 - time.tail_loss) for value in values[-time.period :]]
    return WaitingTime(np.array(values))


@given(falling())
def test_moments_are_those_of_the_tail_written_out(time):
    plain = written_out(time)
    assert time.mean() == pytest.approx(plain.mean(), rel=1e-9)
    assert time.sd() == pytest.approx(plain.sd(), rel=1e-6, abs=1e-6)


@given(falling(), st.floats(0.001, 0.999))
def test_quantiles_are_the_least_count_that_reaches_the_share(time, share):
    found = time.quantile(share)
    assert time.survival(found) <= 1 - share + 1e-9
    assert found == 0 or time.survival(found - 1) > 1 - share - 1e-9
    assert found == written_out(time).quantile(share)


@given(falling(), st.integers(0, 300))
def test_survival_and_chances_hang_together(time, most):
    plain = written_out(time)
    assert time.survival(most) == pytest.approx(plain.survival(most), abs=1e-12)
    chances = time.chances(most)
    assert len(chances) == most + 1
    assert chances.sum() == pytest.approx(1 - time.survival(most))
    assert time.survival(-1) == 1


def test_what_may_never_end_has_no_mean_and_no_late_quantile():
    time = WaitingTime(np.array([1.0, 0.6, 0.3, 0.3]), never=0.3)
    assert (time.mean(), time.sd()) == (None, None)
    assert [time.quantile(share) for share in (0.1, 0.4, 0.7, 0.71)] == [1, 1, 2, None]
    assert time.survival(10**9) == 0.3


def test_a_share_that_is_met_exactly_is_not_pushed_on_by_rounding():
    tenths = WaitingTime(1 - np.arange(11) * 0.1)  # 0.1 added up ten times is not 1
    assert [tenths.quantile(share) for share in (0.1, 0.3, 0.5, 0.7, 0.9)] == [1, 3, 5, 7, 9]


def test_lengths_beyond_counting_keep_their_scale():
    time = WaitingTime(np.ones(3), 1, 1e-30)
    assert time.mean() == pytest.approx(1e30)
    assert time.quantile(0.5) == pytest.approx(np.log(2) * 1e30, rel=1e-9)
