"""A game at the table as it stands: what every area's standing has, and what a draw and an option are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal, TypeVar

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


@dataclass(frozen=True, slots=True)
class Option:
    """Something that may be chosen."""

    key: Any
    words: str
    cell: int = 0
    """The place of the board that stands for it, from 1; 0 if none does."""


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


Any_Standing = TypeVar("Any_Standing", bound=Standing)


def noted(now: Any_Standing, words: str) -> Any_Standing:
    """The standing with a line more in its record, for the seat to move."""
    return replace(now, record=(*now.record, f"Turn {now.turn}, seat {now.seat + 1}: {words}"))


def won(now: Any_Standing, winners: Sequence[int], how: str = "") -> Any_Standing:
    """The standing at the end of the game."""
    if not winners:
        words = how or "Nobody can finish any more."
    elif len(winners) == 1:
        words = f"Seat {winners[0] + 1} wins{how}."
    else:
        words = f"Seats {listing([k + 1 for k in winners], 'and')} share the win{how}."
    return replace(now, waiting="nothing", winners=tuple(winners), record=(*now.record, words))
