"""Pieces that always show the same: there is no chance in them, and seldom a reason."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.pieces.kinds import AnyPiece, die, faces_of
from bolometric.core.text.figures import minus


def always_same(game: Game) -> Iterator[Fault]:
    """A draw that always makes one number is a fault; a piece among others that always shows one is worth a look."""
    if game.draws_differ or not game.area.uses_pieces:
        return  # against pieces of another's own it may be the point
    totals = game.distribution.totals
    usual = change(game, "Use a usual die, 1 to 6", "pieces", [die(*range(1, 7)).model_dump()])
    if len(totals) == 1 and not game.distribution.nothing:
        sentence = f"Every draw makes {minus(totals[0])}, so nothing is left to chance."
        yield Fault("always_the_same", "fault", "pieces", sentence, cures(usual))
        return
    for place, piece in enumerate(game.pieces, 1):
        if same(piece):
            which = f"Piece {place}" if len(game.pieces) > 1 else "The piece"
            sentence = f"{which} always shows {minus(piece.values[0])}, so nobody needs to draw it."
            without = [kept.model_dump() for at, kept in enumerate(game.pieces, 1) if at != place]
            fewer = change(game, "Leave that piece out", "pieces", without) if without else None
            yield Fault("shows_the_same", "advice", "pieces", sentence, cures(fewer))


def same(piece: AnyPiece) -> bool:
    """Whether a piece can only show one thing."""
    looks = {(face.value, face.special) for face in faces_of(piece)}
    return len(set(piece.values)) == 1 and len(looks) <= 1
