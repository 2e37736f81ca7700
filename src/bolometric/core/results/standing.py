"""A game at the table as it stands: what every area's standing has, and what a draw and an option are."""

from __future__ import annotations

from collections.abc import Hashable, Sequence
from dataclasses import dataclass, replace
from typing import Generic, Literal, TypeVar

from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing

Waiting = Literal["draw", "choice", "either", "nothing"]


@dataclass(frozen=True, slots=True)
class Drawn:
    """One draw as an area needs it."""

    total: Value | None
    """None where it made no number."""
    words: str
    """How the total came about: '3 + 5 = 8'."""
    special: bool = False
    numbers: tuple[Value, ...] = ()
    """The numbers shown, in the order of the pieces; none where the total was set by hand."""


K = TypeVar("K", bound=Hashable)


@dataclass(frozen=True, slots=True)
class Option(Generic[K]):
    """Something that may be chosen."""

    key: K
    words: str
    place: int | None = None
    """The place of the board that stands for it, from 1, if one does."""


@dataclass(frozen=True, slots=True)
class Standing:
    """How the table stands."""

    seat: int = 0
    turn: int = 1
    waiting: Waiting = "draw"
    """What is to come: a draw, a choice, either of the two, or nothing any more."""
    winners: tuple[int, ...] = ()
    record: tuple[str, ...] = ()

    @property
    def over(self) -> bool:
        """Whether the game has ended."""
        return self.waiting == "nothing"


S = TypeVar("S", bound=Standing)


def noted(now: S, words: str) -> S:
    """The standing with a line more in its record, for the seat to move."""
    return replace(now, record=(*now.record, f"Turn {now.turn}, player {now.seat + 1}: {words}"))


def won(now: S, winners: Sequence[int], how: str = "") -> S:
    """The standing at the end of the game."""
    if not winners:
        words = how or "Nobody can finish any more."
    elif len(winners) == 1:
        words = f"Player {winners[0] + 1} wins{how}."
    else:
        words = f"Players {listing([k + 1 for k in winners], 'and')} share the win{how}."
    return replace(now, waiting="nothing", winners=tuple(winners), record=(*now.record, words))
