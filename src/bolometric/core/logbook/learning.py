"""How quickly groups work, learned from the minutes that were noted: a hierarchical Bayesian update of the profiles.

Model. A game of a group takes (exp(a) × Σ exp(d) × thinking + exp(b) × hands) × turns / expected turns minutes, times a
log-normal error: thinking (of each kind of fact) and hands are the minutes that the shipped profile predicts, a and b
how much slower the group is, d how much slower than that a kind of fact goes. Each group's a is drawn round that of
all groups, and so is b; the prior of those, and of d, is the shipped profile: 0. Where the turns of a game were not
noted, the spread of its length is added to the error. The priors of a and b are normal near 0 and have heavy tails, as
Student's t has: a few sessions that differ are taken for chance, many that agree on something far off are believed.

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

from bolometric.core.learner_work.facts import ADD, DIVIDE, MULTIPLY, SUBTRACT
from bolometric.core.logbook.quantiles import spreads
from bolometric.core.text.figures import listing_words, percent, plural

Floats = NDArray[np.float64]
Found = tuple[float, float, float]
"""The middle, and the ends of the interval."""
ALL_SPREAD, GROUP_SPREAD = (0.4, 0.3), (0.25, 0.15)
"""Prior standard deviations of the logarithm, for thinking and hands: of all groups, and of a group round them."""
KIND_SPREAD = 0.25
"""The same of a kind of fact round all thinking."""
NOISE = 0.15
"""Standard deviation of the logarithm of a game's minutes that nothing explains: interruptions, chatter, the clock."""
WIDE = 0.9
"""How much of the posterior an interval holds."""
TAILS = 4.0
"""How many squared deviations a prior counts in full: of one that is far off the pull grows no more."""
KINDS = {ADD: "adding", SUBTRACT: "taking away", MULTIPLY: "multiplying", DIVIDE: "dividing"}
"""Kinds of fact whose seconds are told apart; everything else that is thought goes as thinking goes in all."""
TOLD_APART = 0.2
"""How much of the doubt about a kind must be gone before it is told."""


@dataclass(frozen=True, slots=True)
class TimedGroup:
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
    kinds: tuple[float, ...] = (0.0,) * len(KINDS)
    """The part of the thinking that goes into each kind of fact."""


@dataclass(frozen=True, slots=True)
class Pace:
    """How much slower than its profile a group works: 1 is as the profile says."""

    group: str
    games: int
    thinking: Found
    hands: Found
    learned: float
    """How much of the doubt about thinking the sessions have taken away, from 0 to 1."""
    kinds: tuple[tuple[str, Found, float], ...] = ()
    """Each kind of fact, how much slower it goes than its profile says, and how much of that doubt is gone."""

    def of(self, kind: str) -> float:
        """How much slower a kind of fact goes, as far as that is known."""
        return next((found[0] for does, found, _ in self.kinds if does == kind), self.thinking[0])

    @property
    def words(self) -> str:
        """As it is told."""
        if not self.games:
            return "Nothing is known of this group yet: the game's own profile counts."
        name = self.group or "This class"
        low, high = self.thinking[1:]
        sure = f"{percent(WIDE)} sure between × {low:.2f} and × {high:.2f}"
        apart = [
            f"{KINDS[does]} × {one[0]:.2f} ({one[1]:.2f} to {one[2]:.2f})"
            for does, one, known in self.kinds
            if known >= TOLD_APART
        ]
        each = f"; {listing_words(apart, 'and')}" if apart else ""
        slower = compared(self.thinking[0], "time to work something out")
        hands = ""
        if abs(self.hands[0] - 1) >= AS_EXPECTED:
            hands = f"; hands × {self.hands[0]:.2f} ({self.hands[1]:.2f} to {self.hands[2]:.2f})"
        return f"{name} takes {slower} ({sure}, from {plural(self.games, 'game')}){each}{hands}."


AS_EXPECTED = 0.05
"""A difference below which nobody would act."""


