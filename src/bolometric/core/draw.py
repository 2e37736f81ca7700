"""A draw: all the pieces used once, and the total they make, with exact ways and chances.

Theory. Pieces are independent and the faces of one piece are equally likely, so the number of ways to
make each total is the coefficient list of the product of the pieces' generating polynomials (a face
``f`` is ``x**f``). The product is taken piece by piece on whole numbers, so ways are exact however
many there are. Cost: (distinct totals so far) × (faces) for each piece; no outcome is ever listed.
Reference: Grinstead and Snell, *Introduction to Probability*, section 7.1 (convolutions).
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import sqrt
from typing import Annotated

import numpy as np
from numpy.typing import NDArray

from bolometric.core.pieces import Die


@dataclass(frozen=True, slots=True)
class Distribution:
    """Every total that can come up, in rising order, with the exact number of ways to make it."""

    totals: tuple[int, ...]
    ways: tuple[int, ...]

    @property
    def all_ways(self) -> int:
        """The number of equally likely outcomes behind the totals."""
        return sum(self.ways)

    def chance(self, total: int) -> Fraction:
        """The exact chance of ``total``; 0 if it never comes up."""
        try:
            return Fraction(self.ways[self.totals.index(total)], self.all_ways)
        except ValueError:
            return Fraction(0)

    @property
    def chances(self) -> NDArray[np.float64]:
        """Chances in the order of ``totals``; shape (number of totals,), adding to 1 up to rounding."""
        return np.array([way / self.all_ways for way in self.ways])

    @property
    def mean(self) -> float:
        """Expected value of the total."""
        return float(Fraction(sum(t * w for t, w in zip(self.totals, self.ways, strict=True)), self.all_ways))

    @property
    def sd(self) -> float:
        """Standard deviation of the total."""
        whole = self.all_ways
        first = Fraction(sum(t * w for t, w in zip(self.totals, self.ways, strict=True)), whole)
        second = Fraction(sum(t * t * w for t, w in zip(self.totals, self.ways, strict=True)), whole)
        return sqrt(second - first * first)

    @property
    def impossible(self) -> tuple[int, ...]:
        """Whole numbers between the least and the greatest total that can never come up."""
        possible = set(self.totals)
        return tuple(n for n in range(self.totals[0], self.totals[-1]) if n not in possible)


@lru_cache(maxsize=256)
def total_distribution(dice: Sequence[Die]) -> Distribution:
    """Exact distribution of the sum of ``dice`` (a tuple of one or more)."""
    ways: Counter[int] = Counter({0: 1})
    for die in dice:
        grown: Counter[int] = Counter()
        for face, repeats in Counter(die.faces).items():
            for total, count in ways.items():
                grown[total + face] += count * repeats
        ways = grown
    totals = sorted(ways)
    return Distribution(tuple(totals), tuple(ways[total] for total in totals))


Columns = Annotated[NDArray[np.int64], "one entry a column"]


@dataclass(frozen=True, slots=True)
class Sampler:
    """Columns to pick from evenly, each keeping its own total or passing to an alias.

    Walker's alias method as built by Vose (IEEE Trans. Softw. Eng. 17(9), 1991): pick column ``i``
    evenly, then keep it with chance ``keep[i] / 2**32``, else take ``alias[i]``.
    ``outcome[i]`` is the index of the column's total in the distribution.
    """

    outcome: Columns
    keep: NDArray[np.uint64]
    alias: Columns


@lru_cache(maxsize=64)
def sampler(distribution: Distribution, widest: int) -> Sampler:
    """Build the sampler. If there are at most ``widest`` ways, each is a column of its own and always kept."""
    count = len(distribution.totals)
    if distribution.all_ways <= widest:
        outcome = np.repeat(np.arange(count), distribution.ways)
        keep = np.full(len(outcome), 2**32, np.uint64)
        return Sampler(outcome, keep, np.arange(len(outcome)))
    share, alias = _vose(distribution.ways)
    return Sampler(np.arange(count), share, alias)


def _vose(ways: Sequence[int]) -> tuple[NDArray[np.uint64], Columns]:
    """Alias columns in whole-number arithmetic: a column is full at ``sum(ways)``."""
    count, full = len(ways), sum(ways)
    left = [way * count for way in ways]
    alias = np.arange(count)
    small = [i for i in range(count) if left[i] < full]
    large = [i for i in range(count) if left[i] > full]
    while small:
        low, high = small.pop(), large[-1]
        alias[low] = high
        left[high] -= full - left[low]
        if left[high] <= full:
            large.pop()
            if left[high] < full:
                small.append(high)
    # Only columns that were filled by an alias hold less than a full one.
    keep = [2**32 if alias[i] == i else left[i] * 2**32 // full for i in range(count)]
    return np.array(keep, np.uint64), alias
