"""Sums to add up, a row a draw."""

from __future__ import annotations

from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing, minus


def printed(game: Game, board: Places | None) -> Printed:
    """A row for each draw, with room for the sum."""
    area = game.area_as(Purse)
    rows = tuple(f"draw {k + 1}" for k in range(area.draws))
    choices = listing([tidy(multiplier) for multiplier in area.multipliers], "or")
    note = f"Times {choices}, as near to {minus(tidy(area.target))} as you can."
    return Printed(None, counters=0, tables=(WriteOn("My purse", ("drawn", "times", "makes", "together"), rows, note),))
