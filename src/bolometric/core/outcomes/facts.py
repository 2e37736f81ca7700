"""Facts: the sums that a draw makes a learner do, with how often each comes up.

A fact is an operation on two numbers. Which facts a draw takes follows from the expression it is worked out by: three
dice added are first a + b, then that and c; many equal ones the largest first. Comparing (largest, smallest) and
reading digits are no sums.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache, reduce

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.distribution import SAMPLED, SEED, sample_size
from bolometric.core.outcomes.evaluate import Numbers
from bolometric.core.outcomes.listing import (
    MOST_LISTED,
    Listing,
    gathered,
    gathered_rows,
    groups_of,
    listed,
    rows_of,
    sampled,
)
from bolometric.core.outcomes.totals import sort, totals_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.expression import SIGNS
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.amounts import HashedOnce, Value


@dataclass(frozen=True, slots=True)
class Facts:
    """All facts of one operation."""

    does: str
    """A key of ``SIGNS``."""
    times: dict[tuple[Value, Value], Fraction]
    """How often each pair of numbers is worked with in one draw, on average."""
    sampled: bool = False

    @property
    def sign(self) -> str:
        """How the operation is written."""
        return SIGNS[self.does]


ORDERED = 1_296
"""Outcomes up to which pieces are added in the order in which they lie: those of four dice."""
HEEDS_NO_ORDER = ("add", "times", "multiply", "largest", "smallest", "largest_number", "smallest_number", "count")


def listed_for_facts(pieces: tuple[AnyPiece, ...], draw: Draw, most: int, sample: int) -> Listing:
    """Outcomes to go through for what is worked out: in order, gathered, or a sample where more than ``most``.

    With more outcomes than four dice have, equal pieces are worked with the largest first, where the result heeds no
    order: so people do it, and there are far fewer ways.
    """
    groups = groups_of(pieces)
    if rows_of(groups) > ORDERED and draw.make in HEEDS_NO_ORDER and gathered_rows(groups) <= most:
        return gathered(groups)
    if rows_of(groups) <= most:
        return listed(groups)
    return sampled(groups, min(sample, sample_size(groups)), np.random.default_rng(SEED))


@lru_cache(maxsize=8)
def facts_of(pieces: tuple[AnyPiece, ...], draw: Draw) -> tuple[Facts, ...]:
    """The facts of one draw, by operation in the order in which they are first done."""
    listing = listed_for_facts(pieces, draw, MOST_LISTED, SAMPLED)
    found: dict[str, dict[tuple[Value, Value], Fraction]] = {}

    def watch(does: str, one: Numbers, other: Numbers) -> None:
        if does in SIGNS:
            into = found.setdefault(does, {})
            for pair, chance in _pairs(listing, one, other):
                before = into.get(pair)
                into[pair] = chance if before is None else before + chance

    totals_of(listing, draw, watch)
    return tuple(Facts(does, times, listing.sampled) for does, times in found.items())


def _pairs(listing: Listing, one: Numbers, other: Numbers) -> list[tuple[tuple[Value, Value], Fraction]]:
    """The pairs of numbers with their chances, on no more axes than they stand on."""
    shape = np.broadcast_shapes(*(np.shape(part) for n in (one, other) for part in (n.over, n.under)))
    shape = (1,) * (len(listing.shape) - len(shape)) + shape
    factors = [_kept(factor, shape) for factor in listing.ways]
    ways = np.broadcast_to(reduce(np.multiply, factors), shape).ravel()
    left, right = (sort(_flat(numbers, shape)) for numbers in (one, other))
    down, across = ([HashedOnce.of(value) for value in numbers.values] for numbers in (left, right))
    code = left.place * len(across) + right.place
    codes, place = np.unique(code, return_inverse=True)
    counts = np.zeros(len(codes), object)
    np.add.at(counts, place, ways.astype(object))
    whole = sum(counts)
    return [
        ((down[at // len(across)], across[at % len(across)]), Fraction(int(count), whole))
        for at, count in zip(codes.tolist(), counts, strict=True)
    ]


def _kept(factor: NDArray[np.int64], shape: tuple[int, ...]) -> NDArray[np.int64]:
    """A factor of the ways, summed over its axis if the pair does not stand on it."""
    axis = int(np.argmax(factor.shape)) if factor.size > 1 else 0
    return factor.sum(keepdims=True) if factor.size > 1 and shape[axis] == 1 else factor


def _flat(numbers: Numbers, shape: tuple[int, ...]) -> Numbers:
    under = numbers.under if isinstance(numbers.under, int) else np.broadcast_to(numbers.under, shape).ravel()
    return Numbers(np.broadcast_to(numbers.over, shape).ravel(), under)
