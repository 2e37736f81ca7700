"""A draw of one's own: what a player draws from, and makes of it, where that is not what player 1 does."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import MOST_PIECES, Piece
from bolometric.core.settings.base import Part


class Side(Part):
    """What a seat other than the first draws from, and makes of it."""

    pieces: Annotated[
        tuple[Piece, ...],
        Field(min_length=1, max_length=MOST_PIECES, description="What this seat rolls, spins, draws or tosses."),
    ]
    draw: Annotated[
        Draw | None, Field(description="How this seat makes its number; null = as the first seat makes its own.")
    ] = None


def of_old_duel(data: object) -> object:
    """A game's plain data with the pieces of a duel's other players where all kinds have them now.

    Files written before 0.13.0 have them as ``area.sides``, lists of pieces.
    """
    area = data.get("area") if isinstance(data, dict) else None
    if not (isinstance(data, dict) and isinstance(area, dict) and area.get("kind") == "duel" and "sides" in area):
        return data
    rest = {name: value for name, value in area.items() if name != "sides"}
    sides = area["sides"]
    others = [{"pieces": pieces} for pieces in sides] if isinstance(sides, list | tuple) else sides
    return {**data, "area": rest, **({} if data.get("others") else {"others": others})}
