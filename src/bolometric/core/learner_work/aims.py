"""What a game is to practise, as sets of facts chosen by plain words."""

from __future__ import annotations

import re
from collections.abc import Iterator
from fractions import Fraction
from functools import lru_cache
from typing import Annotated, Literal, Self

from pydantic import AfterValidator, Field, StrictInt, model_validator

from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.amounts import FACE_LIMIT, FINEST_FACE, Value, parsed
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error
from bolometric.core.text.figures import listing, listing_words

AimKind = Literal[
    "numbers",
    "adding",
    "bonds",
    "doubles",
    "counting_on",
    "counting_back",
    "taking_away",
    "tables",
    "multiples",
    "place_value",
    "tenths",
    "hundredths",
    "thousandths",
    "comparing",
    "seeing",
    "list",
]
AIMS: dict[str, tuple[str, str]] = {
    "numbers": ("numbers to {}", "counting spaces, and comparing, with numbers up to it"),
    "adding": ("adding within {}", "sums that come to no more than it"),
    "bonds": ("bonds of {}", "two numbers that make it, by adding or by taking away"),
    "doubles": ("doubles and near doubles to {}", "a number and itself, or the next one"),
    "counting_on": ("counting on from the larger to {}", "adding a small number to a larger one"),
    "counting_back": ("counting back within {}", "taking a small number from a larger one"),
    "taking_away": ("taking away within {}", "taking from a number that is no more than it"),
    "tables": ("the tables of {}", "multiplying by them, up to twelve times, and dividing by them"),
    "multiples": ("multiples of {}", "sums and products in which every number is one"),
    "place_value": ("place value to {} digits", "which place a digit takes"),
    "tenths": ("tenths", "adding, taking away, multiplying and comparing with tenths"),
    "hundredths": ("hundredths", "the same with hundredths"),
    "thousandths": ("thousandths", "the same with thousandths"),
    "comparing": ("comparing numbers to {}", "which of two numbers is more"),
    "seeing": ("seeing how many, to {}", "how many dots or counters there are, seen at a look or counted"),
    "list": ("{}", "the facts that are written down"),
}
"""For each kind: its words, with {} for the number or the tables, and what it means."""
BY_TABLES = ("tables", "multiples")
BY_STEPS = ("counting_on", "counting_back")
WITHOUT_NUMBER = ("tenths", "hundredths", "thousandths", "list", *BY_TABLES)
MOST_TIMES, FEW = 12, 3
MOST_ASKED = 6_000
"""Facts of an aim that are gone through."""
UPTO = {"place_value": 7, "bonds": 1000, "seeing": 20}


def _each_once(tables: tuple[int, ...]) -> tuple[int, ...]:
    return tuple(sorted(set(tables)))


def _can_be_read(text: str) -> str:
    fact_from(text)
    return text


class Aim(Part):
    """One set of facts."""

    kind: Annotated[
        AimKind,
        Field(description="; ".join(f"{key} = {told[0].format('upto')}: {told[1]}" for key, told in AIMS.items())),
    ] = "adding"
    upto: Annotated[StrictInt, Field(ge=1, le=5000, description="How far the numbers go; of bonds which number.")] = 20
    by: Annotated[StrictInt, Field(ge=1, le=100, description="Of counting on or back: how many at most.")] = FEW
    tables: Annotated[
        tuple[Annotated[StrictInt, Field(ge=1, le=20)], ...],
        AfterValidator(_each_once),
        Field(max_length=20, description="Which tables, or multiples of what."),
    ] = (2, 5, 10)
    facts: Annotated[
        tuple[Annotated[Line, AfterValidator(_can_be_read), Field(max_length=40)], ...],
        Field(max_length=200, description="The facts of a list: 7 + 5, 12 − 4, 6 × 8, 12 or 21, count 5, see 5."),
    ] = ()

    @model_validator(mode="after")
    def _names_something(self) -> Self:
        if self.kind == "list" and not self.facts:
            raise setting_error("The list of facts is empty: write one at least, such as 7 + 5.")
        if self.kind in BY_TABLES and not self.tables:
            raise setting_error("No table is chosen: choose one at least.")
        if self.kind == "place_value" and self.upto > UPTO["place_value"]:
            raise setting_error(
                f"Place value goes to {UPTO['place_value']} digits here, and {self.upto} are asked for."
            )
        return self

    @property
    def words(self) -> str:
        """As it is said: 'adding within 20'."""
        if self.kind in BY_STEPS and self.by != FEW:
            return f"{self.plainly}, {'one' if self.by == 1 else f'up to {self.by}'} at a time"
        return self.plainly

    @property
    def plainly(self) -> str:
        """The same without how large the steps are."""
        if self.kind == "list":
            few = len(self.facts) <= 4
            return listing_words(self.facts, "and") if few else f"{len(self.facts)} facts of a list"
        named = listing(self.tables, "and") if self.kind in BY_TABLES else str(self.upto)
        return AIMS[self.kind][0].format(named)

    def has(self, one: Fact) -> bool:
        """Whether a fact is of this set."""
        return _has(self, one)


