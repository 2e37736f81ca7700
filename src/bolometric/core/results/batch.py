"""What games played by the thousand come back as: one entry a run."""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import Any, Protocol, Self

import numpy as np
from numpy.typing import NDArray

STUCK, UNFINISHED, TIED, LOST = -1, -2, -3, -4
"""Codes in place of a winner: nobody can get home any more; given up at the turn limit; several share the win; ended
without one, since all together missed the aim."""


@dataclass(frozen=True, slots=True)
class Batch:
    """The runs of one batch, one entry a run. What an area does not have is None."""

    turns: NDArray[np.int64]
    rolls: NDArray[np.int64]
    """Draws, all seats together."""
    winner: NDArray[np.int8]
    """Seat from 0, or one of the codes."""
    home: NDArray[np.uint8]
    """Which seats share the win, seat k as bit k."""
    setbacks: NDArray[np.int64] | None = None
    """Turns that lost ground."""
    last_lead: NDArray[np.int64] | None = None
    """The turn at which the one who is ahead at the end went ahead for the last time."""
    lead_changes: NDArray[np.int64] | None = None
    """How often the lead went to another seat than the one that had it before."""
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

    @classmethod
    def empty(cls, runs: int) -> Self:
        """Room for so many runs of a race."""
        return cls(
            np.empty(runs, np.int64),
            np.empty(runs, np.int64),
            np.empty(runs, np.int8),
            np.empty(runs, np.uint8),
            setbacks=np.empty(runs, np.int64),
            last_lead=np.empty(runs, np.int64),
            lead_changes=np.empty(runs, np.int64),
        )

    @classmethod
    def joined(cls, batches: list[Batch]) -> Self:
        """Several batches as one."""
        parts: dict[str, list[Any]] = {name: [getattr(batch, name) for batch in batches] for name in BATCH_PARTS}
        joined: dict[str, Any] = {
            name: None if found[0] is None else np.concatenate(found) for name, found in parts.items()
        }
        return cls(**joined)


BATCH_PARTS = tuple(part.name for part in fields(Batch))


def least_score(score: NDArray[np.float64]) -> tuple[NDArray[np.uint8], NDArray[np.int8]]:
    """Who shares the win as bits, and the winner's code, where the least score wins; scores of shape (runs, seats)."""
    best = score <= score.min(axis=1, keepdims=True) + 1e-12
    home = (best << np.arange(score.shape[1])).sum(axis=1).astype(np.uint8)
    return home, np.where(best.sum(axis=1) > 1, TIED, best.argmax(axis=1)).astype(np.int8)


class Player(Protocol):
    """A game compiled for play."""

    def __call__(self, runs: int, most_turns: int, rng: np.random.Generator, /) -> Batch:
        """Play so many runs, each of at most so many turns."""
