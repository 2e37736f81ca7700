"""What is told of each tile."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from bolometric.core.areas.sets.area import closing_of, outcome_of
from bolometric.core.areas.sets.by_hand import OnTiles
from bolometric.core.areas.sets.exact import plan_of
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.board import Heat, Places, Tiles
from bolometric.core.results.printed import Beside, Printed, WriteOn
from bolometric.core.results.show import show
from bolometric.core.text.figures import listing, percent, significant


def places(game: Game) -> Tiles:
    """The tiles, numbered from 1."""
    return Tiles(tuple(str(tile + 1) for tile in range(game.area_as(Sets).tiles)))


def places_at(game: Game, now: OnTiles) -> Tiles:
    """The tiles of the seat to move, open or closed."""
    tiles = range(1, game.area_as(Sets).tiles + 1)
    return replace(places(game), shut=frozenset(tile for tile in tiles if not now.open >> (tile - 1) & 1))


def heat(game: Game) -> Heat | None:
    """How often each tile is left open, by the first seat's style."""
    if remembers(game.pieces):
        return None
    left, closing = outcome_of(game, game.seats.style(0)).left, closing_of(game)
    masks = np.arange(len(left))
    values = tuple(float(left[(masks >> tile & 1) == 1].sum()) for tile in range(closing.tiles))
    return Heat(values, "Left open, of 100 turns", question="Which {} do you think is left open most often?")


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often a tile is left open, and what closes it alone; without a tile, what best play comes to."""
    closing = closing_of(game)
    if number is None:
        plan = plan_of(closing, "expected")
        return (
            f"Best play leaves {show('score', float(plan.expected[closing.full]))} on average and closes all in "
            f"{percent(float(plan.complete[closing.full]))} of turns (exact)."
        )
    chance = float(game.distribution.chance(number))
    alone = f"one draw in {significant(1 / chance, 3)} closes it by itself" if chance else "no draw closes it by itself"
    others = [total for total in closing.totals if total > number and closing.sets(closing.full, total)]
    helped = [t for t in others if any(taken >> (number - 1) & 1 for taken in closing.sets(closing.full, t))]
    with_others = f", totals of {listing(helped, 'and')} together with others" if helped else ""
    return f"Tile {number}: left open in {percent(heat.values[number - 1])} of turns; {alone}{with_others} (exact)."


def printed(game: Game, board: Places | None) -> Printed:
    """Tiles that stand up; a row for each round, a column for each player."""
    area = game.area_as(Sets)
    players = tuple(game.seat_name(seat) for seat in range(game.seats.count))
    rounds = tuple(f"round {k + 1}" for k in range(area.rounds))
    table = WriteOn("Rounds", players, (*rounds, "together"), "Write what each round scores.", each=False)
    tiles = tuple(str(k + 1) for k in range(area.tiles))
    if area.mark == "tile":
        return Printed(None, counters=0, tables=(table,), tiles=tiles)
    if area.mark == "cover":
        return Printed(board, each=True, counters=area.tiles, tables=(table,))
    rows = WriteOn("Tiles to cross off", (*tiles, "score"), rounds, "Cross off what you close.")
    return Printed(None, counters=0, beside=(Beside("pencil", "pencils"),), tables=(rows, table))


BOARD = Board(places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
