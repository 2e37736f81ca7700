"""Best play and every style at a purse, on all sums.

Theory. With n draws left and the purse at s let W(n, s) be the best score (or chance of hitting the target) that is
still expected. W(0, s) is the score itself, and

    W(n, s) = Σ p(t) · best over multipliers m of W(n - 1, s + t m)

worked out for all sums at once. Following a style forward from the empty purse gives the distribution of the last sum.
Cost: draws × sums × totals × multipliers.
"""

from __future__ import annotations

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


def moved(steps: Steps, values: Array, total: int, multiplier: int) -> Array:
    """Values of the sums that a choice leads to; beyond the ends the last one (no such sum is ever reached)."""
    by, there = int(steps.adds[total, multiplier]), np.empty(steps.sums)
    if by < 0:
        there[-by:], there[:-by] = values[:by], values[0]
    else:
        there[: steps.sums - by], there[steps.sums - by :] = values[by:], values[-1]
    return there


@lru_cache(maxsize=32)
def plan_of(steps: Steps, goal: str) -> PursePlan:
    """Best play: ``goal`` is "nearest" (least score on average) or "exactly" (hitting the target most often)."""
    totals, multipliers = steps.adds.shape
    distance, hits = np.zeros((steps.draws + 1, steps.sums)), np.zeros((steps.draws + 1, steps.sums))
    distance[0], hits[0] = steps.distance, steps.exact
    choice = np.zeros((steps.draws, steps.sums, totals), np.int8)
    for left in range(steps.draws):
        for total in range(totals):
            checkpoint()
            best_far, best_hit = moved(steps, distance[left], total, 0), moved(steps, hits[left], total, 0)
            for multiplier in range(1, multipliers):
                far, hit = moved(steps, distance[left], total, multiplier), moved(steps, hits[left], total, multiplier)
                nearer, surer = far - best_far, best_hit - hit
                first, second = (nearer, surer) if goal == "nearest" else (surer, nearer)
                scale = EQUAL * (1 + np.abs(best_far)) if goal == "nearest" else EQUAL
                better = (first < -scale) | ((np.abs(first) <= scale) & (second < -EQUAL))
                best_far, best_hit = np.where(better, far, best_far), np.where(better, hit, best_hit)
                choice[left, better, total] = multiplier
            distance[left + 1] += steps.chances[total] * best_far
            hits[left + 1] += steps.chances[total] * best_hit
    return PursePlan(choice, distance, hits)


@lru_cache(maxsize=64)
def choice_of(steps: Steps, style: Style, multipliers: tuple[float, ...]) -> NDArray[np.int8] | None:
    """What a style chooses, shaped as in a plan; None for any multiplier, evenly."""
    if style.choose == "guess":
        return None
    if style.choose == "plan":
        return plan_of(steps, "exactly" if style.goal == "exactly" else "nearest").choice
    totals = len(steps.chances)
    choice = np.zeros((steps.draws, steps.sums, totals), np.int8)
    sums = np.arange(steps.sums) + steps.least
    for left in range(steps.draws):
        for total in range(totals):
            checkpoint()
            after = sums[:, None] + steps.adds[total][None, :]
            if style.rule == "even_share":
                share = steps.target * (steps.draws - left) / steps.draws
                choice[left, :, total] = np.abs(after - share).argmin(axis=1)
            else:
                fits = after <= steps.target
                bold = np.where(fits, after, np.iinfo(np.int64).min).argmax(axis=1)
                choice[left, :, total] = np.where(fits.any(axis=1), bold, after.argmin(axis=1))
    return choice


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
