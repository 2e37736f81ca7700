"""Outcomes: what all the pieces of one draw can show together, with whole-number ways.

A *group* is what one piece gives: one number, or, from a pack that deals several cards, as many. Groups are
independent of each other; within a pack's group the cards drawn are not put back between. The ways of a group
are counted in its own smallest whole units: faces of a die, parts of a spinner's circle, physical cards in the
order drawn, sides of each counter, parts of a chart.

``listed`` lays every outcome out on a grid with an axis for each group, so that any expression can be worked out on
all of them at once. Cost: at most ``MOST_LISTED`` entries.
"""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache, reduce
from itertools import combinations_with_replacement
from math import comb, factorial, gcd, lcm, prod
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.pieces.kinds import AnyPiece, Counters, Die, Drop, Pack, Sector, Spinner
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.explain import setting_error

MOST_LISTED = 2_000_000
Integers = NDArray[Any]
"""Whole numbers: the machine's (int64), or Python's (object) where those might overflow."""
Whole = NDArray[np.int64]


@dataclass(frozen=True, slots=True)
class Group:
    """What one piece gives to a draw; the three lists have one entry for each different thing it shows."""

    values: tuple[Value, ...]
    marks: tuple[int, ...]
    """What it counts for where special ones are counted."""
    special: tuple[bool, ...]
    weights: tuple[int, ...]
    """Ways of each; for a pack how many such cards there are."""
    drawn: int = 1

    @property
    def rows(self) -> int:
        """A bound on how many outcomes there are to list."""
        return prod(len(self.values) for _ in range(self.drawn))

    @property
    def all_ways(self) -> int:
        """Ways in all: orders of physical cards, if several are drawn."""
        whole = sum(self.weights)
        return prod(whole - k for k in range(self.drawn))


