"""Who is clear first when one caller draws for all.

Theory. Let draws come at random moments, one a unit of time on average (a Poisson process): then the counts N(t) of the
numbers at time x are independent, Poisson with mean x p(t). Which seats are clear first does not depend on when draws
come. The game ends with a draw of some number t at a moment x; with c of t drawn before, the seats in W are those that
become clear by it if each has c + 1 of t, and all its other numbers are done, while no other seat with c + 1 or fewer
of t has all its others done. Those chances are products over the other numbers, put together by inclusion and
exclusion; the integral over x is taken with x = eᵘ by the trapezium rule, which converges very fast for what dies away
on both sides. Reference for the embedding: Holst (Int. Stat. Rev. 54, 1986).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import chain, combinations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.filled import poisson
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
Counts = tuple[int, ...]
POINTS = 260
SMALLEST = 1e-15
LARGEST = 50.0
"""The moments looked at, in units of the least and of the greatest mean time between two draws of a number."""


@dataclass(frozen=True, slots=True, eq=False)
class Clock:
    """Moments, and the chances of every count of every number by then."""

    moments: Array
    weights: Array
    """For integrals over the moments; shape (points,)."""
    done: Array
    """Shape (numbers, most + 2, points): P(N(t) ≥ count)."""
    just: Array
    """P(N(t) = count) at each moment of a clock."""


def clock(chances: Array, most: int) -> Clock:
    """Moments for numbers with these chances, counted up to ``most``."""
    possible = chances[chances > 0]
    ends = np.log(SMALLEST / possible.max()), np.log(LARGEST * (1 + most / 8) / possible.min())
    steps, step = np.linspace(*ends, POINTS, retstep=True)
    moments = np.exp(steps)
    means = chances[:, None] * moments[None, :]
    done, just = (np.moveaxis(of(most + 1, means), 0, 1) for of in (poisson.at_least, poisson.each))
    return Clock(moments, moments * step, done, just)


def mean_draws(time: Clock, counts: Counts) -> float:
    """Draws until counts are cleared, on average; infinite if that can never be."""
    checkpoint()
    clear = np.prod([time.done[t, count] for t, count in enumerate(counts)], axis=0)
    if clear[-1] < 0.5:
        return float("inf")
    return float(time.moments[0] + (time.weights * (1 - clear)).sum() - time.weights[0] / 2 * (1 - clear[0]))


def shares(chances: Array, seats: Sequence[Counts], time: Clock | None = None) -> tuple[Array, float]:
    """Share of games each seat wins, a tie shared out, and the share that is tied: always, if they place alike."""
    different = list(dict.fromkeys(seats))
    who = [different.index(counts) for counts in seats]
    sizes = np.bincount(who)
    time = clock(chances, max(map(max, different))) if time is None else time
    wins, ties = np.zeros(len(different)), 0.0
    for together, chance in _first(chances, different, time):
        heads = sum(int(sizes[k]) for k in together)
        for k in together:
            wins[k] += chance / heads
        ties += chance * (heads > 1)
    return np.array([wins[k] for k in who]), ties


def _first(chances: Array, seats: list[Counts], time: Clock) -> list[tuple[tuple[int, ...], float]]:
    """Every set of placements that may be clear first together, and its chance."""
    found: dict[tuple[int, ...], float] = {}
    for t in np.flatnonzero(chances).tolist():
        checkpoint()
        for need in {counts[t] for counts in seats} - {0}:
            ready = [k for k, counts in enumerate(seats) if counts[t] == need]
            near = [k for k, counts in enumerate(seats) if counts[t] <= need]
            falls = float(chances[t]) * time.weights * time.just[t, need - 1]
            both = {group: _others_done(seats, group, t, time) for group in _groups(near)}
            for together in _groups(ready):
                rest = [k for k in near if k not in together]
                chance = sum(
                    (-1) ** len(more) * both[tuple(sorted((*together, *more)))] for more in ((), *_groups(rest))
                )
                found[together] = found.get(together, 0.0) + float((falls * chance).sum())
    return list(found.items())


def _groups(seats: list[int]) -> list[tuple[int, ...]]:
    """All groups of at least one."""
    return list(chain.from_iterable(combinations(seats, size) for size in range(1, len(seats) + 1)))


def _others_done(seats: list[Counts], group: tuple[int, ...], t: int, time: Clock) -> Array:
    """The chance that all of a group have all numbers but t done; shape (points,)."""
    most = np.array([seats[k] for k in group]).max(axis=0)
    chance = np.ones(len(time.moments))
    for s, count in enumerate(most.tolist()):
        if s != t and count:
            chance = chance * time.done[s, count]
    return chance
