"""A race: seats take turns at the same journey, each on its own, and the first home wins.

Theory. The seats' own numbers of turns are independent. Write S_k(n) for the chance that seat k is not home after
n turns of its own and f_k(n) for the chance that it comes home at turn n.

When the first home wins at once, in round n the seats before seat k have had n turns and those after it
n - 1, so

    P(seat k wins)         = Σ f_k(n) Π S_j(n) [j < k] Π S_j(n-1) [j > k]
    P(turns > n·seats + j) = Π S_i(n+1) [i < j] Π S_i(n) [i ≥ j]          for 0 ≤ j < seats.

When the round is finished first, all have n turns, the game ends in the first round in which anyone
comes home, and those who did share the win. Where each S has a geometric tail, so has every product of one of
its values a seat, and each sum closes. Where home may never be reached, S is followed until only
the hopeless remain.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import reduce
from math import prod

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


def race(ways: Sequence[Journey], finish_round: bool, loses: bool = False) -> Race | None:
    """Work out the race of one journey a seat, or None if a journey's tail is not known well enough.

    If the first home ``loses``, the others share the win.
    """
    if not all(way.settled for way in ways):
        return None
    known = {id(way): _followed(way) if way.never and way.leak < 1 else way for way in ways}
    if None in known.values():
        return None
    lined = _lined_up([way for way in (known[id(way)] for way in ways) if way is not None])
    seats, under_way = len(ways), [way.alive + way.hopeless for way in lined]
    leak = _joint_leak(lined)
    never = prod(way.never for way in ways)
    after, before = [u[1:] for u in under_way], [u[:-1] for u in under_way]
    home = [way.home[1:] for way in lined]

    def whole(terms: Array) -> float:
        """A sum over all rounds, of products of one chance a seat, from its written-out terms."""
        tail = terms[-PERIOD:].sum() * (1 - leak) / leak if leak < 1 else 0.0
        return float(terms.sum() + tail)

    everyone = reduce(np.multiply, before)
    rounds = WaitingTime(everyone, PERIOD if leak < 1 else 1, leak, never)
    if leak == 1:
        rounds = WaitingTime(reduce(np.multiply, under_way), 1, 1.0, never)
    # Seat k (from 0) takes its turn in a round if nobody is home yet when it comes to it.
    nobody = np.ones_like(everyone)
    if finish_round:
        to_move = [reduce(np.multiply, [before[j] for j in range(seats) if j != k], nobody) for k in range(seats)]
        per_round = [everyone] * seats
        wins, ties = _shared_wins(home, after, whole, loses)
    else:
        to_move = [
            reduce(np.multiply, [after[j] if j < k else before[j] for j in range(seats) if j != k], nobody)
            for k in range(seats)
        ]
        per_round = [others * before[k] for k, others in enumerate(to_move)]
        wins, ties = np.array([whole(home[k] * others) for k, others in enumerate(to_move)]), 0.0
        if loses:
            wins, ties = (wins.sum() - wins) / (seats - 1), float(wins.sum()) * (seats > 2)
    head = np.stack(per_round, axis=1).ravel()
    if leak == 1:
        head = np.append(head, never)
    turns = WaitingTime(head, PERIOD * seats if leak < 1 else 1, leak, never)
    mean = turns.mean()
    lost = [way.setback[1:] * others for way, others in zip(lined, to_move, strict=True)]
    setbacks = None if mean is None else sum(map(whole, lost)) / mean
    return Race(rounds, turns, wins, ties, setbacks)


def _shared_wins(
    home: list[Array], after: list[Array], whole: Callable[[Array], float], loses: bool
) -> tuple[Array, float]:
    """Wins where the round is finished first: each set of seats that may come home together shares one, or loses."""
    seats, ties = len(home), 0.0
    wins = np.zeros(seats)
    for together in range(1, 1 << seats):
        arrived = [k for k in range(seats) if together >> k & 1]
        chance = whole(reduce(np.multiply, [home[k] if k in arrived else after[k] for k in range(seats)]))
        winners = arrived if not loses or len(arrived) == seats else [k for k in range(seats) if k not in arrived]
        wins[winners] += chance / len(winners)
        ties += chance * (len(winners) > 1)
    return wins, ties


def _joint_leak(ways: list[Journey]) -> float:
    """The share that a product of all seats' chances of being under way loses in a period; 1 if nothing is left."""
    if any(way.leak == 1 and way.alive[-1] + way.hopeless[-1] == 0 for way in ways):
        return 1.0
    shrinking = [way.leak for way in ways if way.leak < 1]
    return float(-np.expm1(sum(np.log1p(-leak) for leak in shrinking))) if shrinking else 1.0


def _lined_up(ways: list[Journey]) -> list[Journey]:
    """The same journeys written out to the same turn."""
    last = max(len(way.alive) for way in ways)
    return [way if len(way.alive) == last else _written_out(way, last - len(way.alive)) for way in ways]


def _written_out(way: Journey, more: int) -> Journey:
    """The journey with so many more turns of its tail."""
    laps = -(-more // PERIOD)
    shrink = np.asarray(np.zeros(laps) if way.leak == 1 else (1 - way.leak) ** np.arange(1, laps + 1))

    def extended(values: Array) -> Array:
        tail = values[-PERIOD:] if len(values) >= PERIOD else np.zeros(PERIOD)
        return np.concatenate([values, np.outer(shrink, tail).ravel()[:more]])

    lost = extended(np.diff(way.hopeless, prepend=0.0)).cumsum()
    return Journey(extended(way.home), extended(way.alive), lost, extended(way.setback), way.leak, way.settled)


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
