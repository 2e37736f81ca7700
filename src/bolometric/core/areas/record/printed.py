"""The record sheet, with its maker's headings."""

from __future__ import annotations

from bolometric.core.areas.record.spec import Record
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed, WriteOn

MOST = 30


def printed(game: Game, board: Places | None) -> Printed:
    """A row for each draw, a column for each heading, and one for the sum that was used."""
    area = game.area_as(Record)
    count = area.draws if area.complete == "draws" else MOST
    rows = tuple(f"{k + 1}." for k in range(min(count, MOST)))
    return Printed(None, counters=0, tables=(WriteOn("Record", (*area.columns, "sum used"), rows, each=False),))
