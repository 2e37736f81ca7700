"""The best placement of counters: cleared soonest on average, or ahead of a given one most often.

From several beginnings one counter after another is moved to where it helps most, until no move of one counter helps.
Where there are few placements all are compared instead, so that the best is known to be the best.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import combinations_with_replacement
from math import comb

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.filled.first import Clock, Counts, clock, mean_draws, shares
from bolometric.core.areas.filled.thumbs import by_odds, evenly

Array = NDArray[np.float64]
FEW = 3000
"""Placements up to which all are compared."""
ALIKE = 9
"""Digits to which two placements are compared; of equally good ones that with the lower numbers is taken."""
FINE = 10**9
"""Chances as whole numbers, for proportions."""


@dataclass(frozen=True, slots=True)
class Placement:
    """A placement and how good it is."""

    counts: Counts
    worth: float
    """Draws on average, or share of games won."""
    compared_all: bool


def best_for_clearing(chances: Array, counters: int, placed: Counts | None = None) -> Placement:
    """The placement that is cleared soonest; ``placed`` counters stay where they are."""
    time = clock(chances, counters)
    found = _search(chances, counters, lambda counts: -mean_draws(time, counts), placed)
    return Placement(found.counts, -found.worth, found.compared_all)


def best_against(chances: Array, theirs: Counts) -> Placement:
    """The placement that most often is clear before a given one, half of the ties counted."""
    counters = sum(theirs)
    time = clock(chances, counters)
    if any(count and not chance for count, chance in zip(theirs, chances.tolist(), strict=True)):
        return best_for_clearing(chances, counters)  # theirs is never cleared: whatever is cleared beats it
    return _search(chances, counters, lambda counts: _won(chances, counts, theirs, time), None)


def _won(chances: Array, ours: Counts, theirs: Counts, time: Clock) -> float:
    return float(shares(chances, (ours, theirs), time)[0][0])


def _search(chances: Array, counters: int, worth: Callable[[Counts], float], placed: Counts | None) -> Placement:
    possible = np.flatnonzero(chances).tolist()
    base = placed or (0,) * len(chances)
    free = counters - sum(base)
    if comb(free + len(possible) - 1, free) <= FEW:
        best = max(_all(base, possible, free), key=lambda counts: (round(worth(counts), ALIKE), counts))
        return Placement(best, worth(best), True)
    ways = tuple(int(chance * FINE) for chance in chances)
    begins = [evenly(ways, free), by_odds(ways, free)]
    climbed = [_climbed(tuple(np.add(base, begin).tolist()), base, possible, worth) for begin in begins]
    best = max(climbed, key=lambda counts: (round(worth(counts), ALIKE), counts))
    return Placement(best, worth(best), False)


def _all(base: Counts, possible: list[int], free: int) -> Iterator[Counts]:
    for places in combinations_with_replacement(possible, free):
        counts = list(base)
        for place in places:
            counts[place] += 1
        yield tuple(counts)


def _climbed(counts: Counts, base: Counts, possible: list[int], worth: Callable[[Counts], float]) -> Counts:
    """Move one counter at a time to where it helps most, until none helps."""
    value = worth(counts)
    while True:
        moves = [
            _moved(counts, away, there)
            for away in possible
            if counts[away] > base[away]
            for there in possible
            if there != away
        ]
        best = max(((worth(move), move) for move in moves), default=(value, counts))
        if best[0] <= value + 1e-12:
            return counts
        value, counts = best


def _moved(counts: Counts, away: int, there: int) -> Counts:
    moved = list(counts)
    moved[away] -= 1
    moved[there] += 1
    return tuple(moved)
