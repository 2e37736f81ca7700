"""Which pieces would give a seat an even chance: those of a classroom, tried one after another."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from bolometric.core.areas.duel.area import solve
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game, with_value
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.pieces.presets import DICE, PACKS, SPINNERS
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError

EVEN = 0.05
"""A share this near to an even one is called even."""
BLANK = "blank, you write"


@dataclass(frozen=True, slots=True)
class Handicap:
    """Pieces for a seat, and its share of the matches with them."""

    pieces: tuple[AnyPiece, ...]
    share: float
    game: Game


def candidates() -> Iterator[tuple[AnyPiece, ...]]:
    """One or two of the pieces that a classroom has."""
    for shelf in (DICE, SPINNERS, PACKS):
        for words, piece in shelf:
            if words != BLANK and not remembers((piece,)):
                yield (piece,)
                yield (piece, piece)


def given_to(game: Game, seat: int, pieces: tuple[AnyPiece, ...]) -> Game:
    """The game with other pieces for a seat. Raises GameError if that can't be."""
    area = game.area_as(Duel)
    if seat == 0:
        return with_value(game, "pieces", [piece.model_dump() for piece in pieces])
    sides = [area.pieces_of(other, game.pieces) for other in range(1, game.seats.count)]
    sides[seat - 1] = pieces
    return with_value(game, "area.sides", [[piece.model_dump() for piece in side] for side in sides])


def handicaps(game: Game, seat: int) -> list[Handicap]:
    """Every candidate with the seat's share of the matches, the most even first."""
    even, found = 1 / game.seats.count, []
    for pieces in candidates():
        checkpoint()
        try:
            changed = given_to(game, seat, pieces)
        except GameError:
            continue
        solved = solve(changed)
        if solved is not None:
            shares = solved.readings["seat_wins"].values or ()
            found.append(Handicap(pieces, shares[seat], changed))
    return sorted(found, key=lambda one: (abs(one.share - even), len(one.pieces)))