@lru_cache(maxsize=30_000)
def _has(aim: Aim, one: Fact) -> bool:
    if one.does == known.SEE:
        return (aim.kind == "seeing" and 1 <= one.one <= aim.upto) or (aim.kind == "list" and one in _listed(aim.facts))
    if not one.counted or one.does == known.ANSWER:
        return False
    does, a, b, upto = one.does, one.one, one.other, aim.upto
    whole = a.denominator == 1 == b.denominator and a >= 0 and b >= 0
    match aim.kind:
        case "numbers":
            return whole and does in (known.COUNT, known.COMPARE) and max(a, b) <= upto
        case "adding":
            return whole and does == known.ADD and a + b <= upto
        case "bonds":
            return whole and ((does == known.ADD and a + b == upto) or (does == known.SUBTRACT and a == upto >= b))
        case "doubles":
            return whole and does == known.ADD and b - a <= 1 and a + b <= upto
        case "counting_on":
            return whole and does == known.ADD and 1 <= a <= aim.by and a < b and a + b <= upto
        case "counting_back":
            return whole and does == known.SUBTRACT and 1 <= b <= aim.by and b <= a <= upto
        case "taking_away":
            return whole and does == known.SUBTRACT and b <= a <= upto
        case "tables":
            return whole and _of_tables(aim.tables, does, int(a), int(b))
        case "multiples":
            sums = does in (known.ADD, known.SUBTRACT)
            products = does == known.MULTIPLY and any(a % k == 0 or b % k == 0 for k in aim.tables)
            return whole and (products or (sums and any(a % k == 0 and b % k == 0 for k in aim.tables)))
        case "place_value":
            return does == known.PLACE and 1 <= b < 10**upto
        case "seeing":
            return False  # nothing but what is seen, which is told of above
        case "comparing":
            return whole and does == known.COMPARE and max(a, b) <= upto
        case "list":
            return one in _listed(aim.facts)
        case _:
            part = {"tenths": 10, "hundredths": 100, "thousandths": 1000}[aim.kind]
            finest = max(_places(a), _places(b))
            return does != known.COUNT and finest == part


def _places(value: Value) -> int:
    """The power of ten that a decimal is parts of; 1 for whole numbers, 0 for other fractions."""
    return next((part for part in (1, 10, 100, 1000) if part % value.denominator == 0), 0)


def _of_tables(tables: tuple[int, ...], does: str, a: int, b: int) -> bool:
    if does == known.MULTIPLY:
        return any((a == k and b <= MOST_TIMES) or (b == k and a <= MOST_TIMES) for k in tables)
    return does == known.DIVIDE and b in tables and a % b == 0 and a // b <= MOST_TIMES


@lru_cache(maxsize=64)
def _listed(texts: tuple[str, ...]) -> frozenset[Fact]:
    return frozenset(map(fact_from, texts))


