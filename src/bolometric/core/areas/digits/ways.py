"""Every way of filling the columns, what it shows and what may follow it: worked out once for all styles."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rules import Columns, free_sets, numbers_of
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import loop
from bolometric.core.settings.once import once

Array = NDArray[np.float64]
Codes = NDArray[np.int64]
MOST_FOLLOWED = 200_000
"""Ways of filling the columns on which a style is followed; past that its numbers are known from games played."""


@dataclass(frozen=True, eq=False)
class Ways:
    """All codes of a round."""

    columns: Columns
    free: Codes
    """The free columns of each code."""
    order: Codes
    """The codes by how many columns are free, fewest first."""
    begin: Codes
    """Where each number of free columns begins in the order."""
    numbers: Array
    """What each code shows."""

    @once
    def full(self) -> Codes:
        """Codes with no column free."""
        return np.flatnonzero(self.free == 0)

    @once
    def shown(self) -> Array:
        """The number of each full code."""
        return self.numbers[self.full]

    @once
    def good(self) -> Array:
        """How far each full code reaches the aim, as :func:`in_order` says of some: one column after another."""
        if self.columns.aim == "nearest":
            return in_order(self.columns, self.full, self.shown)
        digits = np.arange(len(self.columns.values))
        may_stand = (np.greater_equal if self.columns.aim == "largest" else np.less_equal).outer(digits, digits)
        good = np.ones(len(digits), bool)
        for _ in range(1, self.columns.columns):
            good = (may_stand[:, :, None] & good.reshape(len(digits), -1)).ravel()
        return good.astype(float)


@lru_cache(maxsize=4)
def ways_of(columns: Columns) -> Ways:
    """List every way of filling the columns."""
    free = free_sets(columns)
    checkpoint()
    order, begin = _by_free(free, columns.columns)
    checkpoint()
    return Ways(columns, free, order, begin, numbers_of(columns))


def in_order(columns: Columns, codes: NDArray[np.int64], found: Array) -> Array:
    """Whether the digits stand in the best order, or, for the nearest, the number is the target."""
    if columns.aim == "nearest":
        return np.asarray(np.abs(found - columns.target) < 1e-9, float)
    base, left, good, before = len(columns.values) + 1, codes.copy(), np.ones(len(codes), bool), None
    for _ in range(columns.columns):
        digit = left % base
        if before is not None:
            good &= digit >= before if columns.aim == "largest" else digit <= before
        before, left = digit, left // base
    return good.astype(float)


@loop
def _by_free(free, columns):  # type: ignore[no-untyped-def]
    counts, begin = np.zeros(len(free), np.int64), np.zeros(columns + 2, np.int64)
    for code in range(len(free)):
        for column in range(columns):
            counts[code] += free[code] >> column & 1
        begin[counts[code] + 1] += 1
    begin = begin.cumsum()
    order, place = np.empty(len(free), np.int64), begin.copy()
    for code in range(len(free)):
        order[place[counts[code]]] = code
        place[counts[code]] += 1
    return order, begin
