"""How long something lasts: the whole distribution of a waiting time, however long its tail.

Theory. A waiting time T on 0, 1, 2, … is kept as its survival function G(m) = P(T > m): a ``head`` of
explicit values and, where the tail has become geometric, the rule G(m + period) = (1 - tail loss) × G(m). The
tail loss is kept, not the factor, so that a game of a thousand million turns keeps its digits. Then

    E[T]          = Σ G(m)
    E[T (T + 1)]  = 2 Σ (m + 1) G(m)

and both sums over the tail have closed forms. With a chance ``never`` that T is infinite, moments do not
exist and quantiles beyond 1 - never do not either; those come back as None.
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray


@dataclass(frozen=True, slots=True)
class WaitingTime:
    """The distribution of a waiting time."""

    head: NDArray[np.float64]
    """G(0), G(1), …: the chance of lasting longer than each count; shape (at least ``period``,)."""
    period: int = 1
    tail_loss: float = 1.0
    """The share that the last ``period`` values of the head lose, again and again; 1 if nothing is left."""
    never: float = 0.0
    """The chance that it never ends."""

    @property
    def _block(self) -> NDArray[np.float64]:
        """The values that repeat, shrinking."""
        return self.head[len(self.head) - self.period :]

    def survival(self, count: int) -> float:
        """P(T > count)."""
        if count < 0:
            return 1.0
        if count < len(self.head):
            return float(self.head[count])
        if self.tail_loss == 1:
            return self.never
        laps = (count - len(self.head)) // self.period + 1
        return float(self.head[count - laps * self.period]) * (1 - self.tail_loss) ** laps

    def mean(self) -> float | None:
        """Expected value, or None if it may never end."""
        if self.never:
            return None
        return float(self.head.sum() + self._block.sum() * (1 - self.tail_loss) / self.tail_loss)

    def mean_if_it_ends(self) -> float | None:
        """Expected value of those that end; None if none does, or the tail of what never ends is not known apart."""
        if self.never >= 1 or (self.tail_loss < 1 and self.never > 0):
            return None
        return self.mean() if not self.never else float((self.head - self.never).sum() / (1 - self.never))

    def sd(self) -> float | None:
        """Standard deviation, or None if it may never end."""
        mean = self.mean()
        if mean is None:
            return None
        odd = 2 * np.arange(len(self.head)) + 1
        shrink, lap = 1 - self.tail_loss, self.period
        tail = self._block * (odd[-lap:] * shrink / self.tail_loss + 2 * lap * shrink / self.tail_loss**2)
        second = float((odd * self.head).sum() + tail.sum())
        return math.sqrt(max(second - mean * mean, 0.0))

    def quantile(self, share: float) -> int | None:
        """The least count v with P(T ≤ v) ≥ ``share``; None if that is never reached."""
        # A rounding error must not push the answer one further when the share is met exactly.
        most = 1 - share + 1e-12
        if self.never > most:
            return None
        fits = np.flatnonzero(self.head <= most)
        if len(fits):
            return int(fits[0])
        if self.tail_loss == 1:
            return None
        block, shrink = self._block, math.log1p(-self.tail_loss)
        first = max(1, math.ceil(math.log(most / float(block[-1])) / shrink) - 1)
        if first > 2**45:  # too long to be told turn by turn in floating point: good to ten digits
            return len(self.head) + first * self.period
        for lap in range(first, first + 3):
            fits = np.flatnonzero(block * math.exp(lap * shrink) <= most)
            if len(fits):
                return len(self.head) + (lap - 1) * self.period + int(fits[0])
        return None

    def later(self, count: int) -> WaitingTime:
        """The same after so many more, which are certain."""
        return WaitingTime(np.concatenate([np.ones(count), self.head]), self.period, self.tail_loss, self.never)

    def in_rounds(self, seats: int) -> WaitingTime:
        """How many rounds so many turns are, the seats taking one each in order; for a tail that is written out."""
        return WaitingTime(np.append(self.head[:-1][::seats], 0.0))

    def chances(self, most: int) -> NDArray[np.float64]:
        """P(T = 0), …, P(T = most); shape (most + 1,)."""
        beyond = np.array([1.0] + [self.survival(m) for m in range(most + 1)])
        return np.asarray(beyond[:-1] - beyond[1:])


def fixed(count: int) -> WaitingTime:
    """What always lasts so long."""
    return WaitingTime(np.append(np.ones(count), 0.0))
