"""Where a total takes a marker on a trail. The exact chain, the runs and the table all read this table.

Positions are 0 (off the board, before square 1) to ``length`` (home). Home is never left.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.draw import Distribution


def landings(trail: Trail, totals: NDArray[np.int64]) -> NDArray[np.int16]:
    """Where each total takes a marker from each square.

    Returns shape (length, number of totals): row ``p`` for a marker at ``p`` (0 is off the board), column
    ``k`` for ``totals[k]``; entries from 0 to ``length``. A marker is never moved back past the start.
    """
    here = np.arange(trail.length, dtype=np.int32)[:, None]
    there = here + totals.astype(np.int32)[None, :]
    over = there > trail.length
    match trail.end:
        case "pass":
            there = np.where(over, trail.length, there)
        case "exact":
            there = np.where(over, here, there)
        case "bounce":
            there = np.where(over, 2 * trail.length - there, there)
    there = np.maximum(there, 0)
    there[:, np.isin(totals, trail.back_to_start)] = 0
    there = np.where(np.isin(totals, trail.lose_turn)[None, :], here, there)
    return there.astype(np.int16)


@dataclass(frozen=True, slots=True)
class Chain:
    """The rules of one trail with one draw, compiled."""

    table: NDArray[np.int16]
    """Shape (length, totals): see :func:`landings`."""
    chances: NDArray[np.float64]
    """Shape (totals,): the chance of each column."""
    can_finish: NDArray[np.bool_]
    """Shape (length,): whether home can still be reached from each position."""
    can_be_reached: NDArray[np.bool_]
    """Shape (length,): whether each position can be reached from the start."""

    @property
    def length(self) -> int:
        """The number of squares, which is also the position called home."""
        return len(self.table)


@lru_cache(maxsize=64)
def compile_chain(trail: Trail, distribution: Distribution) -> Chain:
    """Compile rules and draw to tables. Cost: length × totals, a few times."""
    table = landings(trail, np.array(distribution.totals))
    return Chain(table, distribution.chances, _can_finish(table), _reached(table))


def _can_finish(table: NDArray[np.int16]) -> NDArray[np.bool_]:
    """Positions from which some sequence of totals leads home: grown backward from home to a fixed point."""
    good = np.zeros(table.shape[0] + 1, bool)
    good[-1] = True
    while True:
        grown = np.asarray(good[table].any(axis=1))
        if (grown == good[:-1]).all():
            return grown
        good[:-1] = grown


def _reached(table: NDArray[np.int16]) -> NDArray[np.bool_]:
    """Positions that some sequence of totals leads to from the start."""
    home = table.shape[0]
    seen = np.zeros(home + 1, bool)
    front = np.array([0])
    while len(front):
        seen[front] = True
        following = np.unique(table[front[front < home]])
        front = following[~seen[following]]
    return seen[:home]
