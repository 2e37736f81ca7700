"""Two columns of rows that face each other."""

from __future__ import annotations

from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed, WriteOn

ROUNDS = 4


def printed(game: Game, board: Places | None) -> Printed:
    """One's own number, the one opposite, and a tick; as many rows as the game has, for a few rounds."""
    area = game.area_as(DigitRows)
    rows = tuple(f"row {row + 1}" for row in range(area.rows))
    tables = tuple(WriteOn(f"Round {k + 1}", ("mine", "opposite", "tick"), rows) for k in range(ROUNDS))
    return Printed(None, counters=0, tables=tables)
