"""Squares that do something, as they are seen on the board and painted onto it."""

from __future__ import annotations

from bolometric.core.areas.trail import patterns
from bolometric.core.areas.trail.patterns import PlainSquare
from bolometric.core.areas.trail.said_of_squares import mark_of
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares import Square, works
from bolometric.core.game.document import Game
from bolometric.core.results.board import Brush, Carried

SQUARES = "area.squares"
PLAIN = "plain"
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


def _tint(square: Square) -> str:
    if square.does == "jump":
        return "moss" if (square.to or 0) > square.at else "ember"
    return TINTS[square.does]


def carried(trail: Trail) -> tuple[Carried, ...]:
    """What squares on the track carry."""
    return tuple(
        Carried(square.at, mark_of(square), _tint(square), square.to)
        for square in trail.squares if works(square, trail.length)
    )  # fmt: skip


def told(trail: Trail, number: int) -> str:
    """What a square carries, after its number; nothing for a plain one."""
    square = trail.square_at(number)
    if square is None or not works(square, trail.length):
        return ""
    return f" ({mark_of(square) or 'coloured'})"


def brushes(game: Game) -> tuple[Brush, ...]:
    """What squares can be made to carry, where they can."""
    trail = game.area_as(Trail)
    if trail.unit != "whole" or trail.go_on != "no" or trail.chooses_mover:
        return ()
    return (*BRUSHES, Brush(PLAIN, "plain again"))


def painted(game: Game, places: tuple[int, ...], key: str, to: int) -> tuple[str, object] | None:
    """The squares with some of them painted; the last square is home and stays plain."""
    trail = game.area_as(Trail)
    on = [place for place in places if 1 <= place < trail.length and place != to]
    if not on:
        return None
    kind: PlainSquare | None = {"does": key}
    if key == PLAIN:
        kind = None
    elif key == "jump":
        kind = {"does": "jump", "to": to}
    return SQUARES, patterns.painted(trail.squares, on, kind)
