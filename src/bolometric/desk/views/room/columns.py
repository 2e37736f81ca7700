"""The columns of a room's tally."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from bolometric.core.game.document import Game
from bolometric.core.logbook.calling import expected
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import minus
from bolometric.paint.tally import Column

MOST_COLUMNS = 120
"""Columns at most; where there are more numbers only those that came up have one, the most frequent."""


def with_columns(game: Game, counted: Sequence[Fraction]) -> tuple[Value, ...]:
    """Which numbers have a column, rising."""
    totals = game.can_show or game.shown.totals
    if len(totals) <= MOST_COLUMNS:
        return tuple(totals)
    return tuple(sorted(tidy(total) for total, _ in Counter(counted).most_common(MOST_COLUMNS)))


def tally_columns(game: Game, counted: Sequence[Fraction], calls: int = 0) -> list[Column]:
    """A column for each number, with how often it came up; and what was to be expected in so many calls, if in any."""
    shown, counts = with_columns(game, counted), Counter(counted)
    told = {one.total: one for one in (expected(game, calls, only=shown) if calls else ())}
    found = [Column(minus(total), counts.get(Fraction(total), 0)) for total in shown]
    return [
        replace(column, expected=one.mean, low=one.low, high=one.high) if (one := told.get(total)) else column
        for column, total in zip(found, shown, strict=True)
    ]
