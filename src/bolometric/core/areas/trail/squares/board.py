"""Squares that do something, as they are seen on the board and painted onto it."""

from __future__ import annotations

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares import patterns
from bolometric.core.areas.trail.squares.patterns import PlainSquare
from bolometric.core.areas.trail.squares.sentences import mark_of
from bolometric.core.areas.trail.squares.square import Square, works
from bolometric.core.game.document import Game
from bolometric.core.question_cards.packs import QuestionPack
from bolometric.core.results.board import Brush, Carried

SQUARES = "area.squares"
PLAIN, ASK = "plain", "card of "
PLAIN_TINT = "line"
TINTS = {"miss": "faint", "again": "moss", "start": "ember", "swap": "night", "blank": PLAIN_TINT, "card": "night"}
"""Colours of what is no pack's: beside each stands its word."""
BRUSHES = (
    Brush("jump", "jump: where from, then where to", leads=True),
    Brush("miss", "miss a turn"),
    Brush("again", "go again"),
    Brush("start", "back to the start"),
    Brush("swap", "swap with the one ahead"),
    Brush("blank", "coloured, nothing else"),
)


def _pack(trail: Trail, square: Square) -> QuestionPack | None:
    return next((pack for pack in trail.packs if pack.name == square.pack), None)


def _tint(trail: Trail, square: Square) -> str:
    pack = _pack(trail, square)
    if square.does == "card" and pack is not None:
        return pack.colour
    if square.does == "jump":
        return "moss" if (square.to or 0) > square.at else "ember"
    return TINTS[square.does]


def _mark(trail: Trail, square: Square) -> str:
    """What is written on a square: of a pack its letter and name."""
    pack = _pack(trail, square)
    if square.does != "card" or pack is None:
        return mark_of(trail, square)
    return f"{pack.letter} {pack.name}".strip() + (f" ×{square.cards}" if square.cards > 1 else "")


def carried(trail: Trail) -> tuple[Carried, ...]:
    """What squares on the track carry."""
    return tuple(
        Carried(square.at, _mark(trail, square), _tint(trail, square), square.to)
        for square in trail.squares
        if works(square, trail.length)
    )


def square_note(trail: Trail, number: int) -> str:
    """What a square carries, after its number; nothing for a plain one."""
    square = trail.square_at(number)
    if square is None or not works(square, trail.length):
        return ""
    return f" ({_mark(trail, square) or 'coloured'})"


def brushes(game: Game) -> tuple[Brush, ...]:
    """What squares can be made to carry, where they can."""
    trail = game.area_as(Trail)
    if trail.carries == "no":
        return ()
    asking = [Brush(f"{ASK}{pack.name}", f"a card of {pack.name}") for pack in trail.packs]
    any_pack = (Brush(ASK, "a card of any pack"),) if len(trail.packs) > 1 else ()
    return (*asking, *any_pack, *BRUSHES, Brush(PLAIN, "plain again"))


def painted(game: Game, places: tuple[int, ...], key: str, to: int) -> tuple[str, object] | None:
    """The squares with some of them painted; the last square is home and stays plain."""
    trail = game.area_as(Trail)
    on = [place for place in places if 1 <= place < trail.length and place != to]
    if not on:
        return None
    kind: PlainSquare | None = {"does": key}
    if key == PLAIN:
        kind = None
    elif key.startswith(ASK):
        kind = {"does": "card", "pack": key.removeprefix(ASK)}
    elif key == "jump":
        kind = {"does": "jump", "to": to}
    return SQUARES, patterns.painted(trail.squares, on, kind)
