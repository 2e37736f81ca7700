"""Which numbers a draw can make, and how likely each is: worked out once for some pieces and rules, then looked up."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.number_making.draws import Draws, Numbers, draws_of, in_order
from bolometric.core.number_making.evaluated import Evaluated, check_size, evaluate
from bolometric.core.number_making.forms import MOST_FORMS, SumForm, alike, forms, too_many
from bolometric.core.number_making.rules import FEWEST, MOST, MakingRules
from bolometric.core.number_making.written import written
from bolometric.core.pieces.kinds import AnyPiece, letters_of
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.once import once

Flags = NDArray[np.bool_]
MOST_ENTRIES = 40_000_000
"""Forms times draws that are worked out."""


@dataclass(frozen=True, slots=True)
class DrawNumber:
    """A number that one draw can make."""

    value: Value
    ways: int
    """Different sums that make it."""
    sum: str
    """The shortest of them."""


@dataclass(frozen=True, slots=True)
class MadeNumber:
    """A number that some draws can make."""

    value: Value
    ways: int
    """Of all ways in which a draw can fall, those that can make it."""
    chance: float
    sums: int
    """Different sums that make it, over all different draws."""
    sum: str
    """The shortest of them."""


@dataclass(frozen=True, slots=True, eq=False)
class _Table:
    """The numbers of one draw."""

    over: NDArray[np.int64]
    under: NDArray[np.int64]
    ways: NDArray[np.int64]
    best: NDArray[np.int64]
    """The form of the shortest sum."""


class Making:
    """Everything that some draws can make under some rules."""

    def __init__(self, draws: Draws, rules: MakingRules) -> None:
        count = len(draws.shown[0])
        self.draws, self.rules = draws, rules
        self.found = forms(count, rules.operations, rules.order)
        _check_entries(len(draws.shown), len(self.found))
        self._tables = _tables(self.found, draws.shown, rules)
        self._place = {numbers: place for place, numbers in enumerate(draws.shown)}

    def numbers(self, numbers: Numbers) -> tuple[DrawNumber, ...]:
        """What one of the draws can make, rising. Raises KeyError for a draw that there is not."""
        place = self._place[in_order(numbers)]
        table, shown = self._tables[place], self.draws.shown[place]
        return tuple(
            DrawNumber(tidy(Fraction(a, b)), ways, written(self.found, best, shown, self.rules))
            for a, b, ways, best in zip(
                table.over.tolist(), table.under.tolist(), table.ways.tolist(), table.best.tolist(), strict=True
            )
        )

    def sum_for(self, numbers: Numbers, value: Value) -> str:
        """The shortest sum by which a draw makes a number; empty where it cannot. Raises KeyError for no such draw."""
        place = self._place[in_order(numbers)]
        at = self._by_value.get(Fraction(value), {}).get(place)
        return "" if at is None else self._written(place, at)

    def signs(self, numbers: Numbers) -> dict[Fraction, int]:
        """Of each number that a draw can make, how many signs its shortest sum has."""
        table = self._tables[self._place[in_order(numbers)]]
        rows = zip(table.over.tolist(), table.under.tolist(), table.best.tolist(), strict=True)
        return {Fraction(a, b): self.found[best].letters.bit_count() - 1 for a, b, best in rows}

    def makers(self, value: Value) -> Iterable[int]:
        """The places among all draws of those that can make a number."""
        return self._by_value.get(Fraction(value), {}).keys()

    def failing(self, value: Value) -> tuple[tuple[Numbers, int], ...]:
        """The draws that cannot make a number, each with its ways, the likeliest first."""
        makes = self._by_value.get(Fraction(value), {})
        rest = [(self.draws.shown[k], self.draws.ways[k]) for k in range(len(self.draws.shown)) if k not in makes]
        return tuple(sorted(rest, key=lambda one: -one[1]))

    @once
    def made(self) -> tuple[MadeNumber, ...]:
        """Every number with its chance, rising."""
        whole, told = self.draws.all_ways, []
        for value, makes in sorted(self._by_value.items()):
            checkpoint()
            ways = sum(self.draws.ways[place] for place in makes)
            sums = sum(int(self._tables[place].ways[at]) for place, at in makes.items())
            told.append(MadeNumber(tidy(value), ways, ways / whole, sums, self._shortest(makes)))
        return tuple(told)

    def put_together(self, value: Value) -> str:
        """The shortest sum of two numbers or more, among the shortest of each draw; one number where there is none.

        Raises KeyError for a number that no draw can make.
        """
        makes = self._by_value[Fraction(value)]
        several = {place: at for place, at in makes.items() if self._form(place, at).letters.bit_count() > 1}
        return self._shortest(several or makes)

    def _form(self, place: int, at: int) -> SumForm:
        """The form of the shortest sum by which a draw makes a number."""
        return self.found[int(self._tables[place].best[at])]

    def _shortest(self, makes: dict[int, int]) -> str:
        """The shortest sum of these draws, each with its place in its table; the likeliest draw's of those as short."""
        place = min(makes, key=lambda k: (self._form(k, makes[k]).cost, -self.draws.ways[k], k))
        return self._written(place, makes[place])

    def _written(self, place: int, at: int) -> str:
        """The shortest sum of a number, by the place of its draw and its own in the table of that."""
        return written(self.found, int(self._tables[place].best[at]), self.draws.shown[place], self.rules)

    @once
    def chances(self) -> dict[Value, float]:
        """The chance of each number that can be made."""
        return {number.value: number.chance for number in self.made}

    @once
    def _by_value(self) -> dict[Fraction, dict[int, int]]:
        """For each number the draws that make it, and its place in their tables."""
        found: dict[Fraction, dict[int, int]] = {}
        for place, table in enumerate(self._tables):
            for at, (a, b) in enumerate(zip(table.over.tolist(), table.under.tolist(), strict=True)):
                found.setdefault(Fraction(a, b), {})[place] = at
        return found


