"""Only type-checked, never run: what the contract of an area must accept and must refuse.

Each refused line carries the error that mypy is to find; if it stops finding it, the unused comment is an error itself.
"""

from __future__ import annotations

from bolometric.core.areas.catalogue import register
from bolometric.core.game.contract import Area, Board, ByHand, Faults, Measured, Words
from bolometric.core.game.document import Game
from bolometric.core.game.entry import Entry
from bolometric.core.results.standing import Drawn, Standing
from tests.areas.ledger import area as toy


class Other(Standing):
    """A standing of another area."""


def begin_otherwise(game: Game) -> Other:
    """Of another area."""
    return Other()


def landed_without_a_draw(game: Game, now: toy.OnLedger) -> toy.OnLedger:
    """One parameter is missing."""
    return now


def needs_one_string(game: Game) -> str:
    """A fragment instead of a list of things."""
    return ", paper"


def endless_as_a_pair(exact: object) -> tuple[str, str]:
    """What a fault used to be."""
    return "", ""


hand = ByHand[toy.OnLedger, int](begin=toy.begin, landed=toy.landed)
board = Board[toy.OnLedger](places=toy.places, places_at=toy.places_at)
words = Words(board=toy.last, turn=toy.last, last=toy.last, first=toy.last, needs=lambda game: (), aloud=toy.aloud)
measured = Measured(player=toy.player)
area: Area[toy.OnLedger, int] = Area(measured, board, hand, words)
register(Entry(toy.Ledger, lambda: area))

ByHand[toy.OnLedger, int](begin=begin_otherwise, landed=toy.landed)  # type: ignore[arg-type]
ByHand[toy.OnLedger, int](begin=toy.begin, landed=landed_without_a_draw)  # type: ignore[arg-type]
ByHand[toy.OnLedger, int](begin=toy.begin)  # type: ignore[call-arg]
Board[toy.OnLedger](places=toy.places)  # type: ignore[call-arg]
Measured(player=toy.solve)  # type: ignore[arg-type]
Measured()  # type: ignore[call-arg]
Faults(endless=endless_as_a_pair)  # type: ignore[arg-type]
Words(
    board=toy.last,
    turn=toy.last,
    last=toy.last,
    first=toy.last,
    aloud=toy.aloud,
    needs=needs_one_string,  # type: ignore[arg-type]
)
Area(measured, board, ByHand[Other, int](begin=begin_otherwise, landed=lambda game, now, drawn: now), words)  # type: ignore[misc]
register(Entry(Game, lambda: area))  # type: ignore[arg-type]
Drawn(total=3)  # type: ignore[call-arg]
