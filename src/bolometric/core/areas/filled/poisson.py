"""Poisson variables: the chance of a count, of fewer, and of at least so many.

SciPy has these too, by the incomplete gamma function. Importing it takes a fifth of what measuring a small game
takes in all, and counts are whole numbers here, for which sums of positive terms are as exact.
Reference: Johnson, Kemp and Kotz, *Univariate Discrete Distributions*, chapter 4.
"""

from __future__ import annotations

from functools import cache
from math import lgamma

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
FAR = 12.0
"""Standard deviations above its mean past which a variable does not matter, with some to spare: below 1e-30 is left."""
SPARE = 40


@cache
def _log_factorials(bits: int) -> Array:
    return np.array([lgamma(n + 1.0) for n in range(2**bits)])


def log_factorials(most: int) -> Array:
    """Logarithms of 0!, 1!, …, ``most``!; shape (most + 1,)."""
    return _log_factorials(most.bit_length())[: most + 1]


def chances(low: int, high: int, mean: float) -> Array:
    """P(N = n) for the n from ``low`` up to ``high`` without it, and not overflowing; shape (high - low,)."""
    counts = np.arange(low, high)
    if mean == 0:
        return np.asarray(counts == 0, float)
    return np.asarray(np.exp(counts * np.log(mean) - mean - log_factorials(high)[low:high]))


def fewer(count: int, mean: float) -> float:
    """P(N < count)."""
    return float(chances(0, count, mean).sum())


def each(most: int, means: Array) -> Array:
    """P(N = n) for n = 0, …, ``most``, of many variables at once; shape (most + 1, *means.shape)."""
    found = np.zeros((most + 1, *means.shape))
    found[0] = np.exp(-means)
    for count in range(1, most + 1):
        found[count] = found[count - 1] * means / count
    return found


def at_least(most: int, means: Array) -> Array:
    """P(N ≥ n) for n = 0, …, ``most``; shape (most + 1, *means.shape).

    Small chances are as exact as large ones: they are added up from what hardly happens. Means past ``most`` leave no
    small chance, and are what fewer leave.
    """
    near = np.minimum(means, most + 1.0)
    single = each(most, near)
    term, tail = single[most], np.zeros(means.shape)
    for count in range(most + 1, int(most + 1 + FAR * (most + 1) ** 0.5) + SPARE):
        term = term * near / count
        tail = tail + term
    found = np.minimum(np.cumsum(single[::-1], axis=0)[::-1] + tail, 1.0)
    below = np.cumsum(each(most, means), axis=0)
    found[1:] = np.where(means > most + 1, 1.0 - below[:-1], found[1:])
    found[0] = 1.0
    return found
