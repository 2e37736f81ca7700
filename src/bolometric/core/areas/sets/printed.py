"""Tiles to fold, and a table of rounds."""

from __future__ import annotations

from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed, WriteOn


def printed(game: Game, board: Places | None) -> Printed:
    """Tiles that stand up; a row for each round, a column for each player."""
    area = game.area_as(Sets)
    players = tuple(f"player {seat + 1}" for seat in range(game.seats.count))
    rounds = tuple(f"round {k + 1}" for k in range(area.rounds))
    table = WriteOn("Rounds", players, (*rounds, "together"), "Write what each round scores.", each=False)
    return Printed(None, counters=0, tables=(table,), tiles=tuple(str(k + 1) for k in range(area.tiles)))
