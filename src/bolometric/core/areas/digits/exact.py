"""Best play and every style at filling columns one by one.

Theory. For the largest or the smallest number what is already written does not matter to what is still to come, since
places add: with the set f of columns free,

    V(f) = Σ p(d) · best over free columns c of  d · worth(c) + V(f - c)      (and V(f) itself, if d may be thrown away)

For the nearest number the state is the whole way the columns are filled. Either way the best column for a digit is a
table, and following a table forward over all ways of filling gives the distribution of the number.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numba import njit
from numpy.typing import NDArray

from bolometric.core.areas.digits.rules import ANY, Columns, Placing, free_sets, numbers_of, placing_of
from bolometric.core.seats import Style

Array = NDArray[np.float64]
MOST_FOLLOWED = 200_000
"""Ways of filling the columns on which a style is followed; past that its numbers are known from games played."""


@dataclass(frozen=True, slots=True, eq=False)
class Plan:
    """Best play."""

    placing: Placing
    worth: Array
    """Shape (2, rows): for the largest or smallest what the free columns still bring on average, for the nearest the
    distance that is expected; first without, then with a digit that may still be thrown away."""


@lru_cache(maxsize=4)
def plan_of(columns: Columns) -> Plan:
    """Solve for the best number on average."""
    digits = len(columns.values)
    if columns.aim == "nearest":
        choice, worth = np.full((2, columns.states, digits), ANY, np.int8), np.zeros((2, columns.states))
        codes = np.arange(columns.states)
        score = columns.score(numbers_of(columns, codes))
        _nearest(columns.powers, columns.chances, free_sets(columns, codes), score, columns.columns, choice, worth)
        return Plan(Placing(choice, True), worth)
    sets, sign = 1 << columns.columns, 1.0 if columns.aim == "largest" else -1.0
    choice, worth = np.full((2, sets, digits), ANY, np.int8), np.zeros((2, sets))
    for spare in (0, 1):
        for free in range(1, sets):
            open_ones = [column for column in range(columns.columns) if free >> column & 1]
            for i, value in enumerate(columns.values.tolist()):
                found = [(sign * (value * columns.worth[c] + worth[spare, free - (1 << c)]), c) for c in open_ones]
                if spare:
                    found.append((sign * worth[0, free], columns.columns))
                best = max(found)
                choice[spare, free, i] = best[1]
                worth[spare, free] += columns.chances[i] * sign * best[0]
    return Plan(Placing(choice, False), worth)


@njit(nogil=True, cache=True)
def _nearest(powers, chances, free, score, columns, choice, worth):  # type: ignore[no-untyped-def]
    order, begin = _by_free(free, columns)
    for left in range(columns + 1):
        for at in range(begin[left], begin[left + 1]):
            code = order[at]
            for spare in range(2):
                if left == 0:
                    worth[spare, code] = score[code]
                    continue
                for digit in range(len(chances)):
                    best, chosen = np.inf, -1
                    for column in range(columns - 1, -1, -1):
                        if free[code] >> column & 1:
                            value = worth[spare, code + (digit + 1) * powers[column]]
                            if value < best - 1e-12:
                                best, chosen = value, column
                    if spare and worth[0, code] < best - 1e-12:
                        best, chosen = worth[0, code], columns
                    choice[spare, code, digit] = chosen
                    worth[spare, code] += chances[digit] * best


@njit(nogil=True, cache=True)
def _by_free(free, columns):  # type: ignore[no-untyped-def]
    """Codes ordered by how many columns are free, and where each number of them begins."""
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


@lru_cache(maxsize=16)
def numbers(columns: Columns, style: Style) -> tuple[Array, Array, Array] | None:
    """Numbers, their chances, and whether the digits of each stand in the best order; None if there are too many.

    For the nearest number the last array says whether it is the target.
    """
    if columns.states > MOST_FOLLOWED:
        return None
    placing = placing_of(columns, style)
    codes = np.arange(columns.states)
    free = free_sets(columns, codes)
    row = codes if placing.by_code else free
    reach = np.zeros((2, columns.states))
    reach[int(columns.spare), 0] = 1.0
    _forward(columns.powers, columns.chances, free, row, placing.choice, columns.columns, reach)
    full = np.flatnonzero((free == 0) & (reach.sum(axis=0) > 0))
    found = numbers_of(columns, full)
    return found, reach[:, full].sum(axis=0), in_order(columns, full, found)


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


@njit(nogil=True, cache=True)
def _forward(powers, chances, free, row, choice, columns, reach):  # type: ignore[no-untyped-def]
    """Spread the chance of every way of filling over what follows it, ways with fewer digits first."""
    order, begin = _by_free(free, columns)
    for left in range(columns, 0, -1):
        for spare in range(1, -1, -1):
            for at in range(begin[left], begin[left + 1]):
                code = order[at]
                here = reach[spare, code]
                if here == 0.0:
                    continue
                for digit in range(len(chances)):
                    moved, chosen = here * chances[digit], choice[spare, row[code], digit]
                    if chosen == columns:
                        reach[0, code] += moved
                    elif chosen >= 0:
                        reach[spare, code + (digit + 1) * powers[chosen]] += moved
                    else:
                        share = moved / (left + spare)
                        for column in range(columns):
                            if free[code] >> column & 1:
                                reach[spare, code + (digit + 1) * powers[column]] += share
                        if spare:
                            reach[0, code] += share
