"""Which pieces would give a seat an even chance: those of a classroom, tried one after another."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.fault import Change, change, cures, in_words_of
from bolometric.core.game.sides import Side
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.pieces.presets import DICE, PACKS, SPINNERS
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import percent

EVEN = 0.05
"""A share this near to an even one is called even."""
BLANK = "blank, you write"
MOST_OFFERED = 3


@dataclass(frozen=True, slots=True)
class Handicap:
    """Pieces for a seat, and its share of the games with them."""

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
    if seat == 0:
        return with_value(game, "pieces", [piece.model_dump() for piece in pieces])
    own = [game.of_seat(other) for other in range(1, game.seats.count)]
    sides = [Side(pieces=one.pieces, draw=None if one.draw == game.draw else one.draw) for one in own]
    sides[seat - 1] = sides[seat - 1].model_copy(update={"pieces": pieces})
    return with_value(game, "others", [side.model_dump() for side in sides])


def handicaps(game: Game, seat: int, shares: Callable[[Game], Sequence[float]]) -> list[Handicap]:
    """Every candidate with the seat's share of the games, the most even first.

    ``shares`` measures a game: the share that each seat wins, or nothing where that is not known.
    """
    even, found = 1 / game.seats.count, []
    for pieces in candidates():
        checkpoint()
        try:
            changed = given_to(game, seat, pieces)
        except GameError:
            continue
        won = shares(changed)
        if won:
            found.append(Handicap(pieces, won[seat], changed))
    return sorted(found, key=lambda one: (abs(one.share - even), len(one.pieces)))


def evening(game: Game, seat: int, shares: Callable[[Game], Sequence[float]]) -> tuple[Change, ...]:
    """The most even pieces for a seat, as changes; where there are none, that all draw alike."""
    even, path = 1 / game.seats.count, "others" if seat else "pieces"
    near = [one for one in handicaps(game, seat, shares) if abs(one.share - even) <= 2 * EVEN]
    found = tuple(
        Change(
            in_words_of(game, f"Give player {seat + 1} {pieces_words(one.pieces)}: wins {percent(one.share)}"),
            path,
            one.game.others if seat else one.pieces,
            one.game,
        )
        for one in near[:MOST_OFFERED]
    )
    if found or not game.others:
        return found
    alike = change(game, "Let all draw alike", "others", ())
    won = () if alike is None else shares(alike.game)
    return cures(alike) if won and abs(won[seat] - even) <= 2 * EVEN else ()
