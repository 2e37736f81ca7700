"""Columns of place value to write digits into."""

from __future__ import annotations

from fractions import Fraction

from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Game
from bolometric.core.results.board import Places
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.settings.amounts import tidy
from bolometric.core.working.facts import place_name

ROWS = 8


def printed(game: Game, board: Places | None) -> Printed:
    """A column for each place and a row for each round; whoever may throw a digit away has a place for it."""
    area = game.area_as(Digits)
    places = [place_name(tidy(Fraction(10) ** k)) for k in range(area.whole - 1, -area.decimals - 1, -1)]
    away = ("thrown away",) if area.spare == "one" else ()
    note = "Write the decimal point on the line after the ones." if area.decimals else ""
    return Printed(None, counters=0, tables=(WriteOn("My numbers", (*places, *away), ("",) * ROWS, note),))
