"""The track for a table, or a box to fill for each player with a sheet beside it."""

from __future__ import annotations

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.results.board import Box, Places
from bolometric.core.results.printed import Printed, WriteOn

ROWS, FINE = 16, 1000


def printed(game: Game, board: Places | None) -> Printed:
    """The board; who fills an amount also writes down how far it is, as a fraction and as a decimal."""
    trail = game.area_as(Trail)
    if not isinstance(board, Box):
        return Printed(board)
    heads = ("drawn", "as a fraction", "as a decimal", "filled so far")
    squares = 10 if trail.per_one >= FINE else 0
    note = "Colour each thousandth in the square: ten rows of ten are one tenth." if squares else ""
    return Printed(
        board, each=True, counters=0, tables=(WriteOn("What I filled", heads, ("",) * ROWS, note, squares=squares),)
    )
