"""Matches of points: rounds in which one or several seats get a point, up to a number of rounds or of points.

Theory. Rounds are independent, and in each the set of seats that get the point is known with its chance; the set may be
empty. The points of all seats are a Markov chain, followed round by round; once a seat has enough points, or all rounds
are played, the match ends and the most points win. Where nobody's points are carried to the next round, what has
piled up is part of the state.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.settings.heeding import checkpoint

Array = NDArray[np.float64]
WinnerSets = Mapping[tuple[int, ...], float]
"""For each set of seats that get the point the chance of it."""
MOST_STATES = 30_000
MOST_ROUNDS = 3000
GONE = 1e-15


@dataclass(frozen=True, slots=True)
class Match:
    """What a match comes to."""

    rounds: WaitingTime
    wins: Array
    """Share of matches each seat wins, a tie shared out."""
    ties: float


def match(sets: WinnerSets, seats: int, rounds: int | None, points: int | None, carried: bool = False) -> Match | None:
    """Follow a match round by round.

    Args:
        sets: for each set of seats that get the point of a round the chance of it.
        seats: how many seats there are.
        rounds: how many rounds are played, or None.
        points: how many points end it, or None.
        carried: whether a point that nobody gets is carried to the next round.

    Returns:
        How long it lasts and who wins; None if there are too many states or rounds.

    >>> match({(0,): 0.5, (1,): 0.5}, 2, rounds=None, points=2).rounds.mean()
    2.5
    """
    state: dict[tuple[int, ...], float] = {(0,) * seats + (1,): 1.0}
    beyond, wins, ties, left = [1.0], np.zeros(seats), 0.0, 1.0
    while left > GONE and len(beyond) <= MOST_ROUNDS:
        after: defaultdict[tuple[int, ...], float] = defaultdict(float)
        for (*have, pot), chance in state.items():
            checkpoint()
            for winners, p in sets.items():
                if p <= 0:
                    continue
                now = [count + (pot if seat in winners else 0) for seat, count in enumerate(have)]
                held = pot + 1 if carried and not winners else 1
                if (points is not None and max(now) >= points) or (rounds is not None and len(beyond) == rounds):
                    best = [seat for seat, count in enumerate(now) if count == max(now)]
                    wins[best] += chance * p / len(best)
                    ties += chance * p * (len(best) > 1)
                else:
                    after[(*now, held)] += chance * p
        if len(after) > MOST_STATES:
            return None
        state, left = dict(after), sum(after.values())
        beyond.append(left)
    if left > GONE:
        return None
    beyond[-1] = 0.0
    return Match(WaitingTime(np.array(beyond)), wins, ties)


def argmax_distribution(has: Array, nothing: Array) -> dict[tuple[int, ...], float]:
    """Who has the best value, seats being independent.

    Args:
        has: the chance of each value for each seat, the best value first; shape (seats, values).
        nothing: the chance that a seat has none; shape (seats,).

    Returns:
        The chance of each set of seats that have the best value together; the empty one if nobody has any.

    >>> argmax_distribution(np.array([[0.5, 0.5], [0.5, 0.5]]), np.zeros(2))
    {(0,): 0.25, (1,): 0.25, (0, 1): 0.5}
    """
    seats = len(has)
    worse = has[:, ::-1].cumsum(axis=1)[:, ::-1] - has + nothing[:, None]
    found: dict[tuple[int, ...], float] = {}
    if nothing.prod() > 0:
        found[()] = float(nothing.prod())
    for group in range(1, 1 << seats):
        inside = [seat for seat in range(seats) if group >> seat & 1]
        chance = np.prod([has[seat] if seat in inside else worse[seat] for seat in range(seats)], axis=0).sum()
        if chance > 0:
            found[tuple(inside)] = float(chance)
    return found
