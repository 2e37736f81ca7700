"""Boxes to write totals into, or a line for counters, for each player."""

from __future__ import annotations

from bolometric.core.areas.filled.fill import line_of
from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places, Tiles
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.text.figures import minus


def printed(game: Game, board: Places | None) -> Printed:
    """Empty boxes, or the line of numbers with a player's counters."""
    area = game.area
    if isinstance(area, Boxes):
        heads = tuple(str(k + 1) for k in range(area.boxes))
        note = "Draw once for each box and write the total into it; then cross off one box with each total that comes."
        return Printed(None, counters=0, tables=(WriteOn("My boxes", heads, ("",), note),))
    assert isinstance(area, PlacedCounters)
    tiles = Tiles(tuple(minus(number) for number in line_of(game).numbers), stacked=True)
    return Printed(tiles, each=True, counters=area.counters)
