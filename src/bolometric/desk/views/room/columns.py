"""The columns of a room's tally."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from bolometric.core.logbook.calling import ExpectedDraws
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import minus
from bolometric.paint.tally import Column

MOST_COLUMNS = 120
"""Columns at most; where there are more numbers only those that came up have one, the most frequent."""


def with_columns(totals: Sequence[Value], counted: Sequence[Fraction]) -> tuple[Value, ...]:
    """Which numbers have a column, rising."""
    if len(totals) <= MOST_COLUMNS:
        return tuple(totals)
    return tuple(sorted(tidy(total) for total, _ in Counter(counted).most_common(MOST_COLUMNS)))


def tally_columns(
    totals: Sequence[Value], counted: Sequence[Fraction], wanted: Sequence[ExpectedDraws] = ()
) -> list[Column]:
    """A column for each total, with how often it came up; and what was to be expected, where that is given."""
    counts = Counter(counted)
    found = [Column(minus(total), counts.get(Fraction(total), 0)) for total in totals]
    told = {one.total: one for one in wanted}
    return [
        replace(column, expected=one.mean, low=one.low, high=one.high) if (one := told.get(total)) else column
        for column, total in zip(found, totals, strict=True)
    ]
