"""Best play and every style at a purse, on all sums.

Theory. With n draws left and the purse at s let W(n, s) be the best score (or chance of hitting the target) that is
still expected. W(0, s) is the score itself, and

    W(n, s) = Σ p(t) · best over multipliers m of W(n - 1, s + t m)

worked out at once for all sums between the least and the most that can be in the purse by then; for others nothing is
worked out. Following a style forward from the empty purse gives the distribution of the last sum. Cost: draws × sums ×
totals × multipliers.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.purse.rules import Steps
from bolometric.core.game.seats import Style
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
EQUAL = 1e-12


@dataclass(frozen=True, slots=True, eq=False)
class PursePlan:
    """Best play towards a goal."""

    choice: NDArray[np.int8]
    """Shape (draws, sums, totals + 1): the multiplier chosen, by draws left after this one."""
    distance: Array
    """Shape (draws + 1, sums): the score expected, by draws left."""
    hits: Array
    """Shape (draws + 1, sums): the chance of ending on the target."""


def _deciding(steps: Steps) -> Iterator[tuple[int, slice]]:
    """Draws left after a draw, and the sums before it between the least and the most that can have been put in."""
    low, high = min(int(steps.adds.min()), 0), max(int(steps.adds.max()), 0)
    for left in range(steps.draws):
        made = steps.draws - left - 1
        yield left, slice(steps.start + made * low, steps.start + made * high + 1)


def _moved(values: Array, here: slice, adds: np.int64) -> Array:
    """Values of the sums that come of adding so much to those ``here``."""
    return values[here.start + adds : here.stop + adds]


@lru_cache(maxsize=32)
def plan_of(steps: Steps, goal: str) -> PursePlan:
    """Best play: ``goal`` is "nearest" (least score on average) or "exactly" (hitting the target most often)."""
    totals, multipliers = steps.adds.shape
    distance, hits = np.zeros((2, steps.draws + 1, steps.sums))
    distance[0], hits[0] = steps.distance, steps.exact
    choice = np.zeros((steps.draws, totals, steps.sums), np.int8)
    over = steps.sums
    if steps.over_lost and steps.adds.min() >= 0:  # nothing comes back from over the target: there all choices are one
        over = min(steps.start + steps.target + 1, steps.sums)
        distance[:, over:] = distance[0, over:]
    for left, reach in _deciding(steps):
        here = slice(reach.start, min(reach.stop, over))
        for total in range(totals):
            checkpoint()
            best_far, best_hit = (_moved(of[left], here, steps.adds[total, 0]) for of in (distance, hits))
            for multiplier in range(1, multipliers):
                far, hit = (_moved(of[left], here, steps.adds[total, multiplier]) for of in (distance, hits))
                nearer, surer = far - best_far, best_hit - hit
                first, second = (nearer, surer) if goal == "nearest" else (surer, nearer)
                scale = EQUAL * (1 + np.abs(best_far)) if goal == "nearest" else EQUAL
                better = (first < -scale) | ((np.abs(first) <= scale) & (second < -EQUAL))
                best_far, best_hit = np.where(better, far, best_far), np.where(better, hit, best_hit)
                choice[left, total, here][better] = multiplier
            distance[left + 1, here] += steps.chances[total] * best_far
            hits[left + 1, here] += steps.chances[total] * best_hit
    return PursePlan(choice.swapaxes(1, 2), distance, hits)


@lru_cache(maxsize=64)
def choice_of(steps: Steps, style: Style, multipliers: tuple[float, ...]) -> NDArray[np.int8] | None:
    """What a style chooses, shaped as in a plan; None for any multiplier, evenly."""
    if style.choose == "guess":
        return None
    if style.choose == "plan":
        return plan_of(steps, "exactly" if style.goal == "exactly" else "nearest").choice
    choice = np.zeros((steps.draws, len(steps.chances), steps.sums), np.int8)
    sums = np.arange(steps.sums) + steps.least
    for left, here in _deciding(steps):
        share = steps.target * (steps.draws - left) / steps.draws
        for total, adds in enumerate(steps.adds):
            checkpoint()
            after = sums[here] + adds[:, None]  # a row for each multiplier
            if style.rule == "even_share":
                choice[left, total, here] = np.abs(after - share).argmin(axis=0)
            else:
                fits = after <= steps.target
                bold = np.where(fits, after, np.iinfo(np.int64).min).argmax(axis=0)
                choice[left, total, here] = np.where(fits.any(axis=0), bold, after.argmin(axis=0))
    return choice.swapaxes(1, 2)


@lru_cache(maxsize=64)
def last_sum(steps: Steps, style: Style, multipliers: tuple[float, ...]) -> Array:
    """The chance of each last sum in a style; shape (sums,)."""
    choice = choice_of(steps, style, multipliers)
    here = np.zeros(steps.sums)
    here[steps.start] = 1.0
    for left in range(steps.draws - 1, -1, -1):
        checkpoint()
        after = np.zeros(steps.sums)
        at = np.flatnonzero(here)
        for total, chance in enumerate(steps.chances):
            if not chance:
                continue
            if choice is None:
                for adds in steps.adds[total]:
                    after[at + adds] += here[at] * chance / steps.adds.shape[1]  # places differ, so none is lost
            else:
                there = at + steps.adds[total, choice[left, at, total]]
                after += np.bincount(there, here[at] * chance, steps.sums)
        here = after
    return here
