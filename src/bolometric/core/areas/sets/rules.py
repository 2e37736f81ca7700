"""Which sets of open tiles fit a total, compiled once: best play, the runs and the table all read these tables.

Open tiles are a number whose bits are the tiles, the lowest bit for tile 1, so a set with a larger tile is a larger
number, and closing tiles is taking a smaller number away.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.sets.spec import Sets
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.cancel import checkpoint

Masks = NDArray[np.int64]
CLOSED, LOOKED = 3, 4
"""The kind of note (learner_work/trace) for tiles that are closed: the set, and the tiles that were open."""
ALL, FEW = 0, 1
"""Draws with all the pieces, and with the first alone."""


@dataclass(frozen=True, slots=True, eq=False)
class ClosingTable:
    """The rules of one game of sets with its draws."""

    tiles: int
    totals: tuple[int, ...]
    """Whole totals that tiles can add to, rising."""
    ways: tuple[tuple[int, ...], tuple[int, ...]]
    """For all pieces and for the first alone: the ways of each total, then of everything else."""
    may: NDArray[np.bool_]
    """Shape (masks, 2): what may be drawn with when these tiles are open."""
    first: Masks
    """Shape (masks × totals + 1,): where the sets for open tiles and a total begin in ``take``."""
    take: Masks
    """The sets, those with the largest tile first."""
    score: NDArray[np.float64]
    """Shape (masks,): what is scored when these are left open."""

    @property
    def full(self) -> int:
        """All tiles open."""
        return (1 << self.tiles) - 1

    @property
    def chances(self) -> NDArray[np.float64]:
        """Shape (2, totals + 1): the chance of each total, then of everything else."""
        return np.array([[way / sum(ways) for way in ways] for ways in self.ways])

    def sets(self, mask: int, total: int) -> list[int]:
        """The sets of open tiles that add to a total."""
        if total not in self.totals:
            return []
        at = mask * len(self.totals) + self.totals.index(total)
        return [int(taken) for taken in self.take[self.first[at] : self.first[at + 1]]]


def tiles_in(mask: int) -> list[int]:
    """The tiles of a mask, rising."""
    return [tile + 1 for tile in range(mask.bit_length()) if mask >> tile & 1]


def sums_of(tiles: int) -> Masks:
    """What every set of tiles adds to; shape (masks,)."""
    bits = np.arange(1 << tiles)[:, None] >> np.arange(tiles)[None, :] & 1
    return np.asarray(bits @ np.arange(1, tiles + 1))


def scores_of(area: Sets) -> NDArray[np.float64]:
    """What is scored for every set left open."""
    masks = np.arange(1 << area.tiles)
    match area.score:
        case "sum":
            return sums_of(area.tiles).astype(float)
        case "count":
            return np.asarray(sum(masks >> tile & 1 for tile in range(area.tiles))).astype(float)
        case "digits":
            return np.array([float("".join(map(str, tiles_in(int(mask)))) or 0) for mask in masks])


def may_draw_with(area: Sets) -> NDArray[np.bool_]:
    """What may be drawn with when these tiles are open; shape (masks, 2): all the pieces, the first alone."""
    masks = np.arange(1 << area.tiles)
    match area.fewer:
        case "never":
            few = np.zeros(len(masks), bool)
        case "last_tile":
            few = np.array([int(mask).bit_count() == 1 for mask in masks])
        case "small_left":
            few = np.asarray(sums_of(area.tiles) <= area.fewer_limit, bool)
        case "high_gone":
            few = masks >> (area.fewer_from - 1) == 0
    return np.stack([~few | (area.fewer_how == "choice"), few], axis=1)


def _ways(distribution: Distribution, totals: tuple[int, ...]) -> tuple[int, ...]:
    ways = tuple(distribution.ways_of(total) for total in totals)
    return (*ways, distribution.all_ways - sum(ways))


@lru_cache(maxsize=32)
def compile_closing(area: Sets, everything: Distribution, alone: Distribution) -> ClosingTable:
    """Compile rules and draws to tables; ``alone`` is the draw with the first piece alone.

    Cost: masks × sets that add to a total, at most 3^tiles entries.
    """
    sums, most = sums_of(area.tiles), area.tiles * (area.tiles + 1) // 2
    used = [everything] if area.fewer == "never" else [everything, alone]
    whole = {int(t) for odds in used for t in odds.totals if Fraction(t).denominator == 1 and 1 <= t <= most}
    totals = tuple(sorted(whole))
    masks, found = np.arange(1 << area.tiles), []
    for place, total in enumerate(totals):
        for taken in np.flatnonzero(sums == total)[::-1]:
            checkpoint()
            open_in = masks[(masks & taken) == taken]
            found.append(np.stack([open_in * len(totals) + place, np.full(len(open_in), taken)]))
    keys, take = np.concatenate(found, axis=1)
    order = np.argsort(keys, kind="stable")
    first = np.searchsorted(keys[order], np.arange(len(masks) * len(totals) + 1))
    ways = (_ways(everything, totals), _ways(alone, totals))
    return ClosingTable(area.tiles, totals, ways, may_draw_with(area), first, take[order], scores_of(area))
