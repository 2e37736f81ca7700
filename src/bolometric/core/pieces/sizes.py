"""The same piece with fewer numbers or with more: the next smaller or larger die, a shorter or longer pack."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from itertools import pairwise

from bolometric.core.pieces.faces import Face
from bolometric.core.pieces.kinds import MOST_COUNTERS, MOST_KINDS, MOST_SECTORS, AnyPiece, Counters, Die, Drop, Pack
from bolometric.core.pieces.kinds import Spinner as SpinnerPiece

DICE = (4, 6, 8, 10, 12, 20)
"""Faces of dice that can be had."""
BY = Fraction(3, 2)
FEWEST = 3


def other_size(piece: AnyPiece, steps: int) -> AnyPiece | None:
    """The piece so many sizes smaller (below nought) or larger; None where there is none, or its numbers are no row.

    The numbers go on as they began: 0 to 5 becomes 0 to 7, and 10, 20, … 60 becomes 10, 20, … 80.

    >>> other_size(Die(), 1).values
    (1, 2, 3, 4, 5, 6, 7, 8)
    """
    if isinstance(piece, Counters):
        count = _by(piece.count, steps, MOST_COUNTERS)
        return None if count is None else piece.model_copy(update={"count": count})
    if isinstance(piece, Drop):
        size = _by(piece.last - piece.first + 1, steps, 100)
        return None if size is None else piece.model_copy(update={"last": piece.first + size - 1})
    faces: Sequence[Face] = (
        piece.faces if isinstance(piece, Die) else piece.sectors if isinstance(piece, SpinnerPiece) else piece.cards
    )
    row = _row(faces)
    if row is None or not _all_alike(piece):
        return None
    first, step = row
    if isinstance(piece, Die):
        at = DICE.index(len(faces)) + steps if len(faces) in DICE else -1
        size = DICE[at] if 0 <= at < len(DICE) else None
    else:
        size = _by(len(faces), steps, MOST_KINDS if isinstance(piece, Pack) else MOST_SECTORS)
    if size is None:
        return None
    numbers = tuple(first + step * k for k in range(size))
    match piece:
        case Die():
            return Die(faces=numbers, shown=piece.shown)
        case SpinnerPiece():
            return SpinnerPiece(sectors=numbers, shown=piece.shown)
        case Pack():
            count = piece.cards[0].count
            cards = tuple({"value": number, "count": count} for number in numbers)
            return Pack.model_validate({**piece.model_dump(), "cards": cards})


def _by(size: int, steps: int, most: int) -> int | None:
    """So many times half as much again, or two thirds; None beyond the limits."""
    found = round(size * BY**steps)
    return found if FEWEST <= found <= most and found != size else None


def _row(faces: Sequence[Face]) -> tuple[Fraction, Fraction] | None:
    """Where the numbers begin and by how much they go up; None where they do so unevenly, or faces say more."""
    if len(faces) < 2 or any(face.word or face.special or face.value is None for face in faces):
        return None
    values = [Fraction(face.number) for face in faces]
    steps = {after - before for before, after in pairwise(values)}
    return (values[0], steps.pop()) if len(steps) == 1 and 0 not in steps else None


def _all_alike(piece: Die | SpinnerPiece | Pack) -> bool:
    """Whether each number is as likely as the others."""
    match piece:
        case SpinnerPiece():
            return len({sector.angle for sector in piece.sectors}) == 1
        case Pack():
            return len({card.count for card in piece.cards}) == 1
    return True
