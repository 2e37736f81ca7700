"""Matches of points: rounds in which one or several seats get a point, up to a number of rounds or of points.

Theory. Rounds are independent, and in each the set of seats that get the point is known with its chance; the set may be
empty. The points of all seats are a Markov chain, followed round by round; once a seat has enough points, or all rounds
are played, the match ends and the most points win. Where nobody's points are carried to the next round, what has
piled up is part of the state. Seats whose chances are alike may change places, so their points are kept in order alone:
for six equal seats that leaves one state of 720.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import isclose

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
Counts = NDArray[np.int64]
WinnerSets = Mapping[tuple[int, ...], float]
"""For each set of seats that get the point the chance of it."""
MOST_STATES = 30_000
MOST_ROWS = 3_000_000
"""States times outcomes of a round that are looked at together: more is refused before it is built."""
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
    outcomes = [(winners, p) for winners, p in sets.items() if p > 0]
    gets = np.array([[seat in winners for seat in range(seats)] for winners, _ in outcomes])
    given = _Outcomes(gets, np.array([p for _, p in outcomes]), carried)
    alike = _alike(sets, seats)
    state = _State(np.zeros((1, seats), np.int64), np.ones(1, np.int64), np.ones(1))
    beyond, wins, ties, left = [1.0], np.zeros(seats), 0.0, 1.0
    while left > GONE and len(beyond) <= MOST_ROUNDS:
        checkpoint()
        if len(state.pot) * len(outcomes) > MOST_ROWS:
            return None
        after = given.after(state)
        most = after.points.max(axis=1)
        ended = np.full(len(most), len(beyond) == rounds)
        if points is not None:
            ended |= most >= points
        best = after.points[ended] == most[ended, None]
        sharing, chance = best.sum(axis=1), after.chance[ended]
        wins += (chance / sharing) @ best
        ties += float(chance[sharing > 1].sum())
        going_on = _State(after.points[~ended], after.pot[~ended], after.chance[~ended]).gathered(alike)
        if going_on is None or len(going_on.pot) > MOST_STATES:
            return None
        state, left = going_on, float(going_on.chance.sum())
        beyond.append(left)
    if left > GONE:
        return None
    beyond[-1] = 0.0
    for group in alike:
        wins[group] = wins[group].mean()  # which of them it was is not kept
    return Match(WaitingTime(np.array(beyond)), wins, ties)


def _alike(sets: WinnerSets, seats: int) -> list[list[int]]:
    """Seats in groups within which any two can change places without changing a chance."""

    def swapped(one: int, other: int) -> bool:
        places = {one: other, other: one}
        return all(
            isclose(p, sets.get(tuple(sorted(places.get(seat, seat) for seat in winners)), 0.0), rel_tol=1e-12)
            for winners, p in sets.items()
        )

    groups: list[list[int]] = []
    for seat in range(seats):
        group = next((group for group in groups if swapped(group[0], seat)), None)
        if group is None:
            groups.append([seat])
        else:
            group.append(seat)
    return groups


@dataclass(frozen=True, slots=True)
class _State:
    """Where a match may stand: points of each seat, shape (states, seats), what has piled up, and the chance of it."""

    points: Counts
    pot: Counts
    chance: Array

    def gathered(self, alike: list[list[int]]) -> _State | None:
        """Equal states as one, seats that are alike in order of their points; None if they cannot be told apart."""
        if not len(self.pot):
            return self
        points = self.points.copy()
        for group in alike:
            points[:, group] = np.sort(points[:, group], axis=1)
        base, seats = int(points.max()) + 1, points.shape[1]
        if base**seats * (int(self.pot.max()) + 1) > np.iinfo(np.int64).max:
            return None
        key = self.pot.copy()
        for seat in range(seats):
            key = key * base + points[:, seat]
        _, first, place = np.unique(key, return_index=True, return_inverse=True)
        chance = np.bincount(place, weights=self.chance).astype(np.float64)
        return _State(points[first], self.pot[first], chance)


@dataclass(frozen=True, slots=True)
class _Outcomes:
    """What a round may come to: who gets the point, shape (outcomes, seats), with the chance of it."""

    gets: NDArray[np.bool_]
    chance: Array
    carried: bool

    def after(self, state: _State) -> _State:
        """Every state a round later, not yet gathered."""
        seats = self.gets.shape[1]
        points = state.points[:, None, :] + state.pot[:, None, None] * self.gets[None]
        piles_up = np.asarray(~self.gets.any(axis=1) & self.carried)
        pot = np.where(piles_up[None, :], state.pot[:, None] + 1, 1)
        chance = state.chance[:, None] * self.chance[None]
        return _State(points.reshape(-1, seats), pot.reshape(-1), chance.reshape(-1))


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