def on_aim(aims: tuple[Aim, ...], one: Fact) -> bool:
    """Whether a fact is of one of these sets."""
    return any(aim.has(one) for aim in aims)


def worked_out(aims: tuple[Aim, ...], one: Fact) -> bool:
    """Whether something counts as a fact: what is seen does where an aim asks for it, and else only takes time."""
    return one.counted or (one.does == known.SEE and on_aim(aims, one))


def fact_from(text: str) -> Fact:
    """A fact as it is written: ``7 + 5``, ``12 - 4``, ``6 x 8``, ``12 or 21``, ``count 5``, ``see 5``.

    Raises a setting error.

    >>> fact_from("8 x 6").words, fact_from("12 or 7").words
    ('6 × 8', '7 or 12')
    """
    found = re.fullmatch(r"(\S+)\s*([+−\-×x*÷/:])\s*(\S+)", text.strip()) or re.fullmatch(
        r"(\S+)\s+(or)\s+(\S+)", text.strip()
    )
    counted = re.fullmatch(r"(count|see)\s+(\S+)", text.strip())
    try:
        if counted:
            return fact(counted[1], _number(counted[2]))
        if found:
            signs = {
                "+": "add",
                "−": "subtract",
                "-": "subtract",
                "or": "compare",
                "÷": "divide",
                "/": "divide",
                ":": "divide",
            }
            return fact(signs.get(found[2], "multiply"), _number(found[1]), _number(found[3]))
    except ValueError:
        pass
    raise setting_error(
        f"“{text[:40]}” is no fact: write it as 7 + 5, 12 − 4, 6 × 8, 56 ÷ 8, 12 or 21, count 5, or see 5."
    )


def _number(text: str) -> Fraction:
    return parsed(text.replace("−", "-"), FACE_LIMIT, FINEST_FACE)


@lru_cache(maxsize=32)
def asked(aims: tuple[Aim, ...]) -> tuple[Fact, ...]:
    """The facts that aims ask for, those with whole numbers that can be listed; ``MOST_ASKED`` at most."""
    found: dict[Fact, None] = {}
    for aim in aims:
        for one in _candidates(aim):
            if len(found) >= MOST_ASKED:
                return tuple(found)
            if aim.has(one):
                found[one] = None
    return tuple(found)


def _candidates(aim: Aim) -> Iterator[Fact]:
    most = min(aim.upto, 100)
    match aim.kind:
        case "list":
            yield from _listed(aim.facts)
        case "numbers":
            yield from (fact(known.COUNT, n) for n in range(1, most + 1))
            yield from _pairs(known.COMPARE, most)
        case "comparing":
            yield from _pairs(known.COMPARE, most)
        case "adding" | "doubles" | "counting_on" | "bonds":
            yield from _pairs(known.ADD, most, least=1)
            if aim.kind == "bonds":
                yield from (fact(known.SUBTRACT, aim.upto, b) for b in range(1, most + 1))
        case "seeing":
            yield from (fact(known.SEE, n) for n in range(1, min(most, UPTO["seeing"]) + 1))
        case "taking_away" | "counting_back":
            yield from (fact(known.SUBTRACT, a, b) for a in range(1, most + 1) for b in range(1, a + 1))
        case "tables":
            yield from (fact(known.MULTIPLY, k, n) for k in aim.tables for n in range(1, MOST_TIMES + 1))
        case "place_value":
            yield from (fact(known.PLACE, d, 10**k) for k in range(aim.upto) for d in range(10))
        case _:
            return


def _pairs(does: str, most: int, least: int = 0) -> Iterator[Fact]:
    for b in range(least, most + 1):
        for a in range(least, b + 1):
            if does != known.COMPARE or a != b:
                yield fact(does, a, b)


def aims_in(brief: object) -> tuple[Aim, ...]:
    """The aims of a brief as plain data."""
    listed = brief.get("aim", ()) if isinstance(brief, dict) else ()
    return tuple(Aim.model_validate(one) for one in listed)
