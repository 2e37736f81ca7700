"""Several different grids that are equally fair, as plain values and as text: one for each learner."""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.areas.grid.balancing import Cells, alike, figures
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.document import Game
from bolometric.core.layouts.annealing import Arranged
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import plural


@dataclass(frozen=True, slots=True)
class Boards:
    """Boards with the same numbers, and how each of them stands."""

    columns: int
    cells: tuple[Cells, ...]
    stand: tuple[Arranged, ...]
    wanted: int


def boards_for(game: Game, count: int, seed: int = 1) -> Boards:
    """So many different boards of a grid; each follows from the seed and its place.

    Raises GameError where the game is no grid, Cancelled where the work is given up.
    """
    if not isinstance(game.area, Grid):
        raise GameError("Only a grid has boards with numbers in another order: open a game on a grid.", "area.kind")
    found = alike(game, count, seed)
    return Boards(game.area.columns, tuple(found), tuple(figures(game, cells) for cells in found), count)


def boards_plain(boards: Boards) -> dict[str, object]:
    """Boards as the command line's JSON: cells row by row, as a file has them, and the figures of each."""
    return {
        "columns": boards.columns,
        "boards": [
            {"number": number, "cells": cells, "equal_neighbours": stand.twins, "unevenness": stand.spread}
            for number, (cells, stand) in enumerate(zip(boards.cells, boards.stand, strict=True), 1)
        ],
    }


def boards_text(boards: Boards) -> str:
    """Boards as they are laid out, each under its number."""
    width = max(len(str(cell)) for cells in boards.cells for cell in cells)
    parts = []
    for number, (cells, stand) in enumerate(zip(boards.cells, boards.stand, strict=True), 1):
        rows = [cells[at : at + boards.columns] for at in range(0, len(cells), boards.columns)]
        lines = [" ".join(f"{cell!s:>{width}}" for cell in row) for row in rows]
        parts.append(f"Board {number} ({plural(stand.twins, 'pair')} of equal neighbours)\n" + "\n".join(lines))
    if len(boards.cells) < boards.wanted:
        parts.append(f"There are no more than {plural(len(boards.cells), 'board')} to be found of these numbers.")
    return "\n\n".join(parts)
