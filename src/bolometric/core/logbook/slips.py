"""How often a group goes wrong, learned from the slips that were counted: a hierarchical Bayesian update.

Model. The slips of a game are Poisson with mean exp(e) × those that the shipped profile predicts; each group's e is
drawn round that of all groups, whose prior is the profile, 0. Mode by Newton's method, spread from the curvature there
(Laplace). Minutes alone tell nothing of slips: doing a sum again takes as long as being slow.
Reference: A. Gelman and others, *Bayesian Data Analysis* (3rd edition), sections 2.6 and 4.1.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import exp, sqrt

import numpy as np

from bolometric.core.logbook.learning import WIDE, Found, compared
from bolometric.core.logbook.quantiles import spreads
from bolometric.core.text.figures import percent, plural

ALL_SPREAD, GROUP_SPREAD = 0.6, 0.4
"""Prior standard deviations of the logarithm: of all groups, and of a group round them."""
MOST_STEPS, SETTLED = 60, 1e-10


@dataclass(frozen=True, slots=True)
class Counted:
    """A game whose slips were counted."""

    group: str
    slips: int
    expected: float
    """Those that the profile predicts."""


@dataclass(frozen=True, slots=True)
class Care:
    """How much more often than its profile says a group goes wrong: 1 is as the profile says."""

    group: str
    games: int
    times: Found

    @property
    def words(self) -> str:
        """As it is told."""
        return (
            f"{self.group or 'This class'} makes {compared(self.times[0], 'slips')} "
            f"({percent(WIDE)} sure between × {self.times[1]:.2f} and × {self.times[2]:.2f}, from "
            f"{plural(self.games, 'game')})."
        )


def cared(games: Sequence[Counted]) -> dict[str, Care]:
    """How often each group goes wrong, from all games whose slips were counted."""
    groups = sorted({one.group for one in games})
    if not groups:
        return {}
    of = np.array([groups.index(one.group) for one in games])
    slips, expected = np.array([float(one.slips) for one in games]), np.array([one.expected for one in games])
    here = np.zeros((len(games), 1 + len(groups)))
    here[:, 0], here[np.arange(len(games)), 1 + of] = 1.0, 1.0
    narrow = np.diag([1 / ALL_SPREAD**2, *[1 / GROUP_SPREAD**2] * len(groups)])
    theta = np.zeros(1 + len(groups))
    for _ in range(MOST_STEPS):
        mean = expected * np.exp(here @ theta)
        curve = here.T @ (mean[:, None] * here) + narrow
        step = np.linalg.solve(curve, here.T @ (slips - mean) - narrow @ theta)
        theta += np.clip(step, -1.0, 1.0)
        if np.abs(step).max() < SETTLED:
            break
    spread, wide = np.linalg.inv(curve), spreads(WIDE)
    found = {}
    for k, group in enumerate(groups, 1):
        middle = theta[0] + theta[k]
        doubt = wide * sqrt(float(spread[0, 0] + spread[k, k] + 2 * spread[0, k]))
        ends = exp(middle), exp(middle - doubt), exp(middle + doubt)
        found[group] = Care(group, int((of == k - 1).sum()), ends)
    return found