def _tables(found: tuple[SumForm, ...], shown: tuple[Numbers, ...], rules: MakingRules) -> list[_Table]:
    """The numbers of every draw."""
    told, full = evaluate(found, shown, rules), (1 << len(shown[0])) - 1
    wanted = np.array([rules.use == "some" or form.letters == full for form in found])
    costs = np.array([form.cost for form in found])
    _, ranks = np.unique(costs, return_inverse=True)
    once = {pattern: wanted & _first_of_each(found, pattern, wanted) for pattern in set(map(_pattern, shown))}
    tables = []
    for place, numbers in enumerate(shown):
        checkpoint()
        tables.append(_table(told, place, wanted, once[_pattern(numbers)], ranks))
    return tables


def _pattern(numbers: Numbers) -> tuple[int, ...]:
    """Which numbers of a draw are equal."""
    return tuple(numbers.index(number) for number in numbers)


def _first_of_each(
    found: tuple[SumForm, ...], pattern: tuple[int, ...], wanted: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """Of forms that are one and the same sum the first."""
    checkpoint()
    first, seen = np.zeros(len(found), bool), set()
    for at, one in enumerate(alike(found, pattern)):
        if wanted[at] and one not in seen:
            seen.add(one)
            first[at] = True
    return first


def _table(
    told: Evaluated, draw: int, wanted: NDArray[np.bool_], once: NDArray[np.bool_], ranks: NDArray[np.int64]
) -> _Table:
    at = np.flatnonzero(wanted & told.valid[:, draw])
    over, under = told.over[at, draw], told.under[at, draw]
    # Numbers below nought on the way are avoided first, then what is long or hard to write.
    order = np.lexsort((ranks[at], told.awkward[at, draw], under, over))
    at, over, under = at[order], over[order], under[order]
    begins = np.flatnonzero(np.append(True, (np.diff(over) != 0) | (np.diff(under) != 0)))[: len(at)]
    ways = np.add.reduceat(once[at].astype(np.int64), begins) if len(at) else np.zeros(0, np.int64)
    return _Table(over[begins], under[begins], ways, at[begins])


@lru_cache(maxsize=8)
def making_of(pieces: tuple[AnyPiece, ...], rules: MakingRules) -> Making:
    """What the draws of some pieces can make. Raises a setting error if that is too much to work out."""
    check_count(sum(letters_of(piece) for piece in pieces))
    return Making(draws_of(pieces), rules)


def numbers_from(numbers: Numbers, rules: MakingRules) -> tuple[DrawNumber, ...]:
    """What a single draw can make, rising. Raises a setting error if that is too much to work out."""
    return _making_from(in_order(numbers), rules).numbers(numbers)


def sum_from(numbers: Numbers, rules: MakingRules, value: Value) -> str:
    """The shortest sum by which a single draw makes a number; empty where it cannot. Raises a setting error so too."""
    return _making_from(in_order(numbers), rules).sum_for(numbers, value)


@lru_cache(maxsize=16)
def _making_from(shown: Numbers, rules: MakingRules) -> Making:
    check_count(len(shown))
    return Making(Draws((shown,), (1,)), rules)


FORMS = {2: 8, 3: 89, 4: 1572, 5: 39_677, 6: 1_302_100}
"""Forms with all four operations and any brackets; other rules have no more."""
OF_SIX = {("+-*/", "left"): 202_788, ("+-*", "brackets"): 127_706, ("+-*", "left"): 39_890, ("+*", "brackets"): 9_312}
"""Forms of six numbers with other rules. Sums or products alone are few; what else mixes them is refused."""
WRITTEN = "+-*/"


def check_making(pieces: tuple[AnyPiece, ...], rules: MakingRules) -> None:
    """Raise a setting error for what is too much to work out. Cost: the different draws are listed, no sum is made."""
    count = sum(letters_of(piece) for piece in pieces)
    check_count(count)
    written_so = "".join(sign for sign in WRITTEN if sign in rules.operations)
    sums = FORMS[count]
    if count == MOST:
        mixed = bool(set(written_so) & set("+-") and set(written_so) & set("*/"))
        sums = OF_SIX.get((written_so, rules.order), FORMS[6] if mixed else FORMS[5])
    if sums > MOST_FORMS:
        raise too_many(count)
    check_size(draws_of(pieces, MOST_ENTRIES // sums).shown, rules.division)


def _check_entries(draws: int, sums: int) -> None:
    if draws * sums > MOST_ENTRIES:
        raise setting_error(
            f"{draws:,} different draws with {sums:,} sums each are too many to work out: use fewer pieces, fewer "
            "operations, or work from left to right."
        )


def check_count(count: int) -> None:
    """Raise a setting error for too few or too many numbers."""
    if not FEWEST <= count <= MOST:
        raise setting_error(
            f"A draw shows {count} {'number' if count == 1 else 'numbers'}, and from {FEWEST} to {MOST} can be put "
            "together: use fewer pieces."
            if count > MOST
            else f"A draw shows {count} {'number' if count == 1 else 'numbers'}: to put together it takes "
            f"{FEWEST} at least."
        )
