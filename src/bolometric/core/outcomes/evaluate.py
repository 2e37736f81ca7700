"""Works an expression out on every outcome at once, exactly.

Theory. A number is a fraction ``over / under`` of whole numbers, kept as two arrays (``under`` above 0). Machine
integers are used as long as no intermediate result can pass 2^62, judged from the largest entries before each
step; from there on Python's own integers, slower but without bound. Dividing by nothing marks the row as having
no number; whatever is worked out from it stays marked.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import reduce
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.listing import Listing
from bolometric.core.pieces.expression import Alone, Expression, Letter, Node, Number, Operation

ROOM = 2**62
Array = NDArray[Any]
"""Of int64, or of Python integers."""


@dataclass(frozen=True, slots=True)
class Numbers:
    """A number for each outcome; the arrays may still have to be broadcast."""

    over: Array
    under: Array | int
    """One for all, or one each; above 0."""


Watch = Callable[[str, Numbers, Numbers], None]
"""Told of each sum: what is done, with which two numbers."""


def _most(part: Array | int) -> int:
    if isinstance(part, int):
        return abs(part)
    return max(abs(int(part.max())), abs(int(part.min())))


def _times(one: Array | int, other: Array | int) -> Array | int:
    """A product, in Python's integers if it may be too large for the machine's."""
    if isinstance(one, int) and isinstance(other, int):
        return one * other
    if _most(one) * _most(other) >= ROOM:
        wide = one if isinstance(one, int) else one.astype(object)
        return wide * (other if isinstance(other, int) else other.astype(object))
    return one * other


def _plus(one: Array, other: Array) -> Array:
    if _most(one) + _most(other) >= ROOM:
        return np.asarray(one.astype(object) + other.astype(object))
    return np.asarray(one + other)


def _tidy(over: Array, under: Array | int) -> Numbers:
    """Lowest terms, with what is below the line above 0."""
    if isinstance(under, int):
        return Numbers(-over, -under) if under < 0 else Numbers(over, under)
    over = np.where(under < 0, -over, over)
    under = np.abs(under)
    shared = np.gcd(over, under)
    return Numbers(over // shared, under // shared)


def _same_under(one: Numbers, other: Numbers) -> tuple[Array, Array, Array | int]:
    """Both over the same number below the line."""
    if isinstance(one.under, int) and isinstance(other.under, int) and one.under == other.under:
        return one.over, other.over, one.under
    left, right = _times(one.over, other.under), _times(other.over, one.under)
    assert not isinstance(left, int)
    assert not isinstance(right, int)
    return left, right, _times(one.under, other.under)


class Evaluation:
    """Works out one expression on one listing."""

    def __init__(self, listing: Listing, watch: Watch | None = None) -> None:
        self._listing, self._watch = listing, watch
        self._empty: list[NDArray[np.bool_]] = []

    def result(self, expression: Expression) -> Numbers:
        """The number of each outcome, shape (outcomes,); meaningless where :meth:`nothing` says so."""
        found = self._node(expression.root)
        shape = self._listing.shape
        under = found.under if isinstance(found.under, int) else np.broadcast_to(found.under, shape).ravel()
        return Numbers(np.broadcast_to(found.over, shape).ravel(), under)

    def nothing(self) -> NDArray[np.bool_] | None:
        """Which outcomes have no number, shape (outcomes,); None if all have one."""
        if not self._empty:
            return None
        return np.broadcast_to(reduce(np.logical_or, self._empty), self._listing.shape).ravel()

    def _node(self, node: Node) -> Numbers:
        match node:
            case Letter(index):
                return Numbers(self._listing.columns[index], self._listing.unit)
            case Number(value):
                return Numbers(np.array([value.numerator]), value.denominator)
            case Alone(does, inner):
                found = self._node(inner)
                return Numbers(np.abs(found.over) if does == "abs" else -found.over, found.under)
            case Operation(does, left, right):
                one, other = self._node(left), self._node(right)
                if self._watch is not None:
                    self._watch(does, one, other)
                return self._operation(does, one, other)

    def _operation(self, does: str, one: Numbers, other: Numbers) -> Numbers:
        match does:
            case "add" | "subtract":
                left, right, under = _same_under(one, other)
                return _tidy(_plus(left, right if does == "add" else -right), under)
            case "multiply":
                over = _times(one.over, other.over)
                assert not isinstance(over, int)
                return _tidy(over, _times(one.under, other.under))
            case "min" | "max":
                left, right, under = _same_under(one, other)
                return Numbers(np.minimum(left, right) if does == "min" else np.maximum(left, right), under)
            case "divide":
                by = self._not_nothing(other.over)
                over = _times(one.over, other.under)
                assert not isinstance(over, int)
                return _tidy(over, _times(one.under, by))
            case _:
                return self._whole_division(does, one, other)

    def _not_nothing(self, divisor: Array) -> Array:
        """The divisor with 1 in place of 0, marking those rows."""
        empty = np.asarray(divisor == 0, bool)
        if not empty.any():
            return divisor
        self._empty.append(empty)
        return np.where(empty, 1, divisor)

    def _whole_division(self, does: str, one: Numbers, other: Numbers) -> Numbers:
        left, right, under = _same_under(one, other)
        by = self._not_nothing(right)
        if does == "div":
            return Numbers(left // by, 1)
        return _tidy(left % by, under)  # the remainder has the sign of the divisor, as rounding down asks for


def digits_of(listing: Listing, make: str) -> Array:
    """The number that the shown digits make: read in order, or arranged for the largest or the smallest."""
    columns: Sequence[Array] = [column // listing.unit for column in listing.columns]
    if make != "digits":
        rising = list(np.sort(np.stack(np.broadcast_arrays(*columns)), axis=0))
        columns = rising[::-1] if make == "largest_number" else rising
    found: Array = np.zeros(1, np.int64)
    for column in columns:
        found = found * 10 + column
    return np.broadcast_to(found, listing.shape).ravel()


def counted_marks(listing: Listing) -> Array:
    """How many special ones each outcome shows."""
    return np.broadcast_to(reduce(np.add, listing.marks), listing.shape).ravel()