@lru_cache(maxsize=256)
def group_of(piece: AnyPiece) -> Group:
    """The group that a piece gives."""
    if isinstance(piece, Counters):
        fronts = range(piece.count + 1)
        ways = tuple(comb(piece.count, front) for front in fronts)
        return Group(piece.values, tuple(fronts), (False,) * len(ways), ways)
    tally: Counter[tuple[Value, bool]] = Counter()
    unit = 1
    match piece:
        case Die(faces=faces):
            tally.update((face.number, face.special) for face in faces)
        case Spinner(sectors=sectors):
            unit = _unit(sectors)
            for sector in sectors:
                tally[sector.number, sector.special] += int(sector.angle * unit)
        case Pack(cards=cards):
            for card in cards:
                tally[card.number, card.special] += card.count
        case Drop():
            tally.update({(value, False): ways for value, ways in zip(piece.values, piece.ways, strict=True)})
    shared = gcd(*tally.values()) if isinstance(piece, Spinner) else 1
    keys = sorted(tally)
    return Group(
        tuple(value for value, _ in keys),
        tuple(int(special) for _, special in keys),
        tuple(special for _, special in keys),
        tuple(tally[key] // shared for key in keys),
        piece.drawn if isinstance(piece, Pack) else 1,
    )


def _unit(sectors: tuple[Sector, ...]) -> int:
    return lcm(*(sector.angle.denominator for sector in sectors))


def groups_of(pieces: tuple[AnyPiece, ...]) -> tuple[Group, ...]:
    """One group for each piece."""
    return tuple(group_of(piece) for piece in pieces)


def rows_of(groups: tuple[Group, ...]) -> int:
    """How many rows a list of all outcomes has at most."""
    return prod(group.rows for group in groups)


def check_kept_out(pieces: tuple[AnyPiece, ...]) -> None:
    """Raise a setting error if there are too many outcomes to follow what stays out."""
    if rows_of(groups_of(pieces)) > MOST_LISTED:
        raise setting_error(
            "Beside a pack that is kept out there can be no more than "
            f"{MOST_LISTED:,} outcomes: use fewer pieces, or put the cards back.",
            "pieces",
        )


def unit_of(groups: tuple[Group, ...]) -> int:
    """The least whole number that makes every value shown whole when multiplied by it."""
    return lcm(*(Fraction(value).denominator for group in groups for value in group.values))


@dataclass(frozen=True, slots=True)
class Listing:
    """Outcomes: every one, or a sample.

    Each group has an axis of its own and arrays broadcast against each other, so that what stands on few letters is
    worked out on few entries. A sample has one axis, an outcome an entry.
    """

    unit: int
    """Numbers shown are whole multiples of 1/unit."""
    columns: tuple[Whole, ...]
    """For each letter what it shows, times ``unit``."""
    places: tuple[Whole, ...]
    """For each letter which of its group's values that is."""
    marks: tuple[Whole, ...]
    """For each letter what it counts for."""
    special: tuple[NDArray[np.bool_], ...]
    """For each letter whether a special face is shown."""
    ways: tuple[Integers, ...]
    """Factors of the ways, one for each axis."""
    shape: tuple[int, ...]
    sampled: bool = False

    @property
    def rows(self) -> int:
        """How many outcomes there are."""
        return prod(self.shape)

    def all_ways(self) -> Integers:
        """Ways of every outcome, shape (rows,)."""
        return np.broadcast_to(reduce(np.multiply, self.ways), self.shape).ravel()

    def alike(self) -> bool:
        """Whether every outcome has one way."""
        return all(bool((factor == 1).all()) for factor in self.ways)

    def any_special(self) -> NDArray[np.bool_] | None:
        """Which outcomes show a special face, shape (rows,); None if none does."""
        shown = [column for column in self.special if column.any()]
        return np.broadcast_to(reduce(np.logical_or, shown), self.shape).ravel() if shown else None


def listed(groups: tuple[Group, ...]) -> Listing:
    """Every outcome. The caller sees to it that ``rows_of`` is within ``MOST_LISTED``."""
    tables = [_rows(group) for group in groups]
    big = prod(group.all_ways for group in groups) >= 2**62
    places, ways = [], []
    for axis, (columns, weights) in enumerate(tables):
        shape = [1] * len(groups)
        shape[axis] = len(weights)
        places += [column.reshape(shape) for column in columns]
        ways.append(weights.astype(object if big else np.int64).reshape(shape))
    return _listing(groups, tuple(places), tuple(ways), tuple(len(weights) for _, weights in tables))


def gathered_rows(groups: tuple[Group, ...]) -> int:
    """How many rows a gathered list has at most."""
    return prod(
        comb(len(groups[some[0]].values) + len(some) - 1, len(some))
        if groups[some[0]].drawn == 1
        else groups[some[0]].rows
        for some in _alike(groups)
    )


def gathered(groups: tuple[Group, ...]) -> Listing:
    """Every outcome up to the order of equal groups, which show the largest number first; ways count the orders.

    Six equal dice have 462 outcomes so, and 46,656 in order. For what heeds no order; the caller sees to it that
    ``gathered_rows`` is within ``MOST_LISTED``.
    """
    classes = _alike(groups)
    big = prod(group.all_ways for group in groups) >= 2**62
    places: list[Whole | None] = [None] * sum(group.drawn for group in groups)
    first = [sum(group.drawn for group in groups[:at]) for at in range(len(groups))]
    ways, sizes = [], []
    for axis, some in enumerate(classes):
        group = groups[some[0]]
        columns, weights = _rows(group) if len(some) == 1 else _sets(group, len(some))
        shape = [1] * len(classes)
        shape[axis] = len(weights)
        letters = [first[at] + k for at in some for k in range(group.drawn)]
        for letter, column in zip(letters, columns, strict=True):
            places[letter] = column.reshape(shape)
        ways.append(weights.astype(object if big else np.int64).reshape(shape))
        sizes.append(len(weights))
    return _listing(groups, tuple(place for place in places if place is not None), tuple(ways), tuple(sizes))


def _alike(groups: tuple[Group, ...]) -> list[list[int]]:
    """Which groups are equal, by their places; one from which several are drawn stands alone."""
    found: dict[object, list[int]] = {}
    for at, group in enumerate(groups):
        found.setdefault(group if group.drawn == 1 else at, []).append(at)
    return list(found.values())


def _sets(group: Group, count: int) -> tuple[list[Whole], Integers]:
    """What several equal groups show, the largest first, and in how many ways."""
    size = len(group.values)
    rows = np.array(list(combinations_with_replacement(range(size - 1, -1, -1), count)), np.int64)
    ways = np.full(len(rows), factorial(count), object)
    for place, weight in enumerate(group.weights):
        for row, times in enumerate((rows == place).sum(axis=1).tolist()):
            if times:
                ways[row] = ways[row] // factorial(times) * weight**times
    return list(rows.T), ways


def _rows(group: Group) -> tuple[list[Whole], Integers]:
    """The outcomes of one group: places for each letter, and ways (orders of physical cards)."""
    size = len(group.values)
    if group.drawn == 1:
        return [np.arange(size)], np.array(group.weights, object)
    columns = [axis.ravel() for axis in np.indices((size,) * group.drawn)]
    left = np.array(group.weights, np.int64)
    ways = np.ones(len(columns[0]), np.int64)
    for k, column in enumerate(columns):
        taken = sum((earlier == column).astype(np.int64) for earlier in columns[:k])
        ways = ways * np.maximum(left[column] - taken, 0)
    real = ways > 0
    return [column[real] for column in columns], ways[real].astype(object)


def _listing(
    groups: tuple[Group, ...],
    places: tuple[Whole, ...],
    ways: tuple[Integers, ...],
    shape: tuple[int, ...],
    sampled: bool = False,
) -> Listing:
    unit = unit_of(groups)
    letters = list(zip([group for group in groups for _ in range(group.drawn)], places, strict=True))
    columns, marks, special = [], [], []
    for group, place in letters:
        checkpoint()  # a sample has a million rows
        columns.append(np.array([int(v * unit) for v in group.values], np.int64)[place])
        marks.append(np.array(group.marks, np.int64)[place])
        special.append(np.array(group.special)[place])
    return Listing(unit, tuple(columns), places, tuple(marks), tuple(special), ways, shape, sampled)


def sampled(groups: tuple[Group, ...], rows: int, rng: np.random.Generator) -> Listing:
    """So many outcomes by chance, of groups too many to list."""
    places: list[Whole] = []
    for group in groups:
        checkpoint()
        if group.drawn == 1:
            weights = np.array([float(weight) for weight in group.weights])
            places.append(rng.choice(len(weights), rows, p=weights / weights.sum()))
            continue
        left = np.tile(np.array(group.weights, np.int64), (rows, 1))
        for _ in range(group.drawn):
            reach = left.cumsum(axis=1)
            dealt = (rng.random(rows) * reach[:, -1]).astype(np.int64)
            place = (reach <= dealt[:, None]).sum(axis=1)
            left[np.arange(rows), place] -= 1
            places.append(place)
    return _listing(groups, tuple(places), (np.ones(rows, np.int64),), (rows,), sampled=True)
