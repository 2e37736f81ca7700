"""What games played by the thousand come back as: one entry a run."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, fields
from typing import Any, Protocol, Self

import numpy as np
from numpy.typing import NDArray

from bolometric.core.learner_work.trace import Book

STUCK, UNFINISHED, TIED, NO_WINNER = -1, -2, -3, -4
"""Codes in place of a winner: nobody can get home any more; given up at the turn limit; several share the win; ended
without a winner, since all together missed the aim or nobody can win here."""


EQUAL = 1e-12
"""Scores nearer than this are equal: they differ by rounding alone."""


@dataclass(frozen=True, slots=True)
class Batch:
    """The runs of one batch, one entry a run. What an area does not have is None."""

    turns: NDArray[np.int64]
    rolls: NDArray[np.int64]
    """Draws, all seats together."""
    winner: NDArray[np.int8]
    """Seat from 0, or one of the codes."""
    home: NDArray[np.int64]
    """Which seats share the win, seat k as bit k."""
    setbacks: NDArray[np.int64] | None = None
    """Turns that lost ground."""
    last_lead: NDArray[np.int64] | None = None
    """The turn at which the one who is ahead at the end went ahead for the last time."""
    lead_changes: NDArray[np.int64] | None = None
    """How often the lead went to another seat than the one that had it before."""
    half_lead: NDArray[np.int64] | None = None
    """The seat that was ahead alone at half-time, which is after half of the turns that it took; -1 for none."""
    idle: NDArray[np.float64] | None = None
    """Turns in which nothing could be done (with one caller: the share of the seats for which it was so)."""
    score: NDArray[np.float64] | None = None
    """Final score of each seat; shape (runs, seats)."""
    over: NDArray[np.float64] | None = None
    """Share of the seats that went over the target."""
    success: NDArray[np.float64] | None = None
    """How far the aim was reached, 0 to 1; None where winning is the aim."""
    rounds: NDArray[np.int64] | None = None
    """Turns of the seat that took most, where that does not follow from the turns."""

    own: Mapping[str, NDArray[np.float64]] = field(default_factory=dict)
    """What an area counts for readings of its own, by a name."""

    @property
    def ended(self) -> NDArray[np.bool_]:
        """Which runs came to an end, with a winner or without one."""
        return np.asarray((self.home > 0) | (self.winner == NO_WINNER))

    @classmethod
    def empty(cls, runs: int) -> Self:
        """Room for so many runs of a race."""
        return cls(
            np.empty(runs, np.int64),
            np.empty(runs, np.int64),
            np.empty(runs, np.int8),
            np.empty(runs, np.int64),
            setbacks=np.empty(runs, np.int64),
            last_lead=np.empty(runs, np.int64),
            lead_changes=np.empty(runs, np.int64),
            half_lead=np.empty(runs, np.int64),
        )

    def columns(self) -> tuple[NDArray[np.int64] | NDArray[np.int8], ...]:
        """What the loop of a race fills: turns, rolls, winner, home, setbacks; lead: last, changes, at half-time."""
        lead = self.last_lead, self.lead_changes, self.half_lead
        found = (self.turns, self.rolls, self.winner, self.home, self.setbacks, *lead)
        return tuple(column for column in found if column is not None)

    @classmethod
    def joined(cls, batches: list[Batch]) -> Self:
        """Several batches as one."""
        joined: dict[str, Any] = {}
        for part in fields(Batch):
            found = [getattr(batch, part.name) for batch in batches]
            if part.name == "own":
                joined["own"] = {name: np.concatenate([own[name] for own in found]) for name in found[0]}
            else:
                joined[part.name] = None if found[0] is None else np.concatenate(found)
        return cls(**joined)


def shared_win(best: NDArray[np.bool_], nobody: int = UNFINISHED) -> tuple[NDArray[np.int64], NDArray[np.int8]]:
    """Who shares the win as bits, and the winner's code; ``nobody`` is the code where no seat is best.

    ``best`` has shape (runs, seats). Seats are few and runs many, so it goes seat by seat over all runs, and looks the
    code up by the bits.
    """
    runs, seats = best.shape
    home = np.zeros(runs, np.int64)
    for seat in range(seats):
        home |= best[:, seat].astype(np.int64) << seat
    codes = np.full(1 << seats, TIED, np.int8)
    codes[0] = nobody
    codes[1 << np.arange(seats)] = np.arange(seats)
    return home, codes[home]


def most_wins(points: NDArray[np.float64] | NDArray[np.int64]) -> NDArray[np.bool_]:
    """Which seats have most, or as much as the one that has; shape (runs, seats)."""
    return least_wins(-points)


def least_wins(score: NDArray[np.float64] | NDArray[np.int64]) -> NDArray[np.bool_]:
    """Which seats have the least score, or as good as that; shape (runs, seats)."""
    least = score[:, 0]
    for seat in range(1, score.shape[1]):
        least = np.minimum(least, score[:, seat])
    most = least + EQUAL
    best = np.empty(score.shape, bool, order="F")  # seat by seat, as it is read
    for seat in range(score.shape[1]):
        np.less_equal(score[:, seat], most, out=best[:, seat])
    return best


def seats_of(home: NDArray[np.int64], seats: int) -> NDArray[np.bool_]:
    """The bits of who shares the win, one column a seat; shape (runs, seats)."""
    return ((home[:, None] >> np.arange(seats)) & 1).astype(bool)


class Player(Protocol):
    """A game compiled for play."""

    def __call__(self, runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        """Play so many runs, each of at most so many turns; note what is done in a book if there is one."""
