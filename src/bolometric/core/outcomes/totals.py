"""The total of every outcome on a listing: which of the different totals each row makes."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import lcm

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.evaluate import ROOM, Evaluation, Numbers, Watch, counted_marks, digits_of
from bolometric.core.outcomes.listing import Integers, Listing
from bolometric.core.pieces.draw import Draw, expression_of
from bolometric.core.settings.amounts import Value, tidy

EXACT_FLOAT = 2**53
DENSE = 4_000_000
"""Span of whole numbers that are told apart by a table instead of by sorting."""


@dataclass(frozen=True, slots=True)
class Sorted:
    """Different values in rising order, and which of them each row has."""

    values: tuple[Value, ...]
    place: NDArray[np.int64]
    """Shape (rows,): index into ``values``; ``len(values)`` where there is no number."""

    def counted(self, ways: Integers | None) -> list[int]:
        """Ways of each value, and last those without a number; exact. ``ways`` None stands for one each."""
        bins = len(self.values) + 1
        if ways is None:
            return list(np.bincount(self.place, minlength=bins).tolist())
        if ways.dtype != object and int(ways.sum(dtype=np.float64)) < EXACT_FLOAT:
            return [int(count) for count in np.bincount(self.place, ways.astype(np.float64), bins)]
        found = np.zeros(bins, object)
        np.add.at(found, self.place, ways.astype(object))
        return [int(count) for count in found]


def totals_of(listing: Listing, draw: Draw, watch: Watch | None = None) -> Sorted:
    """Work the draw's number out on every row. ``watch`` is told of each sum on the way."""
    expression = expression_of(draw, len(listing.columns))
    if expression is not None:
        work = Evaluation(listing, watch)
        return sort(work.result(expression), work.nothing())
    return sort(Numbers(counted_marks(listing) if draw.make == "count" else digits_of(listing, draw.make), 1))


def sort(numbers: Numbers, nothing: NDArray[np.bool_] | None = None) -> Sorted:
    """Tell the different values apart. Rows with ``nothing`` get the place after the last."""
    if nothing is not None and nothing.any():
        inner = sort(Numbers(numbers.over[~nothing], _kept(numbers.under, ~nothing)))
        place = np.full(len(nothing), len(inner.values), np.int64)
        place[~nothing] = inner.place
        return Sorted(inner.values, place)
    if len(numbers.over) == 0:
        return Sorted((), np.zeros(0, np.int64))
    over, under = _common(numbers)
    if under is None:
        return _sort_fractions(numbers)
    values, place = _unique(over)
    if under == 1:
        return Sorted(tuple(values.tolist()), place)
    return Sorted(tuple(tidy(Fraction(int(value), under)) for value in values), place)


def _kept(under: Integers | int, rows: NDArray[np.bool_]) -> Integers | int:
    return under if isinstance(under, int) else under[rows]


def _common(numbers: Numbers) -> tuple[Integers, int | None]:
    """All over one number below the line, or None if it would be too large for machine integers."""
    if isinstance(numbers.under, int):
        return numbers.over, numbers.under
    under = lcm(*(int(part) for part in np.unique(numbers.under)))
    most = max(abs(int(numbers.over.max())), abs(int(numbers.over.min())))
    if most * under >= ROOM:
        return numbers.over, None
    return numbers.over * (under // numbers.under), under


def _unique(over: Integers) -> tuple[Integers, NDArray[np.int64]]:
    low, high = int(over.min()), int(over.max())
    if over.dtype != object and high - low < DENSE:
        at = over - low
        seen = np.zeros(high - low + 1, bool)
        seen[at] = True
        rank = np.cumsum(seen) - 1
        return np.flatnonzero(seen) + low, rank[at]
    values, place = np.unique(over, return_inverse=True)
    return values, place.astype(np.int64)


def _sort_fractions(numbers: Numbers) -> Sorted:
    pairs = zip(numbers.over.tolist(), np.broadcast_to(numbers.under, numbers.over.shape).tolist(), strict=True)
    exact = [Fraction(over, under) for over, under in pairs]
    values = sorted(set(exact))
    rank = {value: i for i, value in enumerate(values)}
    return Sorted(tuple(map(tidy, values)), np.array([rank[value] for value in exact], np.int64))