def compared(times: float, what: str) -> str:
    """So many times what the profile says: up to twice in percent, then as a factor.

    >>> compared(1.46, "time"), compared(9.0, "slips")
    ('46% more time than the profile says', '9.0 times the slips that the profile says')
    """
    if abs(times - 1) < AS_EXPECTED:
        return f"about the {what} that the profile says"
    if times >= 2:
        return f"{times:.1f} times the {what} that the profile says"
    less = "fewer" if what.endswith("s") else "less"
    return f"{percent(abs(times - 1))} {'more' if times >= 1 else less} {what} than the profile says"


def learned(games: Sequence[TimedGroup]) -> dict[str, Pace]:
    """The pace of each group that has played, from all games that were noted."""
    groups = sorted({one.group for one in games})
    if not groups:
        return {}
    at = {group: k for k, group in enumerate(groups)}
    of = np.array([at[one.group] for one in games])
    logs = np.log([one.minutes / one.length for one in games])
    thought, hands = np.array([one.thinking for one in games]), np.array([one.hands for one in games])
    shares = np.array([one.kinds for one in games])
    rest = np.maximum(1 - shares.sum(axis=1), 0.0)
    errors = np.sqrt(NOISE**2 + np.array([one.spread for one in games]) ** 2)
    kinds = len(KINDS)

    def residuals(theta: Floats) -> Floats:
        """What is not explained, and how far the parameters are from their priors, in standard deviations."""
        everyone, each_kind, each = theta[:2], theta[2 : 2 + kinds], theta[2 + kinds :].reshape(-1, 2)
        slower = np.exp((everyone + each)[of])
        thinking = thought * (shares @ np.exp(each_kind) + rest)
        told = np.log(thinking * slower[:, 0] + hands * slower[:, 1])
        slow = np.concatenate([everyone / ALL_SPREAD, (each / GROUP_SPREAD).ravel()])
        return np.concatenate([(logs - told) / errors, each_kind / KIND_SPREAD, _heavy(slow)])

    from scipy.optimize import least_squares  # heavy to import, and wanted once there are sessions

    found = least_squares(residuals, np.zeros(2 + kinds + 2 * len(groups)), method="lm")
    slopes = np.asarray(found.jac)
    posterior = _Posterior(found.x, np.linalg.inv(slopes.T @ slopes))  # the curvature of half the sum of squares
    return {group: _pace(group, [one for one in games if one.group == group], posterior, k) for group, k in at.items()}


def _heavy(deviations: Floats) -> Floats:
    """Deviations from a prior with heavy tails: half of their squares is ``TAILS / 2 × log(1 + d² / TAILS)``."""
    return np.asarray(np.sign(deviations) * np.sqrt(TAILS * np.log1p(deviations**2 / TAILS)), float)


@dataclass(frozen=True, slots=True, eq=False)
class _Posterior:
    """The mode of all parameters, and how they are spread round it."""

    mode: Floats
    spread: Floats

    def sum_of(self, *places: int) -> tuple[float, float]:
        """Mean and standard deviation of a sum of parameters."""
        some = list(places)
        return float(self.mode[some].sum()), sqrt(float(self.spread[np.ix_(some, some)].sum()))


def _pace(group: str, games: list[TimedGroup], found: _Posterior, k: int) -> Pace:
    own = 2 + len(KINDS) + 2 * k
    thinking, hands = found.sum_of(0, own), found.sum_of(1, own + 1)
    prior = sqrt(ALL_SPREAD[0] ** 2 + GROUP_SPREAD[0] ** 2)
    kinds = []
    for at, does in enumerate(KINDS):
        if any(one.kinds[at] for one in games):
            apart = found.sum_of(2 + at)[1]
            kinds.append((does, _ends(found.sum_of(0, 2 + at, own)), 1 - apart / KIND_SPREAD))
    return Pace(group, len(games), _ends(thinking), _ends(hands), max(1 - thinking[1] / prior, 0.0), tuple(kinds))


def _ends(told: tuple[float, float]) -> Found:
    middle, spread = told
    wide = spreads(WIDE) * spread
    return exp(middle), exp(middle - wide), exp(middle + wide)
