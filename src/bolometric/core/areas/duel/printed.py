"""A tally of rounds, for a table."""

from __future__ import annotations

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed, WriteOn

LONGEST = 20


def printed(game: Game, board: Places | None) -> Printed:
    """A row for each round, a column for each player's total, and who takes the point."""
    area = game.area_as(Duel)
    rounds = area.rounds if area.length == "rounds" else area.points * game.seats.count
    rows = tuple(f"round {k + 1}" for k in range(min(rounds, LONGEST)))
    heads = (*(f"player {seat + 1}" for seat in range(game.seats.count)), "point to")
    return Printed(None, counters=0, tables=(WriteOn("Rounds", heads, rows, each=False),))
