"""The line of numbers, and rows for the sums."""

from __future__ import annotations

from bolometric.core.areas.chain.spec import Chain
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places, Tiles
from bolometric.core.results.printed import Printed, WriteOn


def printed(game: Game, board: Places | None) -> Printed:
    """The line to strike numbers on, for a table, and a row for each sum there may be."""
    area = game.area_as(Chain)
    rows = tuple(f"{k + 1}." for k in range(max(len(area.open_line) // 2, 1)))
    table = WriteOn("Our chain", ("sum", "makes"), rows, "Each sum begins with what the last one made.", each=False)
    return Printed(Tiles(tuple(str(number) for number in area.line)), counters=0, tables=(table,))
