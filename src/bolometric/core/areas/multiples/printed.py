"""The chart for a table."""

from __future__ import annotations

from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places, Tiles
from bolometric.core.results.printed import Printed


def printed(game: Game, board: Places | None) -> Printed:
    """The chart, without the numbers left blank that nobody covers."""
    area = game.area_as(Multiples)
    names = tuple(str(number) for number in range(1, area.chart + 1))
    return Printed(Tiles(names, frozenset(range(1, area.limit + 1))), counters=area.counters)
