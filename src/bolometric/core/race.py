"""A race: seats take turns at the same journey, each on its own, and the first home wins.

Theory. The seats' own numbers of turns are independent and alike. Write S(n) for the chance that a seat
is not home after n turns of its own and f(n) for the chance that it comes home at turn n.

When the first home wins at once, in round n the seats before seat k have had n turns and those after it
n - 1, so

    P(seat k wins)     = Σ f(n) S(n)^(k-1) S(n-1)^(seats-k)
    P(turns > n·seats + j) = S(n+1)^j S(n)^(seats-j)          for 0 ≤ j < seats.

When the round is finished first, all have n turns, the game ends in the first round in which anyone
comes home, and those who did share the win. Where S has a geometric tail, so has every product of
``seats`` of its values, and each sum closes. Where home may never be reached, S is followed until only
the hopeless remain.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import comb

import numpy as np
from numpy.typing import NDArray

from bolometric.core.lengths import WaitingTime

Array = NDArray[np.float64]

PERIOD = 12
"""Turns after which the shape must repeat: a multiple of the cycles 2, 3, 4 and 6."""
FOLLOWED = 200_000
"""How many rounds a tail beside a chance of never is written out for, at most."""
LEFT = 1e-13


@dataclass(frozen=True, slots=True)
class Journey:
    """One seat's own turns from the start to home. Index n of each array is the n-th turn; index 0 is before any."""

    home: Array
    """Chance of coming home at turn n; shape (turns + 1,)."""
    alive: Array
    """Chance of being under way after turn n, with home still possible."""
    hopeless: Array
    """Chance of being under way after turn n with home out of reach."""
    setback: Array
    """Chance of taking turn n and losing ground in it."""
    leak: float
    """The share of those under way that every later period loses; 1 if nothing is left after the last turn."""
    settled: bool
    """False if the bounds were met before the tail became geometric: sums over it are then unknown."""

    @property
    def _stranding(self) -> float:
        """Of those who leave the way after the last turn written, the share that ends up hopeless."""
        if self.leak == 1:
            return 0.0
        lost = float(self.hopeless[-1] - self.hopeless[-1 - PERIOD])
        return lost / (float(self.alive[-1 - PERIOD]) * self.leak)

    @property
    def never(self) -> float:
        """The chance of never coming home."""
        return float(self.hopeless[-1] + self.alive[-1] * self._stranding)

    def home_within(self, turns: int) -> float:
        """The chance of being home after so many turns of one's own."""
        last = len(self.alive) - 1
        if turns <= last or self.leak == 1:
            at = min(turns, last)
            return max(0.0, float(1 - self.alive[at] - self.hopeless[at]))
        laps = -(-(turns - last) // PERIOD)
        left = float(self.alive[turns - laps * PERIOD]) * (1 - self.leak) ** laps
        gone = float(self.alive[last]) - left
        return self.home_within(last) + gone * (1 - self._stranding)


NOWHERE = Journey(np.zeros(2), np.array([1.0, 0.0]), np.array([0.0, 1.0]), np.zeros(2), 1.0, True)
"""The journey of a seat that can never come home."""


@dataclass(frozen=True, slots=True)
class Squares:
    """How often each square is landed on by one seat on its way; index 0 is square 1, the last is home."""

    chance: Array
    """Chance of landing on the square at least once."""
    times: Array
    """Mean number of landings on it; infinite where a marker can be caught for ever."""
    stderr: float = 0.0
    """The widest standard error of the chances; 0 when exact."""


@dataclass(frozen=True, slots=True)
class Race:
    """What follows exactly for a table of seats."""

    rounds: WaitingTime
    turns: WaitingTime
    """All seats' turns together."""
    seat_wins: Array
    """Share of games each seat wins, a tie shared out; adds to 1 less the chance of never ending."""
    ties: float
    setbacks: float | None
    """Share of turns that lose ground; None if the game may never end."""

    @property
    def never(self) -> float:
        """The chance that nobody ever gets home."""
        return self.rounds.never


def race(way: Journey, seats: int, finish_round: bool) -> Race | None:
    """Work out the race, or None if the journey's tail is not known well enough."""
    if not way.settled:
        return None
    if way.never and way.leak < 1:
        followed = _followed(way)
        if followed is None:
            return None
        way = followed
    under_way = way.alive + way.hopeless
    leak = float(-np.expm1(seats * np.log1p(-way.leak))) if way.leak < 1 else 1.0
    never = way.never**seats
    after, before, home = under_way[1:], under_way[:-1], way.home[1:]

    def whole(terms: Array) -> float:
        """A sum over all rounds, of products of ``seats`` chances, from its written-out terms."""
        tail = terms[-PERIOD:].sum() * (1 - leak) / leak if leak < 1 else 0.0
        return float(terms.sum() + tail)

    rounds = WaitingTime(under_way[:-1] ** seats, PERIOD if leak < 1 else 1, leak, never)
    if leak == 1:
        rounds = WaitingTime(under_way**seats, 1, 1.0, never)
    # Seat k (from 0) takes its turn in a round if nobody is home yet when it comes to it.
    if finish_round:
        to_move = [before ** (seats - 1)] * seats
        per_round = [before**seats] * seats
        together = sum(comb(seats, j) * home**j * after ** (seats - j) for j in range(2, seats + 1))
        ties = whole(np.asarray(together) + np.zeros_like(home))
        wins = np.full(seats, (1 - never) / seats)
    else:
        to_move = [after**k * before ** (seats - 1 - k) for k in range(seats)]
        per_round = [after**k * before ** (seats - k) for k in range(seats)]
        ties = 0.0
        wins = np.array([whole(home * others) for others in to_move])
    head = np.stack(per_round, axis=1).ravel()
    if leak == 1:
        head = np.append(head, never)
    turns = WaitingTime(head, PERIOD * seats if leak < 1 else 1, leak, never)
    mean = turns.mean()
    setbacks = None if mean is None else whole(way.setback[1:] * np.sum(to_move, axis=0)) / mean
    return Race(rounds, turns, wins, ties, setbacks)


def _followed(way: Journey) -> Journey | None:
    """The same journey with its geometric tail written out to the end, or None if that is too long."""
    laps = int(np.ceil(np.log(LEFT / way.alive[-1]) / np.log1p(-way.leak)))
    if laps * PERIOD > FOLLOWED:
        return None
    shrink = (1 - way.leak) ** np.arange(1, max(laps, 1) + 1)

    def extended(values: Array) -> Array:
        return np.concatenate([values, np.outer(shrink, values[-PERIOD:]).ravel()])

    lost = np.diff(way.hopeless, prepend=0.0)
    return Journey(extended(way.home), extended(way.alive), extended(lost).cumsum(), extended(way.setback), 1.0, True)
