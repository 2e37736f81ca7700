"""What every form comes to on every draw, worked out for all draws at once, exactly.

A value is a fraction of two machine integers in lowest terms. Each operation on numbers a and b gives at most
(|a| + 1)(|b| + 1), so the product of all |number| + 1 bounds whatever may come: too large numbers are refused before.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import reduce
from itertools import combinations
from math import prod

import numpy as np
from numpy.typing import NDArray

from bolometric.core.number_making.draws import Numbers
from bolometric.core.number_making.forms import SumForm
from bolometric.core.number_making.rules import MakingRules
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.explain import setting_error

Integers = NDArray[np.int64]
Flags = NDArray[np.bool_]
LARGEST = 2**62


@dataclass(frozen=True, slots=True)
class Evaluated:
    """One entry for each form and draw; shape (forms, draws)."""

    over: Integers
    under: Integers
    """Positive."""
    valid: Flags
    """Whether no division is by nothing, nor leaves a fraction where that is not allowed."""
    awkward: Flags
    """Whether something on the way is below nought, which learners had better be spared."""


def check_size(shown: tuple[Numbers, ...], division: str) -> None:
    """Raise a setting error if the numbers are too large for machine integers."""
    most = max(prod((abs(Fraction(n).numerator) + Fraction(n).denominator) for n in numbers) for numbers in shown)
    if most ** (2 if division == "fractions" else 1) >= LARGEST or any(
        Fraction(n).denominator > 1 and most**2 >= LARGEST for numbers in shown for n in numbers
    ):
        raise setting_error("These numbers are too large to be put together: use smaller ones.")


def evaluate(found: tuple[SumForm, ...], shown: tuple[Numbers, ...], rules: MakingRules) -> Evaluated:
    """Work out every form on every draw; ``shown`` are draws of as many numbers as there are letters."""
    check_size(shown, rules.division)
    size, draws = len(found), len(shown)
    over, under = np.zeros((size, draws), np.int64), np.ones((size, draws), np.int64)
    valid, awkward = np.ones((size, draws), bool), np.zeros((size, draws), bool)
    exact, whole = rules.division == "exact", all(Fraction(n).denominator == 1 for row in shown for n in row)
    alone = rules.order == "brackets" and "/" in rules.operations and "*" not in rules.operations
    for at, form in enumerate(found):
        if at % 500 == 0:
            checkpoint()
        if form.kind == "letter":
            letter = form.letters.bit_length() - 1
            numbers = [Fraction(row[letter]) for row in shown]
            over[at], under[at] = [n.numerator for n in numbers], [n.denominator for n in numbers]
            continue
        places = [part for _, part in form.parts]
        valid[at] = valid[places].all(axis=0)
        awkward[at] = awkward[places].any(axis=0)
        if form.kind == "sum":
            _add(form, over, under, at, whole and exact)
        else:
            _multiply(form, over, under, valid, at, exact)
            if alone and form.parts:
                valid[at] &= _by_dividing(form, over, exact)
        awkward[at] |= over[at] < 0
    return Evaluated(over, under, valid, awkward)


def _add(form: SumForm, over: Integers, under: Integers, at: int, whole: bool) -> None:
    if whole:  # all fractions that are left over are whole, or not valid
        over[at] = sum(over[part] if sign > 0 else -over[part] for sign, part in form.parts)
        return
    a, b = np.zeros_like(over[at]), np.ones_like(over[at])
    for sign, part in form.parts:
        a, b = a * under[part] + sign * over[part] * b, b * under[part]
    _reduced(a, b, over, under, at)


def _multiply(form: SumForm, over: Integers, under: Integers, valid: Flags, at: int, exact: bool) -> None:
    above, below = ([part for power, part in form.parts if power == way] for way in (1, -1))
    a = reduce(np.multiply, [over[part] for part in above])
    b = reduce(np.multiply, [under[part] for part in above])
    if below:
        divisor = reduce(np.multiply, [over[part] for part in below])
        valid[at] &= divisor != 0
        b = b * np.where(divisor == 0, 1, divisor)
        a = a * reduce(np.multiply, [under[part] for part in below])
    _reduced(a, b, over, under, at)
    if exact and below:
        valid[at] &= under[at] == 1


def _reduced(a: Integers, b: Integers, over: Integers, under: Integers, at: int) -> None:
    shared = np.gcd(a, b) * np.sign(b)
    over[at], under[at] = a // shared, b // shared


def _by_dividing(form: SumForm, over: Integers, exact: bool) -> Flags:
    """Where dividing alone, step by step and never by nothing, leads to a product with these powers."""
    above = frozenset(part for power, part in form.parts if power == 1)
    below = frozenset(part for power, part in form.parts if power == -1)
    known: dict[tuple[frozenset[int], frozenset[int]], Flags] = {}

    def can(up: frozenset[int], down: frozenset[int]) -> Flags:
        if len(up) == 1 and not down:
            return np.ones(over.shape[1], bool)
        if (up, down) in known:
            return known[up, down]
        good = np.zeros(over.shape[1], bool)
        parts = [*up, *down]
        for size in range(1, len(parts)):
            for some in combinations(parts, size):  # what is divided; the rest divides it, upside down
                one_up, one_down = up & set(some), down & set(some)
                by_up, by_down = down - one_down, up - one_up
                if one_up and by_up:
                    right = _quotient(by_up, by_down, over)
                    may = reduce(np.logical_and, [over[part] != 0 for part in by_up])
                    if exact:
                        may &= _quotient(one_up, one_down, over) % np.where(right == 0, 1, right) == 0
                    good |= may & can(one_up, one_down) & can(by_up, by_down)
        known[up, down] = good
        return good

    return can(above, below)


def _quotient(up: frozenset[int], down: frozenset[int], over: Integers) -> Integers:
    a = reduce(np.multiply, [over[part] for part in up])
    b = reduce(np.multiply, [over[part] for part in down], np.ones_like(a))
    return np.asarray(a // np.where(b == 0, 1, b))
