"""A race: seats take turns at the same first passage, each on its own, and the first home wins.

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

from bolometric.core.chains.waiting import WaitingTime

Array = NDArray[np.float64]

PERIOD = 12
"""Turns after which the shape must repeat: a multiple of the cycles 2, 3, 4 and 6."""
FOLLOWED = 200_000
"""How many rounds a tail beside a chance of never is written out for, at most."""
LEFT = 1e-13


@dataclass(frozen=True, slots=True)
class FirstPassage:
    """One seat's own turns from the start to home. Index n of each array is the n-th turn; index 0 is before any."""

    home: Array
    """Chance of coming home at turn n; shape (turns + 1,)."""
    alive: Array
    """Chance of being under way after turn n, with home still possible."""
    hopeless: Array
    """Chance of being under way after turn n with home out of reach."""
    setback: Array
    """Chance of taking turn n and losing ground in it."""
    tail_loss: float
    """The share of those under way that every later period loses; 1 if nothing is left after the last turn."""
    settled: bool
    """False if the bounds were met before the tail became geometric: sums over it are then unknown."""

    @property
    def _stranding(self) -> float:
        """Of those who leave the way after the last turn written, the share that ends up hopeless."""
        if self.tail_loss == 1:
            return 0.0
        lost = float(self.hopeless[-1] - self.hopeless[-1 - PERIOD])
        return lost / (float(self.alive[-1 - PERIOD]) * self.tail_loss)

    @property
    def never(self) -> float:
        """The chance of never coming home."""
        return float(self.hopeless[-1] + self.alive[-1] * self._stranding)

    def home_within(self, turns: int) -> float:
        """The chance of being home after so many turns of one's own."""
        last = len(self.alive) - 1
        if turns <= last or self.tail_loss == 1:
            at = min(turns, last)
            if self.alive[at] + self.hopeless[at] == 0:
                return 1.0
            return min(1.0, float(self.home[: at + 1].sum()))  # nought as long as there is no way home
        laps = -(-(turns - last) // PERIOD)
        left = float(self.alive[turns - laps * PERIOD]) * (1 - self.tail_loss) ** laps
        gone = float(self.alive[last]) - left
        return self.home_within(last) + gone * (1 - self._stranding)

    def setbacks_within(self, turns: int) -> float:
        """How many of so many turns of one's own lose ground, on average; those after home are not counted."""
        more = turns - len(self.setback) + 1
        if more <= 0 or self.tail_loss == 1:
            return float(self.setback[: turns + 1].sum())
        laps, rest = divmod(more, PERIOD)
        shrink, tail = (1 - self.tail_loss) ** np.arange(1, laps + 2), self.setback[-PERIOD:]
        return float(self.setback.sum() + tail.sum() * shrink[:-1].sum() + tail[:rest].sum() * shrink[-1])


NOWHERE = FirstPassage(np.zeros(2), np.array([1.0, 0.0]), np.array([0.0, 1.0]), np.zeros(2), 1.0, True)
"""The first passage of a seat that can never come home."""


@dataclass(frozen=True, slots=True)
class Visits:
    """How often each square is landed on by one seat on its way; index 0 is square 1, the last is home."""

    chance: Array
    """Chance of landing on the square at least once."""
    times: Array
    """Mean number of landings on it; infinite where a marker can be caught for ever."""
    stderr: float = 0.0
    """The widest standard error of the chances; 0 when exact."""


@dataclass(frozen=True, slots=True)
class Race:
    """How long a race of several seats lasts, and who wins it."""

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


def race(ways: Sequence[FirstPassage], finish_round: bool, loses: bool = False) -> Race | None:
    """Work out the race of one first passage a seat.

    Args:
        ways: each seat's own first passage, in the order of play.
        finish_round: whether the round is finished before the game stops.
        loses: whether the first home loses, and the others share the win.

    Returns:
        How long it lasts and who wins; None if a tail is not known well enough.

    >>> toss = FirstPassage(np.array([0, 0.5, 0.5]), np.array([1, 0.5, 0]), np.zeros(3), np.zeros(3), 1.0, True)
    >>> race([toss, toss], finish_round=False).seat_wins.tolist()
    [0.75, 0.25]
    """
    if not all(way.settled for way in ways):
        return None
    lined = _written(ways, lambda way: way.never > 0)
    if lined is None:
        return None
    seats, under_way = len(ways), [way.alive + way.hopeless for way in lined]
    tail_loss = _joint_tail_loss(lined)
    never = prod(way.never for way in ways)
    after, before = [u[1:] for u in under_way], [u[:-1] for u in under_way]

    everyone = reduce(np.multiply, before)
    rounds = WaitingTime(everyone, PERIOD if tail_loss < 1 else 1, tail_loss, never)
    if tail_loss == 1:
        rounds = WaitingTime(reduce(np.multiply, under_way), 1, 1.0, never)
    # Seat k (from 0) takes its turn in a round if nobody is home yet when it comes to it.
    nobody = np.ones_like(everyone)
    if finish_round:
        to_move = [reduce(np.multiply, [before[j] for j in range(seats) if j != k], nobody) for k in range(seats)]
        per_round = [everyone] * seats
    else:
        to_move = [
            reduce(np.multiply, [after[j] if j < k else before[j] for j in range(seats) if j != k], nobody)
            for k in range(seats)
        ]
        per_round = [others * before[k] for k, others in enumerate(to_move)]
    wins, ties = np.zeros(seats), 0.0
    for ending in _endings(lined, finish_round, loses):
        chance = in_all(ending.terms, tail_loss)
        wins[[*ending.winners]] += chance / len(ending.winners)
        ties += chance * (len(ending.winners) > 1)
    head = np.stack(per_round, axis=1).ravel()
    if tail_loss == 1:
        head = np.append(head, never)
    turns = WaitingTime(head, PERIOD * seats if tail_loss < 1 else 1, tail_loss, never)
    mean = turns.mean()
    lost = [way.setback[1:] * others for way, others in zip(lined, to_move, strict=True)]
    setbacks = None if mean is None else sum(in_all(flow, tail_loss) for flow in lost) / mean
    return Race(rounds, turns, wins, ties, setbacks)


@dataclass(frozen=True, slots=True)
class Ending:
    """One way in which a game may end."""

    winners: tuple[int, ...]
    """Who shares the win."""
    last: int
    """Whose turn is the last."""
    terms: Array
    """The chance of it in each round from the first."""


def _endings(ways: list[FirstPassage], finish_round: bool, loses: bool) -> list[Ending]:
    """Who may come home first: one seat, or, where the round is finished first, each set of seats together."""
    seats = len(ways)
    home = [way.home[1:] for way in ways]
    under_way = [way.alive + way.hopeless for way in ways]
    after, before = [u[1:] for u in under_way], [u[:-1] for u in under_way]
    found = []
    for together in range(1, 1 << seats):
        arrived = tuple(k for k in range(seats) if together >> k & 1)
        if not finish_round and len(arrived) > 1:
            continue
        winners = arrived if not loses or len(arrived) == seats else tuple(k for k in range(seats) if k not in arrived)
        last = seats - 1 if finish_round else arrived[0]
        # Seats that come after the last turn of a game have had one turn less.
        parts = [home[k] if k in arrived else after[k] if k < last or finish_round else before[k] for k in range(seats)]
        found.append(Ending(winners, last, reduce(np.multiply, parts)))
    return found


def endings_by_turn(
    ways: Sequence[FirstPassage], finish_round: bool, loses: bool
) -> list[tuple[tuple[int, ...], Array]]:
    """For each set of winners the chance that the game ends with it at turn 0, 1, 2, …, all seats' turns counted.

    Empty if that is not known to the end, or a seat may never come home.
    """
    lined = None if any(way.never or not way.settled for way in ways) else _written(ways, lambda way: True)
    found = []
    for ending in _endings(lined, finish_round, loses) if lined else ():
        flow = np.zeros(len(ending.terms) * len(ways) + 1)
        flow[ending.last + 1 :: len(ways)] = ending.terms
        found.append((ending.winners, flow))
    return found


def _written(ways: Sequence[FirstPassage], whole: Callable[[FirstPassage], bool]) -> list[FirstPassage] | None:
    """The ways written out to the same turn, those that are to be ``whole`` to the end; None if that is too long."""
    known = {id(way): written_whole(way) if way.tail_loss < 1 and whole(way) else way for way in ways}
    lined = [way for way in (known[id(way)] for way in ways) if way is not None]
    return _lined_up(lined) if len(lined) == len(ways) else None


def in_all(flow: Array, tail_loss: float) -> float:
    """A flow summed over all turns, those beyond the last written one too."""
    tail = flow[-PERIOD:].sum() * (1 - tail_loss) / tail_loss if tail_loss < 1 else 0.0
    return float(flow.sum() + tail)


def _joint_tail_loss(ways: list[FirstPassage]) -> float:
    """The share that a product of all seats' chances of being under way loses in a period; 1 if nothing is left."""
    if any(way.tail_loss == 1 and way.alive[-1] + way.hopeless[-1] == 0 for way in ways):
        return 1.0
    shrinking = [way.tail_loss for way in ways if way.tail_loss < 1]
    return float(-np.expm1(sum(np.log1p(-tail_loss) for tail_loss in shrinking))) if shrinking else 1.0


def _lined_up(ways: list[FirstPassage]) -> list[FirstPassage]:
    """First passages written out to one and the same turn."""
    last = max(len(way.alive) for way in ways)
    return [way if len(way.alive) == last else _written_out(way, last - len(way.alive)) for way in ways]


def _written_out(way: FirstPassage, more: int) -> FirstPassage:
    """The first passage with so many more turns of its tail."""
    laps = -(-more // PERIOD)
    shrink = np.asarray(np.zeros(laps) if way.tail_loss == 1 else (1 - way.tail_loss) ** np.arange(1, laps + 1))

    def extended(values: Array) -> Array:
        tail = values[-PERIOD:] if len(values) >= PERIOD else np.zeros(PERIOD)
        return np.concatenate([values, np.outer(shrink, tail).ravel()[:more]])

    lost = extended(np.diff(way.hopeless, prepend=0.0)).cumsum()
    return FirstPassage(
        extended(way.home), extended(way.alive), lost, extended(way.setback), way.tail_loss, way.settled
    )


def written_whole(way: FirstPassage) -> FirstPassage | None:
    """A first passage with its geometric tail written out to the end, or None if that is too long."""
    laps = int(np.ceil(np.log(LEFT / way.alive[-1]) / np.log1p(-way.tail_loss)))
    if laps * PERIOD > FOLLOWED:
        return None
    shrink = (1 - way.tail_loss) ** np.arange(1, max(laps, 1) + 1)

    def extended(values: Array) -> Array:
        return np.concatenate([values, np.outer(shrink, values[-PERIOD:]).ravel()])

    lost = np.diff(way.hopeless, prepend=0.0)
    return FirstPassage(
        extended(way.home), extended(way.alive), extended(lost).cumsum(), extended(way.setback), 1.0, True
    )
