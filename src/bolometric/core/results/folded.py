"""Values folded as they come in: what is kept does not grow with their number.

*Values* keep how often each value came up, and mean and spread beside it by the pairwise update of T. F. Chan,
G. H. Golub and R. J. LeVeque, "Algorithms for computing the sample variance" (The American Statistician 37, 1983).
*Pairs* keep what a ratio of two sums and its error need.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from math import sqrt

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Counts = NDArray[np.int64]
Numbers = NDArray[np.float64] | NDArray[np.int64] | NDArray[np.bool_]

MOST_VALUES = 1 << 14
"""Different values that are told apart. With more, neighbours are put together, two by two: percentiles are then off by
no more than the gap between such neighbours; mean and spread stay as they are."""
WIDE = 4
"""Whole numbers are counted by their place where their range is at most so many times their number: that needs no
sorting."""


def _nothing() -> Array:
    return np.zeros(0)


def _no_counts() -> Counts:
    return np.zeros(0, np.int64)


@dataclass(frozen=True, slots=True)
class Values:
    """So many values: rising different ones, how often each came up, their mean and the sum of squares about it."""

    values: Array = field(default_factory=_nothing)
    counts: Counts = field(default_factory=_no_counts)
    number: int = 0
    mean: float = 0.0
    squares: float = 0.0

    def plus(self, more: Numbers) -> Values:
        """These and more of them, of any shape."""
        if more.size == 0:
            return self
        values, counts = counted(more.ravel())
        mean = float(more.mean())
        squares = float(counts @ (values - mean) ** 2)
        number, apart = self.number + more.size, mean - self.mean
        squares += self.squares + apart**2 * self.number * more.size / number
        values, counts = _fewer(*_merged(self.values, self.counts, values, counts))
        return Values(values, counts, number, self.mean + apart * more.size / number, squares)

    @property
    def sd(self) -> float:
        """Standard deviation."""
        return sqrt(self.squares / self.number)

    @property
    def stderr(self) -> float:
        """Standard error of the mean, the values being independent."""
        return self.sd / sqrt(self.number)

    @property
    def all_alike(self) -> bool:
        """Whether they are all the same."""
        return len(self.values) == 1

    def quantile(self, share: float) -> float:
        """The least value that at least this share of them do not exceed."""
        wanted = np.ceil(share * self.number - 1e-9)
        return float(self.values[np.searchsorted(self.counts.cumsum(), wanted)])

    def at_most(self, most: float) -> int:
        """How many are no larger."""
        return int(self.counts[self.values <= most].sum())

    def mapped(self, values: Array) -> Values:
        """The same with other values in their places; equal ones are put together."""
        values, counts = _merged(_nothing(), _no_counts(), values, self.counts)
        mean = float(counts @ values) / max(self.number, 1)
        return Values(values, counts, self.number, mean, float(counts @ (values - mean) ** 2))


def counted(more: Numbers) -> tuple[Array, Counts]:
    """Different values, rising, and how often each is there. ``more`` has one axis and something in it."""
    low, high = float(more.min()), float(more.max())
    if high - low <= WIDE * more.size:
        whole = more.astype(np.int64)
        if more.dtype.kind != "f" or np.array_equal(whole, more):
            counts = np.bincount(whole - int(low))
            there = np.flatnonzero(counts)
            return there.astype(np.float64) + low, counts[there].astype(np.int64)
    values, counts = np.unique(more, return_counts=True)
    return values.astype(np.float64), counts.astype(np.int64)


def _merged(values: Array, counts: Counts, more: Array, of_more: Counts) -> tuple[Array, Counts]:
    both, place = np.unique(np.concatenate((values, more)), return_inverse=True)
    summed = np.zeros(len(both), np.int64)
    np.add.at(summed, place, np.concatenate((counts, of_more)))
    return both, summed


def _fewer(values: Array, counts: Counts) -> tuple[Array, Counts]:
    """Neighbours put together, as the larger of the two, until there are few enough."""
    while len(values) > MOST_VALUES:
        first = np.arange(0, len(values), 2)
        values, counts = values[np.minimum(first + 1, len(values) - 1)], np.add.reduceat(counts, first)
    return values, counts


@dataclass(frozen=True, slots=True)
class FoldedSets:
    """How often each set of seats came up, seat k as bit k; only those that came up are kept."""

    bits: Counts = field(default_factory=_no_counts)
    """Rising; shape (sets,)."""
    counts: Counts = field(default_factory=_no_counts)

    def plus(self, more: Counts) -> FoldedSets:
        """These and more of them."""
        if more.size == 0:
            return self
        bits, counts = _merged(self.bits.astype(np.float64), self.counts, *counted(more))
        return FoldedSets(bits.astype(np.int64), counts)

    def of(self, bits: int) -> int:
        """How often one set came up."""
        return int(self.counts[self.bits == bits].sum())


@dataclass(frozen=True, slots=True)
class Pairs:
    """Sums over pairs of a part and its whole, and of their squares and products."""

    number: int = 0
    part: float = 0.0
    whole: float = 0.0
    part_part: float = 0.0
    part_whole: float = 0.0
    whole_whole: float = 0.0

    def plus(self, part: Numbers, whole: Numbers) -> Pairs:
        """These and more of them."""
        a, b = part.astype(np.float64), whole.astype(np.float64)
        return Pairs(
            self.number + len(a),
            self.part + float(a.sum()),
            self.whole + float(b.sum()),
            self.part_part + float(a @ a),
            self.part_whole + float(a @ b),
            self.whole_whole + float(b @ b),
        )

    @property
    def ratio(self) -> float:
        """The sum of the parts over that of the wholes."""
        return self.part / self.whole

    @property
    def stderr(self) -> float:
        """Its standard error by the delta method: that of part − ratio × whole, over the mean of the wholes."""
        found = self.ratio
        squares = self.part_part - 2 * found * self.part_whole + found**2 * self.whole_whole
        return sqrt(max(squares, 0.0)) / self.whole
