"""How quickly groups work, learned from the minutes that were noted: a hierarchical Bayesian update of the profiles.

Model. A game of a group takes (exp(a) × thinking + exp(b) × hands) × turns / expected turns minutes, times a log-normal
error: thinking and hands are the minutes that the shipped profile predicts, a and b how much slower the group is. Each
group's a is drawn round that of all groups, and so is b; the prior of those is the shipped profile, a and b = 0. Where
the turns of a game were not noted, the spread of its length is added to the error.

The posterior is that of Laplace's approximation: its mode by SciPy, its spread from the curvature there. The errors are
nearly normal in the logarithm, so that little is lost; a test holds the intervals against simulated logs.
Reference: A. Gelman and others, *Bayesian Data Analysis* (3rd edition), chapters 4 and 5.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import exp, sqrt

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares
from scipy.stats import norm

from bolometric.core.game.document import Game, with_values
from bolometric.core.text.figures import percent, plural

Floats = NDArray[np.float64]
ALL_SPREAD, GROUP_SPREAD = (0.4, 0.3), (0.25, 0.15)
"""Prior standard deviations of the logarithm, for thinking and hands: of all groups, and of a group round them."""
NOISE = 0.15
"""Standard deviation of the logarithm of a game's minutes that nothing explains: interruptions, chatter, the clock."""
WIDE = 0.9
"""How much of the posterior an interval holds."""


@dataclass(frozen=True, slots=True)
class Timed:
    """A game whose minutes were noted, with what was predicted for it."""

    group: str
    minutes: float
    thinking: float
    """Predicted minutes of thinking."""
    hands: float
    """Predicted minutes of everything else."""
    length: float = 1.0
    """Turns noted, as a part of those expected; 1 where they were not noted."""
    spread: float = 0.0
    """Standard deviation of the logarithm of the length, where the turns were not noted."""


@dataclass(frozen=True, slots=True)
class Pace:
    """How much slower than its profile a group works: 1 is as the profile says."""

    group: str
    games: int
    thinking: tuple[float, float, float]
    """The middle, and the ends of the interval."""
    hands: tuple[float, float, float]
    learned: float
    """How much of the doubt about thinking the sessions have taken away, from 0 to 1."""

    @property
    def words(self) -> str:
        """As it is told."""
        if not self.games:
            return "Nothing is known of this group yet: the game's own profile counts."
        name = self.group or "This class"
        low, high = self.thinking[1:]
        way = "more time" if self.thinking[0] >= 1 else "less time"
        by = percent(abs(self.thinking[0] - 1))
        sure = f"{percent(WIDE)} sure between × {low:.2f} and × {high:.2f}"
        return (
            f"{name} takes {by} {way} to work something out than the profile says ({sure}, from "
            f"{plural(self.games, 'game')}); hands × {self.hands[0]:.2f} ({self.hands[1]:.2f} to {self.hands[2]:.2f})."
        )


def learned(games: Sequence[Timed]) -> dict[str, Pace]:
    """The pace of each group that has played, from all games that were noted."""
    groups = sorted({one.group for one in games})
    if not groups:
        return {}
    at = {group: k for k, group in enumerate(groups)}
    of = np.array([at[one.group] for one in games])
    logs = np.log([one.minutes / one.length for one in games])
    parts = np.array([[one.thinking, one.hands] for one in games])
    errors = np.sqrt(NOISE**2 + np.array([one.spread for one in games]) ** 2)

    def residuals(theta: Floats) -> Floats:
        """What is not explained, and how far the parameters are from their priors, in standard deviations."""
        everyone, each = theta[:2], theta[2:].reshape(-1, 2)
        told = np.log((parts * np.exp((everyone + each)[of])).sum(axis=1))
        priors = [everyone / ALL_SPREAD, (each / GROUP_SPREAD).ravel()]
        return np.concatenate([(logs - told) / errors, *priors])

    found = least_squares(residuals, np.zeros(2 + 2 * len(groups)), method="lm")
    slopes = np.asarray(found.jac)
    spread = np.linalg.inv(slopes.T @ slopes)  # the curvature of half the sum of squares
    counts = np.bincount(of, minlength=len(groups))
    return {group: _pace(group, int(counts[k]), found.x, spread, k) for group, k in at.items()}


def _pace(group: str, games: int, theta: Floats, spread: Floats, k: int) -> Pace:
    told = []
    for part in (0, 1):
        row = 2 + 2 * k + part
        middle = theta[part] + theta[row]
        variance = spread[part, part] + spread[row, row] + 2 * spread[part, row]
        told.append((float(middle), sqrt(float(variance))))
    prior = sqrt(ALL_SPREAD[0] ** 2 + GROUP_SPREAD[0] ** 2)
    wide = float(norm.ppf((1 + WIDE) / 2))
    thinking, hands = ((exp(m), exp(m - wide * s), exp(m + wide * s)) for m, s in told)
    return Pace(group, games, thinking, hands, 1 - told[0][1] / prior)


def at_pace(game: Game, pace: Pace) -> Game:
    """The game with the seconds of a group in place of the profile's: what is predicted for it is then the group's."""
    thinking, hands = pace.thinking[0], pace.hands[0]
    if not game.seats.fluency:
        seconds = min(max(game.seats.seconds_per_turn * thinking, 1.0), 600.0)
        return with_values(game, {"seats.seconds_per_turn": round(seconds, 1)})
    fluency = []
    for one in game.seats.fluency:
        plain = one.model_dump(mode="json")
        for name in ("look", "count", "step", "recall", "carry", "choice"):
            plain[name] = round(plain[name] * thinking, 3)
        for painted in plain["painted"]:
            painted["seconds"] = round(painted["seconds"] * thinking, 3)
        fluency.append(plain)
    slower = {name: round(seconds * hands, 3) for name, seconds in game.seats.hands.model_dump(mode="json").items()}
    return with_values(game, {"seats.fluency": fluency, "seats.hands": slower})
