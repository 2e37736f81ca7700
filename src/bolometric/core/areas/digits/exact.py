"""Best play at filling columns one by one.

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
from numpy.typing import NDArray

from bolometric.core.areas.digits.rules import ANY, Columns, Placing
from bolometric.core.areas.digits.ways import ways_of
from bolometric.core.settings.loops import loop

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True, eq=False)
class DigitsPlan:
    """Best play."""

    placing: Placing
    worth: Array
    """Shape (2, rows): for the largest or smallest what the free columns still bring on average, for the nearest the
    distance that is expected; first without, then with a digit that may still be thrown away."""


@lru_cache(maxsize=4)
def plan_of(columns: Columns) -> DigitsPlan:
    """Solve for the best number on average."""
    digits = len(columns.values)
    if columns.aim == "nearest":
        choice, worth = np.full((2, columns.states, digits), ANY, np.int8), np.zeros((2, columns.states))
        ways = ways_of(columns)
        score = columns.score(ways.numbers)
        parts = columns.powers, columns.chances, ways.free, ways.order, ways.begin
        _nearest(*parts, score, columns.columns, choice, worth)
        return DigitsPlan(Placing(choice, True), worth)
    sets, sign, one = 1 << columns.columns, 1.0 if columns.aim == "largest" else -1.0, columns.worth.tolist()
    choice, worth = np.full((2, sets, digits), ANY, np.int8), np.zeros((2, sets))
    for spare in (0, 1):
        for free in range(1, sets):
            open_ones = [column for column in range(columns.columns) if free >> column & 1]
            for i, value in enumerate(columns.values.tolist()):
                found = [(sign * (value * one[c] + worth[spare, free - (1 << c)]), c) for c in open_ones]
                if spare:
                    found.append((sign * worth[0, free], columns.columns))
                best = max(found)
                choice[spare, free, i] = best[1]
                worth[spare, free] += columns.chances[i] * sign * best[0]
    return DigitsPlan(Placing(choice, False), worth)


@loop
def _nearest(powers, chances, free, order, begin, score, columns, choice, worth):  # type: ignore[no-untyped-def]
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
