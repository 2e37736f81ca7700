"""Sums as whole steps, and what every choice does to them: read by best play, the runs and the table."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import lcm

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.purse.spec import Purse
from bolometric.core.outcomes.distribution import Distribution


@dataclass(frozen=True, slots=True, eq=False)
class Steps:
    """The rules of one purse with its draw. A sum is a whole number of steps of 1 / ``unit``, from ``least`` up."""

    unit: int
    draws: int
    chances: NDArray[np.float64]
    """The chance of each total, and last of a draw that makes no number."""
    adds: NDArray[np.int64]
    """Shape (totals + 1, multipliers): steps that each choice adds; nothing for a draw without a number."""
    least: int
    sums: int
    """Different sums there may be, from ``least`` on."""
    target: int
    over_lost: bool

    @property
    def start(self) -> int:
        """The place of the empty purse."""
        return -self.least

    @property
    def distance(self) -> NDArray[np.float64]:
        """The score of each sum; shape (sums,)."""
        steps = np.arange(self.sums) + self.least
        far = np.abs(steps - self.target) / self.unit
        lost = self.over_lost & (steps > self.target)
        return np.where(lost, self.target / self.unit, far)

    @property
    def exact(self) -> NDArray[np.bool_]:
        """Whether each sum is the target."""
        return np.asarray(np.arange(self.sums) + self.least == self.target)


def possible_sums(steps: Steps) -> NDArray[np.bool_]:
    """Which sums can be in the purse, whatever is chosen; shape (draws + 1, sums), by draws left."""
    possible = np.zeros((steps.draws + 1, steps.sums), bool)
    possible[-1, steps.start] = True
    for left in range(steps.draws, 0, -1):
        at = np.flatnonzero(possible[left])
        for adds in np.unique(steps.adds[steps.chances > 0]):
            possible[left - 1, at + adds] = True
    return possible


@lru_cache(maxsize=64)
def compile_steps(purse: Purse, distribution: Distribution) -> Steps:
    """Compile rules and draw to whole steps."""
    totals = [Fraction(total) for total in distribution.totals]
    parts = [[total * by for by in purse.multipliers] for total in totals]
    unit = lcm(purse.target.denominator, *(part.denominator for row in parts for part in row))
    adds = np.array([[int(part * unit) for part in row] for row in parts] + [[0] * len(purse.multipliers)])
    least, most = (int(bound) * purse.draws for bound in (min(adds.min(), 0), max(adds.max(), 0)))
    ways = np.array([*distribution.ways, distribution.nothing]) / distribution.all_ways
    return Steps(unit, purse.draws, ways, adds, least, most - least + 1, int(purse.target * unit), purse.over == "lost")
