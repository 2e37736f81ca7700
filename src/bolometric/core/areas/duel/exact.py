"""Who takes a round of a duel, and who wins the match, exactly.

Theory. Seats draw independently, so the chance that just the seats in W share the best total v is the product of the
chances of v for those in W and of something worse for all others, summed over v. Rounds are independent, and the match
is a chain over points (:mod:`bolometric.core.chains.points`). Where ties are drawn again a round takes a
geometric number of goes.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.chains.points import Match, argmax_distribution, match
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.document import Game
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
LONGEST = 20_000
"""Goes that are followed."""


@dataclass(frozen=True, slots=True, eq=False)
class Round:
    """What a round comes to."""

    values: tuple[Value, ...]
    """Every total of any seat, the best first."""
    has: Array
    """Shape (seats, values + 1): the chance of each, and last of making no number."""
    sets: dict[tuple[int, ...], float]
    """The chance of each set of seats that share the best total."""

    @property
    def tied(self) -> float:
        """The chance that not one seat alone is best."""
        return sum(chance for seats, chance in self.sets.items() if len(seats) != 1)


@lru_cache(maxsize=128)
def round_of(takes: str, sides: tuple[Distribution, ...]) -> Round:
    """A round between seats that draw from these."""
    values = tuple(sorted({total for odds in sides for total in odds.totals}, reverse=takes == "higher"))
    place = {value: i for i, value in enumerate(values)}
    has = np.zeros((len(sides), len(values) + 1))
    for row, odds in zip(has, sides, strict=True):
        for total, chance in zip(odds.totals, odds.chances.tolist(), strict=True):
            row[place[total]] = chance
        row[-1] = odds.no_number
    return Round(values, has, argmax_distribution(has[:, :-1], has[:, -1]))


def sides_of(game: Game) -> tuple[Distribution, ...]:
    """What each seat draws from."""
    return tuple(one.shown for one in game.by_seat)


def round_in(game: Game) -> Round:
    """A round of the game."""
    return round_of(game.area_as(Duel).takes, sides_of(game))


def points_of(area: Duel, found: Round) -> dict[tuple[int, ...], float]:
    """The chance of each set of seats that get the point of a round."""
    if area.ties == "shared":
        return found.sets
    sole: dict[tuple[int, ...], float] = {seats: chance for seats, chance in found.sets.items() if len(seats) == 1}
    if area.ties == "carried":
        return {**sole, (): found.tied}
    whole = sum(sole.values())
    return {seats: chance / whole for seats, chance in sole.items()} if whole > 0 else {}


@lru_cache(maxsize=128)
def match_of(area: Duel, sides: tuple[Distribution, ...]) -> Match | None:
    """The match; None if it may never end, or is too long to follow."""
    points = points_of(area, round_of(area.takes, sides))
    if not points or (area.length == "first_to" and set(points) <= {()}):
        return None
    rounds, wanted = (area.rounds, None) if area.length == "rounds" else (None, area.points)
    return match(points, len(sides), rounds, wanted, area.ties == "carried")


def goes_of(area: Duel, sides: tuple[Distribution, ...], rounds: WaitingTime) -> WaitingTime | None:
    """How often all draw: the rounds, or where ties are drawn again the goes that they take."""
    if area.ties != "again":
        return rounds
    again = round_of(area.takes, sides).tied
    if again >= 1:
        return None
    ends = -np.diff(np.append(1.0, np.append(rounds.head, 0.0)))
    size = int(min(LONGEST, 40 * (len(ends) + 40) / max(1 - again, 1e-9)))
    if size >= LONGEST:
        return None
    one = (1 - again) * again ** np.arange(size)
    one = np.concatenate([[0.0], one])[:size]
    so_far, total = np.zeros(size), np.zeros(size)
    so_far[0] = 1.0
    for chance in ends:
        checkpoint()
        total += chance * so_far
        so_far = np.convolve(so_far, one)[:size]
    beyond = np.maximum(1 - total.cumsum(), 0.0)
    gone = np.flatnonzero(beyond < 1e-13)
    return WaitingTime(np.append(beyond[: gone[0]], 0.0)) if len(gone) else None
