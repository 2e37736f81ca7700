"""What a style does with a digit, and the numbers it comes to.

Following a style forward over all ways of filling the columns gives the distribution of the number.
"""

from __future__ import annotations

from functools import lru_cache
from statistics import median

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.exact import plan_of
from bolometric.core.areas.digits.rules import ANY, Columns, Placing
from bolometric.core.areas.digits.ways import MOST_FOLLOWED, ways_of
from bolometric.core.game.seats import Style
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import loop

Array = NDArray[np.float64]


@lru_cache(maxsize=8)
def placing_of(columns: Columns, style: Style) -> Placing:
    """The placing of a style."""
    if style.choose == "plan":
        return plan_of(columns).placing
    sets = 1 << columns.columns
    choice = np.full((2, sets, len(columns.values)), ANY, np.int8)
    if style.choose == "thumb":
        for free in range(1, sets):
            for i, value in enumerate(columns.values.tolist()):
                choice[:, free, i] = _by_thumb(columns, style.rule, free, value)
    return Placing(choice, False)


def _by_thumb(columns: Columns, rule: str, free: int, value: float) -> int:
    open_ones = [column for column in range(columns.columns) if free >> column & 1]
    if rule == "left_first":
        return open_ones[-1]
    if columns.aim == "nearest":
        wanted = [columns.target / columns.worth[column] % 10 // 1 for column in open_ones]
        return open_ones[min(range(len(open_ones)), key=lambda i: (abs(wanted[i] - value), -i))]
    large = value > median(columns.values.tolist())
    return open_ones[-1] if large == (columns.aim == "largest") else open_ones[0]


@lru_cache(maxsize=16)
def numbers(columns: Columns, style: Style) -> tuple[Array, Array, Array] | None:
    """Numbers, their chances, and whether the digits of each stand in the best order; None if there are too many.

    For the nearest number the last array says whether it is the target.
    """
    if columns.states > MOST_FOLLOWED:
        return None
    placing = placing_of(columns, style)
    ways = ways_of(columns)
    checkpoint()
    row = np.arange(columns.states) if placing.by_code else ways.free
    reach = np.zeros((2, columns.states))
    reach[int(columns.spare), 0] = 1.0
    parts = columns.powers, columns.chances, ways.free, ways.order, ways.begin
    _forward(*parts, row, placing.choice, columns.columns, reach)
    checkpoint()
    chances = reach[0, ways.full] + reach[1, ways.full]
    found = chances > 0
    return ways.shown[found], chances[found], ways.good[found]


@loop
def _forward(powers, chances, free, order, begin, row, choice, columns, reach):  # type: ignore[no-untyped-def]
    """Spread the chance of every way of filling over what follows it, ways with fewer digits first."""
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
