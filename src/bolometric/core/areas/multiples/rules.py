"""What a draw takes off a chart, and which numbers a style prefers: read by the runs and by the table."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.loops import inner

FREE = -1
"""In place of a seat: nobody's counter stands there."""
NOTHING, MOVES = -1, 0
"""In place of a divisor: the draw does nothing, or lets a counter be moved."""


@dataclass(frozen=True, slots=True, eq=False)
class NumberChart:
    """The rules of one game of multiples with its draw."""

    numbers: int
    limit: int
    divisors: tuple[int, ...]
    """For each total, and then for a draw without one, what it divides by, or a code."""
    ways: tuple[int, ...]

    @property
    def chances(self) -> NDArray[np.float64]:
        """The chance that a draw divides each number; shape (numbers + 1,), number 0 unused."""
        whole, found = sum(self.ways), np.zeros(self.numbers + 1)
        for divisor, way in zip(self.divisors, self.ways, strict=True):
            if divisor > 0:
                found[divisor::divisor] += way / whole
        return found


@lru_cache(maxsize=32)
def compile_chart(area: Multiples, distribution: Distribution) -> NumberChart:
    """Compile rules and draw to tables."""
    divisors = [
        int(total) if Fraction(total).denominator == 1 and total >= 0 else NOTHING for total in distribution.totals
    ]
    return NumberChart(area.chart, area.limit, (*divisors, NOTHING), (*distribution.ways, distribution.nothing))


def chart_of(game: Game) -> NumberChart:
    """The compiled rules of a game."""
    return compile_chart(game.area_as(Multiples), game.distribution)


def comes_off(game: Game) -> NDArray[np.bool_]:
    """Whether a draw of anybody can take a counter off each number; shape (numbers + 1,), number 0 unused."""
    return np.asarray(np.any([chart_of(one).chances > 0 for one in game.by_side], axis=0))


def may_move(game: Game) -> bool:
    """Whether a draw of anybody lets a counter be moved."""
    return any(MOVES in chart_of(one).divisors for one in game.by_side)


def preference(chart: NumberChart, style: Style) -> NDArray[np.int64] | None:
    """Numbers above the limit, the one a style likes best first; None for a style that takes any."""
    if style.choose != "thumb":
        return None
    numbers = np.arange(chart.limit + 1, chart.numbers + 1)
    match style.rule:
        case "lowest":
            return numbers
        case "highest":
            return numbers[::-1]
        case _:
            return numbers[np.argsort(-np.round(chart.chances[numbers], 12), kind="stable")]


@inner
def taken_off(owner, divisor):  # type: ignore[no-untyped-def]
    """The lowest multiple of a divisor with a counter; 0 if there is none. ``owner`` has one entry a number."""
    if divisor > 0:
        number, step, last = np.uint64(divisor), np.uint64(divisor), np.uint64(len(owner))
        while number < last:
            if owner[number] >= 0:
                return np.int64(number)
            number += step
    return np.int64(0)
