"""A grid as it is drawn, and what is told of each cell."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from statistics import fmean

import numpy as np

from bolometric.core.areas.grid.area import turns_at_once
from bolometric.core.areas.grid.balancing import balanced
from bolometric.core.areas.grid.by_hand import OnGrid
from bolometric.core.areas.grid.rules import HOLE, can_be_completed, claims_of, lines_of, unevenness
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.contract import Board, Plain
from bolometric.core.game.document import Game, game_from, set_from
from bolometric.core.results.board import Cells, Heat, Places
from bolometric.core.results.printed import Beside, Printed
from bolometric.core.text.figures import minus, percent, plural

LOOKED_AT, LONGEST = 60_000, 2_000
"""Turns played for how often cells are claimed, and of one game at most."""


@dataclass(frozen=True, slots=True)
class GridHeat(Heat):
    """How often each cell is claimed, with how often it is part of the line that wins."""

    winning: tuple[float, ...] = ()


def places(game: Game) -> Cells:
    """The numbers in their rows."""
    area = game.area_as(Grid)
    texts = tuple("" if cell == "hole" else "✶" if cell == "free" else minus(int(cell)) for cell in area.laid_out)
    holes = frozenset(place for place, cell in enumerate(area.laid_out, 1) if cell == "hole")
    return Cells("", "", ("",) * area.columns, ("",) * area.rows, texts, holes)


def places_at(game: Game, now: OnGrid) -> Cells:
    """The numbers, with the counters of those who claimed them."""
    return replace(places(game), owners=tuple(max(owner, -1) for owner in now.owner), tinted=False)


def heat(game: Game) -> Heat | None:
    """How often each cell is claimed in a game, from games played."""
    from bolometric.core.areas.grid.play import cells_used

    rng, area = np.random.default_rng(1), game.area_as(Grid)
    budget = min(LOOKED_AT, 4 * turns_at_once(game))
    runs = max(20, budget // max(4 * area.count, 20))
    claimed, winning = cells_used(game, runs, LONGEST, rng)
    unused = frozenset(place for place, owner in enumerate(claims_of(game).owner.tolist(), 1) if owner == HOLE)
    near = (claimed * runs + 1) / (runs + 2)
    error = float(np.sqrt(near * (1 - near) / runs).max())
    return GridHeat(
        tuple(claimed.tolist()), "Claimed, of 100 games", error, unused=unused, winning=tuple(winning.tolist())
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How likely a draw can claim a cell and how often it is claimed; without one, the grid as a whole."""
    claims, area = claims_of(game), game.area_as(Grid)
    if number is None:
        return _whole(game)
    cell = number - 1
    if claims.owner[cell] == HOLE:
        return "No cell stands here."
    if area.laid_out[cell] == "free":
        return "This cell counts for everybody."
    named, chance = minus(int(claims.numbers[cell])), float(claims.chance[cell])
    if not chance:
        return f"{named}: no draw can make it, so nobody ever claims it (exact)."
    told = f"{named}: {percent(chance)} of draws can make it (exact); claimed in {percent(heat.values[cell])} of games"
    if area.wins == "line" and isinstance(heat, GridHeat) and heat.winning:
        told += f", part of the line that wins in {percent(heat.winning[cell])}"
    return f"{told} ({heat.known})."


def _whole(game: Game) -> str:
    """Lines, and how alike they are."""
    claims, area = claims_of(game), game.area_as(Grid)
    idle = 1 - fmean(sum(one.ways[:-1]) / sum(one.ways) for one in map(claims_of, game.by_seat))
    told = f"{percent(idle)} of draws make no number of the grid (exact)."
    if area.wins != "line":
        return told
    can, lines = int(can_be_completed(claims).sum()), len(lines_of(claims))
    which = "all" if can == lines else percent(can / lines) if can else "none"
    return (
        f"{plural(lines, 'line')} of {area.in_line}, {which} of which can be completed; how hard they are differs by "
        f"{percent(unevenness(claims))} (exact). {told}"
    )


def swapped(game: Game, one: int, other: int) -> tuple[str, object] | None:
    """Two cells of numbers of one's own change places."""
    area = game.area_as(Grid)
    if area.numbers != "own" or not all(1 <= place <= len(area.cells) for place in (one, other)):
        return None
    cells = list(area.cells)
    cells[one - 1], cells[other - 1] = cells[other - 1], cells[one - 1]
    return "area.cells", cells


def printed(game: Game, board: Places | None) -> Printed:
    """The grid, and for each player as many counters as could be needed."""
    area = game.area_as(Grid)
    if area.mark != "counter":
        crayon = Beside("crayon", "crayons, in a colour for each player")
        return Printed(board, counters=0, beside=(crayon if area.mark == "colour" else Beside("pencil", "pencils"),))
    open_cells = sum(cell != "hole" for cell in area.laid_out)
    return Printed(board, counters=-(-open_cells // game.seats.count))


WAYS = ((4, 3, "pass"), (4, 3, "again"), (5, 4, "pass"), (5, 4, "again"), (6, 4, "again"))
"""Cells of a side, how many in a line win (three on a small grid, four on larger), and what is done if nothing fits."""


def suited(data: Plain) -> Iterator[Plain]:
    """Grids whose cells are numbers that the draw makes, as often as they come."""
    totals = set_from({"pieces": data["pieces"], "draw": data["draw"]}).distribution.totals
    for side, in_line, nothing in WAYS:
        area = {**data["area"], "numbers": "own", "how": "total", "columns": side, "in_line": in_line}
        area |= {"cells": (int(max(totals)),) * side**2, "nothing": nothing}
        cells = balanced(game_from({**data, "area": area}))
        if cells is not None:
            yield {**data, "area": {**area, "cells": tuple(cells)}}


BOARD = Board(
    for_all=True,
    suited=suited,
    places=places,
    places_at=places_at,
    heat=heat,
    describe=describe,
    printed=printed,
    swapped=swapped,
)
