"""The grid for a table; counters for those who claim."""

from __future__ import annotations

from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed


def printed(game: Game, board: Places | None) -> Printed:
    """The grid, and for each player as many counters as could be needed."""
    area = game.area_as(Grid)
    open_cells = sum(cell != "hole" for cell in area.laid_out)
    return Printed(board, counters=-(-open_cells // game.seats.count))
