"""A form written down as a learner would: larger numbers first, × and ÷ before + and −, no bracket without need."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import permutations

from bolometric.core.number_making.draws import Numbers
from bolometric.core.number_making.forms import SumForm
from bolometric.core.number_making.rules import MakingRules
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import minus

Term = tuple[Fraction, str, bool]
"""What a part comes to, how it is written, and whether it stands in brackets when it is multiplied or taken away."""


def written(found: tuple[SumForm, ...], at: int, numbers: Numbers, rules: MakingRules) -> str:
    """A form as text, with the numbers of a draw for its letters."""
    return _Writer(found, numbers, rules).form(at)[1]


class _Writer:
    """Writes forms of one draw."""

    def __init__(self, found: tuple[SumForm, ...], numbers: Numbers, rules: MakingRules) -> None:
        self.found, self.numbers, self.rules = found, [Fraction(number) for number in numbers], rules

    def form(self, at: int) -> Term:
        """A form with its value."""
        form = self.found[at]
        if form.kind == "letter":
            value = self.numbers[form.letters.bit_length() - 1]
            return value, minus(tidy(value)), value < 0 or value.denominator > 1
        up = [self.form(part) for sign, part in form.parts if sign > 0]
        down = [self.form(part) for sign, part in form.parts if sign < 0]
        return self._sum(up, down) if form.kind == "sum" else self._product(up, down)

    def _sum(self, up: list[Term], down: list[Term]) -> Term:
        # From left to right what has been worked out so far comes first.
        up, down = (sorted(part, key=lambda term: (" " not in term[1], -term[0], term[1])) for part in (up, down))
        value = sum((term[0] for term in up), Fraction(0)) - sum((term[0] for term in down), Fraction(0))
        first, *more = up
        text = first[1]
        if "+" in self.rules.operations:
            text += "".join(f" + {_held(term)}" for term in more) + "".join(f" − {_held(term)}" for term in down)
        else:
            taken = " − ".join([_held(down[0]), *(_held(term) for term in more)])
            text += f" − {f'({taken})' if more else taken}" + "".join(f" − {_held(term)}" for term in down[1:])
        return value, text, True

    def _product(self, up: list[Term], down: list[Term]) -> Term:
        up, down = (sorted(part, key=lambda term: (_sum_like(term), -term[0], term[1])) for part in (up, down))
        if self.rules.order == "left":
            up.sort(key=lambda term: not _sum_like(term))
        value = Fraction(1)
        for term in up:
            value *= term[0]
        for term in down:
            value /= term[0]
        if "*" in self.rules.operations or len(up) == 1:
            text = " × ".join(_factor(term) for term in up) + "".join(f" ÷ {_factor(term)}" for term in down)
        else:
            text = next(_divided(up, down, self.rules.division == "exact"))
        return value, text, False


def _sum_like(term: Term) -> bool:
    return term[2] and " " in term[1]


def _factor(term: Term) -> str:
    """A term where it is multiplied or divided by."""
    return f"({term[1]})" if term[2] else term[1]


def _held(term: Term) -> str:
    """A term that is added or taken away, after another."""
    return f"({term[1]})" if term[2] and " " not in term[1] and term[1].startswith("−") else term[1]


def _divided(up: list[Term], down: list[Term], exact: bool) -> Iterator[str]:
    """Dividing alone: a ÷ (b ÷ c) ÷ d; where it must come out whole, an order in which every step does."""
    for first, *more in permutations(up):
        for inner, *others in permutations(down):
            if any(term[0] == 0 for term in (*more, *others)):
                continue  # nothing is divided by nothing, in another order it is what is divided
            held, value, steps = inner[0], first[0], []
            for term in more:
                held /= term[0]
                steps.append(held)
            if held == 0:
                continue
            for by in (held, *(term[0] for term in others)):
                value /= by
                steps.append(value)
            if not exact or all(step.denominator == 1 for step in steps):
                inside = " ÷ ".join([_factor(inner), *(_factor(term) for term in more)])
                outside = "".join(f" ÷ {_factor(term)}" for term in others)
                yield f"{_factor(first)} ÷ {f'({inside})' if more else inside}{outside}"
