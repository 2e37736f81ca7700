"""Odds: every number a draw can make, with exact ways.

Theory. Pieces are independent, so where a number is *folded* from what they show (added, multiplied, the largest,
the smallest, counted), its ways follow piece by piece from the ways so far, and no outcome is listed: for sums
that is the product of the pieces' generating polynomials. Cards drawn together from one pack are folded by how
many of each kind are among them, C(count, j) ways for j of a kind, times the orders in which they can lie.
Everything else (differences, digits, formulas) is worked out on the list of all outcomes; past
``MOST_LISTED`` of them on ``SAMPLED`` outcomes by chance, and then says so.

Ways are whole numbers throughout, so chances are exact however many ways there are. A result that is not a
number (divided by nothing) is kept apart, as ``nothing``.
Reference: Grinstead and Snell, *Introduction to Probability*, section 7.1 (convolutions).
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from itertools import islice, pairwise
from math import comb, factorial, gcd, lcm, prod, sqrt
from operator import mul

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.listing import MOST_LISTED, Group, Listing, groups_of, listed, rows_of, sampled, unit_of
from bolometric.core.outcomes.totals import Sorted, totals_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.amounts import TOTAL_LIMIT, Value, tidy
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.once import once

MOST_TOTALS = 100_000
SAMPLED = 400_000
"""Outcomes taken by chance where there are too many to list."""
SEED = 20_240


@dataclass(frozen=True)
class Distribution:
    """Every total that can come up, in rising order, with the exact number of ways to make it.

    What each total is asked for is worked out once, since there may be a hundred thousand of them.
    """

    totals: tuple[Value, ...]
    ways: tuple[int, ...]
    special: tuple[int, ...] = ()
    """Of the ways of each total, those in which a special face is shown; empty if no face is special."""
    nothing: int = 0
    """Ways whose result is not a number."""
    nothing_special: int = 0
    sampled: bool = False
    """True if the ways are counts of outcomes taken by chance."""

    @once
    def all_ways(self) -> int:
        """The number of equally likely outcomes behind the totals."""
        return sum(self.ways) + self.nothing

    @property
    def no_number(self) -> float:
        """The chance that a draw makes no number."""
        return self.nothing / self.all_ways

    def ways_of(self, total: Value) -> int:
        """Ways to make ``total``; 0 if it never comes up."""
        return self._ways_of_each.get(total, 0)

    @once
    def _ways_of_each(self) -> dict[Value, int]:
        return dict(zip(self.totals, self.ways, strict=True))

    def with_ways(self, ways: int) -> list[Value]:
        """The totals that are made in just so many ways."""
        return [total for total, count in zip(self.totals, self.ways, strict=True) if count == ways]

    def chance(self, total: Value) -> Fraction:
        """The chance of ``total``, exact unless sampled; 0 if it never comes up."""
        return Fraction(self.ways_of(total), self.all_ways)

    def chance_where(self, wanted: Callable[[Value], bool]) -> Fraction:
        """The chance of a total that is wanted."""
        return Fraction(sum(w for t, w in zip(self.totals, self.ways, strict=True) if wanted(t)), self.all_ways)

    def stderr(self, chance: float) -> float:
        """Standard error of a chance: 0 when exact."""
        if not self.sampled:
            return 0.0
        near = (chance * self.all_ways + 1) / (self.all_ways + 2)
        return sqrt(near * (1 - near) / self.all_ways)

    @property
    def chances(self) -> NDArray[np.float64]:
        """Chances in the order of ``totals``; shape (number of totals,), adding to 1 up to rounding and ``nothing``."""
        whole = self.all_ways
        return np.array([way / whole for way in self.ways])

    @once
    def _moments(self) -> tuple[Fraction, Fraction]:
        """The means of the total and of its square, of the draws that make one."""
        common, whole = lcm(*self._parts), sum(self.ways)
        units = [total.numerator * (common // total.denominator) for total in self.totals]
        weighed = list(map(mul, units, self.ways))
        return Fraction(sum(weighed), common * whole), Fraction(sum(map(mul, weighed, units)), common**2 * whole)

    @once
    def _parts(self) -> set[int]:
        """Into how many parts totals divide one."""
        return {total.denominator for total in self.totals}

    @property
    def mean(self) -> float:
        """Expected value of the total, of the draws that make one."""
        return float(self._moments[0]) if self.totals else float("nan")

    @property
    def sd(self) -> float:
        """Standard deviation of the total, of the draws that make one."""
        return sqrt(self._moments[1] - self._moments[0] ** 2) if self.totals else float("nan")

    @property
    def step(self) -> Fraction:
        """The grid the totals lie on: 1, or the largest of 1/10, 1/100 … that fits all; 0 if none does."""
        units = (unit for unit in (1, 10, 100, 1000, 10_000) if all(unit % part == 0 for part in self._parts))
        return next((Fraction(1, unit) for unit in units), Fraction(0))

    @property
    def gaps(self) -> int:
        """How many numbers of the grid between the least and the greatest total can never come up."""
        if not self.step or not self.totals:
            return 0
        return int((self.totals[-1] - self.totals[0]) / self.step) + 1 - len(self.totals)

    def impossible(self, most: int) -> tuple[Value, ...]:
        """The first so many numbers of the grid between least and greatest that can never come up."""
        return tuple(islice(self._between(), most))

    def _between(self) -> Iterator[Value]:
        step = self.step
        if not step:
            return
        for low, high in pairwise(self.totals):
            value = low + step
            while value < high:
                yield tidy(value)
                value += step


def distribution_of(pieces: tuple[AnyPiece, ...], draw: Draw) -> Distribution:
    """The distribution of what one draw makes.

    Args:
        pieces: what is rolled, spun, drawn or tossed together.
        draw: how one number is made of what they show.

    Returns:
        Every total with its ways and its chance, exact; by sampling, and said so, past two million outcomes.

    Raises:
        SettingError: if it can't be worked out within bounds.

    >>> from bolometric.core.pieces.kinds import PLAIN_DIE
    >>> odds = distribution_of((PLAIN_DIE, PLAIN_DIE), Draw())
    >>> odds.ways_of(7), odds.all_ways, odds.totals[0], odds.totals[-1]
    (6, 36, 2, 12)
    """
    known = _SAME.get((id(pieces), id(draw)))
    if known is not None and known[0] is pieces and known[1] is draw:
        return known[2]
    found = _distribution(groups_of(pieces), draw)
    if len(_SAME) >= MOST_SAME:
        _SAME.clear()
    _SAME[id(pieces), id(draw)] = pieces, draw, found
    return found


MOST_SAME = 256
_SAME: dict[tuple[int, int], tuple[tuple[AnyPiece, ...], Draw, Distribution]] = {}
"""By the very objects: loops ask a game again and again, and comparing its pieces takes longer than looking up."""


@lru_cache(maxsize=256)
def _distribution(groups: tuple[Group, ...], draw: Draw) -> Distribution:
    unit, letters = unit_of(groups), sum(group.drawn for group in groups)
    scaled = [[int(value * unit) for value in group.values] for group in groups]
    match draw.make:
        case "add":
            return _folded(groups, scaled, "add", lambda key: Fraction(key, unit))
        case "times":
            return _folded(groups, scaled, "add", lambda key: Fraction(key, unit) * draw.factor)
        case "multiply" | "place":
            return _folded(groups, scaled, "multiply", lambda key: Fraction(key, unit**letters))
        case "largest" | "smallest":
            return _folded(groups, scaled, draw.make, lambda key: Fraction(key, unit))
        case "count":
            return _folded(groups, [list(group.marks) for group in groups], "add", Fraction)
        case _:
            return _from_outcomes(groups, draw)


Fold = dict[int, int]
"""Ways of each key."""

OF_TWO: dict[str, Callable[[int, int], int]] = {
    "add": lambda one, other: one + other,
    "multiply": lambda one, other: one * other,
    "largest": lambda one, other: max(one, other),
    "smallest": lambda one, other: min(one, other),
}
OF_ALIKE: dict[str, Callable[[int, int], int]] = {
    "add": lambda number, count: number * count,
    "multiply": lambda number, count: number**count,
    "largest": lambda number, _: number,
    "smallest": lambda number, _: number,
}


def _folded(
    groups: tuple[Group, ...], numbers: list[list[int]], does: str, value: Callable[[int], Fraction]
) -> Distribution:
    """Fold the groups. Special ways are all ways less those of the faces that are not special."""
    ways = _fold(groups, numbers, does, plain_only=False)
    if not any(any(group.special) for group in groups):
        return _sorted((value(key), count, 0) for key, count in ways.items())
    plain = _fold(groups, numbers, does, plain_only=True)
    return _sorted((value(key), count, count - plain.get(key, 0)) for key, count in ways.items())


def _sorted(parts: Iterable[tuple[Fraction, int, int]]) -> Distribution:
    """In order of value, from (total, ways, special ways); several parts may be of one total (times nothing)."""
    merged: Counter[Value] = Counter()
    marked: Counter[Value] = Counter()
    for total, count, special in parts:
        merged[tidy(total)] += count
        marked[tidy(total)] += special
    totals = sorted(merged)
    _check_size(totals)
    shown = tuple(marked[total] for total in totals) if any(marked.values()) else ()
    return Distribution(tuple(totals), tuple(merged[total] for total in totals), shown)


def _check_size(totals: list[Value]) -> None:
    if totals and max(-totals[0], totals[-1]) > TOTAL_LIMIT:
        raise setting_error(
            f"The number can come to more than {TOTAL_LIMIT:,}: use fewer pieces, or smaller numbers.", "pieces"
        )


def _fold(groups: tuple[Group, ...], numbers: list[list[int]], does: str, plain_only: bool) -> Fold:
    two = OF_TWO[does]
    parts = [_fold_of_group(group, shown, does, plain_only) for group, shown in zip(groups, numbers, strict=True)]
    if not all(parts):
        return {}  # a piece with nothing but special faces
    if does == "add" and (sums := _packed_sums(parts)) is not None:
        return sums
    ways, *others = parts
    for part in others:
        _check_spread(len(part) * len(ways) // WORK_A_TOTAL)
        grown: Counter[int] = Counter()
        for number, repeats in part.items():
            for key, count in ways.items():
                grown[two(key, number)] += count * repeats
            _check_spread(len(grown))
        ways = grown
    return ways


WIDEST_PACK = 8_000_000
"""Bits of the packed product up to which sums are multiplied out at once."""
WORK_A_TOTAL = 20
"""Steps of a fold that are taken for each total that there may be."""


def _check_spread(totals: int) -> None:
    if totals > MOST_TOTALS:
        raise setting_error(
            f"These pieces make more than {MOST_TOTALS:,} different numbers: use fewer, or numbers that lie closer "
            "together.",
            "pieces",
        )


def _packed_sums(parts: list[Fold]) -> Fold | None:
    """Ways of sums, the generating polynomials packed into whole numbers (Kronecker's substitution).

    A coefficient has room for all ways there are, so none runs over into the next. None if the sums are spread so
    far that most of the room would be empty.
    """
    shared = gcd(*(number - min(part) for part in parts for number in part)) or 1
    span = sum(max(part) - min(part) for part in parts) // shared + 1
    bits = prod(sum(part.values()) for part in parts).bit_length() // 8 * 8 + 8
    if span * bits > WIDEST_PACK:
        return None
    product = prod(
        sum(count << (number - min(part)) // shared * bits for number, count in part.items()) for part in parts
    )
    raw, width, start = product.to_bytes(span * bits // 8, "little"), bits // 8, sum(map(min, parts))
    coefficients = (int.from_bytes(raw[k * width : (k + 1) * width], "little") for k in range(span))
    return {start + k * shared: ways for k, ways in enumerate(coefficients) if ways}


def _fold_of_group(group: Group, shown: list[int], does: str, plain_only: bool) -> Fold:
    kinds = [
        (number, weight)
        for number, weight, special in zip(shown, group.weights, group.special, strict=True)
        if not (plain_only and special)
    ]
    if group.drawn == 1:
        single: Counter[int] = Counter()
        for number, weight in kinds:
            single[number] += weight
        return single
    two, alike = OF_TWO[does], OF_ALIKE[does]
    taken: dict[tuple[int, int | None], int] = {(0, None): 1}
    for number, weight in kinds:
        grown: Counter[tuple[int, int | None]] = Counter(taken)
        for (have, key), count in taken.items():
            for more in range(1, min(weight, group.drawn - have) + 1):
                part = alike(number, more)
                both = part if key is None else two(key, part)
                grown[have + more, both] += count * comb(weight, more)
        _check_spread(len(grown))
        taken = grown
    orders = factorial(group.drawn)
    return {key: count * orders for (have, key), count in taken.items() if have == group.drawn and key is not None}


def sample_size(groups: tuple[Group, ...]) -> int:
    """How many outcomes are taken by chance: fewer where each takes long, for many cards dealt from wide packs."""
    cost = sum(len(group.values) * group.drawn if group.drawn > 1 else 2 for group in groups)
    return max(SAMPLED // 20, min(SAMPLED, SAMPLED * 40 // cost))


def _from_outcomes(groups: tuple[Group, ...], draw: Draw) -> Distribution:
    """Work the number out on all outcomes, or on a sample of them, and count."""
    too_many = rows_of(groups) > MOST_LISTED
    listing = sampled(groups, sample_size(groups), np.random.default_rng(SEED)) if too_many else listed(groups)
    found = totals_of(listing, draw)
    _check_size([found.values[0], found.values[-1]] if found.values else [])
    return counted(listing, found)


def counted(listing: Listing, found: Sorted) -> Distribution:
    """The distribution of the totals found on a listing."""
    ways = found.counted(None if listing.alike() else listing.all_ways())
    special = listing.any_special()
    marked = [0] * len(ways) if special is None else found.counted(np.where(special, listing.all_ways(), 0))
    shown = () if special is None else tuple(marked[:-1])
    return Distribution(found.values, tuple(ways[:-1]), shown, ways[-1], marked[-1], listing.sampled)
