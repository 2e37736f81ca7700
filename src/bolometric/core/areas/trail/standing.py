"""How a trail stands at the table."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from bolometric.core.results.standing import Standing

Stop = Literal["stop"]
STOP: Stop = "stop"
Key = Stop | int | str
"""To stop, the seat whose marker is moved, or, where a card is taken, which pack or how it was answered."""


@dataclass(frozen=True, slots=True)
class OnTrail(Standing):
    """How a trail stands."""

    places: tuple[int, ...] = ()
    """Steps of each seat from the start."""
    began: int = 0
    """Where the present turn began."""
    drawn: int = 0
    """Draws of the present turn."""
    column: int = -1
    """What was drawn, where it is still to be chosen whom it moves."""
    games: tuple[int, ...] = ()
    """Games of the match that each seat has won, alone or shared."""
    game: int = 1
    """Which game of the match this is."""
    missing: frozenset[int] = frozenset()
    """Seats that miss their next turn."""
    cards: tuple[tuple[int, ...], ...] = ()
    """The cards of each pack that can still be taken, by their place in it, the next one first."""
    kept: tuple[int, ...] = ()
    """Cards that each seat has kept."""
    asked_on: int = 0
    """The square whose cards are being answered; 0 for none."""
    to_ask: int = 0
    """Cards of it that are still to be taken, the one being answered with them."""
    card: tuple[int, int] | None = None
    """The card being answered: its pack and its place there; None while a pack is to be chosen."""
    answers: int = 0
    """The seat that answers it."""
    before: int = 0
    """Where the marker stood before the draw."""
    pack_out: bool = False
    """Whether a pack has run out that ends the game."""
