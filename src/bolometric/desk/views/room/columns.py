"""The columns of a room's tally."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from bolometric.core.logbook.calling import ExpectedDraws
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus
from bolometric.paint.tally import Column


def tally_columns(
    totals: Sequence[Value], counted: Sequence[Fraction], wanted: Sequence[ExpectedDraws] = ()
) -> list[Column]:
    """A column for each total, with how often it came up; and what was to be expected, where that is given."""
    counts = Counter(counted)
    found = [Column(minus(total), counts.get(Fraction(total), 0)) for total in totals]
    if not wanted:
        return found
    told = zip(found, wanted, strict=True)
    return [replace(column, expected=one.mean, low=one.low, high=one.high) for column, one in told]
