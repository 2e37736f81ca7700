"""Facts: what is worked out, as an operation on two numbers.

A fact is what a learner has in mind at once: 3 + 4, 7 × 8, "which is more, 12 or 21". Adding, multiplying and comparing
do not heed order, so 4 + 3 is the same fact as 3 + 4. Seeing what a piece shows takes time, yet is no fact.
"""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from bolometric.core.settings.amounts import HashedOnce, Value, tidy
from bolometric.core.text.figures import minus

ADD, SUBTRACT, MULTIPLY, DIVIDE, COMPARE = "add", "subtract", "multiply", "divide", "compare"
COUNT, PLACE, ANSWER, SEE, READ = "count", "place", "answer", "see", "read"
FREE_ORDER = (ADD, MULTIPLY, COMPARE)
UNCOUNTED = (SEE, READ)
"""What takes time, and is no fact: how many dots there are, and which number is written."""
OPERATIONS: dict[str, str] = {
    ADD: "adding",
    SUBTRACT: "taking away",
    MULTIPLY: "multiplying",
    DIVIDE: "dividing",
    COMPARE: "comparing",
    SEE: "seeing how many",
    COUNT: "counting spaces",
    PLACE: "placing digits",
    ANSWER: "answering cards",
}
"""What facts are called together, in the order in which they are listed."""
SIGNS = {ADD: "+", SUBTRACT: "−", MULTIPLY: "×", DIVIDE: "÷"}


class Fact(NamedTuple):
    """One fact. Made by :func:`fact`, which puts numbers whose order does not matter in rising order."""

    does: str
    one: Value
    other: Value

    @property
    def counted(self) -> bool:
        """Whether it is a fact, and not only something that is seen."""
        return self.does not in UNCOUNTED

    @property
    def words(self) -> str:
        """How it is written: '3 + 4', '12 or 21', 'count 5'."""
        one, other = minus(self.one), minus(self.other)
        match self.does:
            case "compare":
                return f"{one} or {other}"
            case "count":
                return f"count {one}"
            case "place":
                return f"{one} in the {place_name(self.other)}"
            case "answer":
                return "a card"
            case "see":
                return f"see {one}"
            case "read":
                return one
            case _:
                return f"{one} {SIGNS[self.does]} {bracketed(self.other)}"


def bracketed(value: Value) -> str:
    """A number after a sign: below nought in brackets."""
    return f"({minus(value)})" if value < 0 else minus(value)


@lru_cache(maxsize=20_000)
def fact(does: str, one: Value, other: Value = 0) -> Fact:
    """A fact, the same one however its numbers are ordered where their order does not matter.

    >>> fact("add", 4, 3) == fact("add", 3, 4), fact("subtract", 4, 3).words
    (True, '4 − 3')
    """
    one, other = _own(one), _own(other)
    if does in FREE_ORDER and other < one:
        one, other = other, one
    return Fact(does, one, other)


def _own(value: Value) -> Value:
    """The same number in Python's own integers: a table's are equal to them, and cannot stand in a game."""
    return value if type(value) is int else _amount(Fraction(value))


@lru_cache(maxsize=20_000)
def _amount(value: Fraction) -> Value:
    """One object for each amount: what is the same object is soon found to be equal."""
    return HashedOnce.of(tidy(value))


def added(at: Value, total: Value) -> Fact:
    """Adding a total to where one stands; below nought it is taken away."""
    return fact(SUBTRACT, at, -total) if total < 0 else fact(ADD, at, total)


def summed(numbers: list[int]) -> tuple[Fact, ...]:
    """The facts of adding numbers one after the other.

    >>> [one.words for one in summed([1, 2, 4])]
    ['1 + 2', '3 + 4']
    """
    found, so_far = [], numbers[0]
    for number in numbers[1:]:
        found.append(fact(ADD, so_far, number))
        so_far += number
    return tuple(found)


PLACES = ("ones", "tens", "hundreds", "thousands", "ten thousands", "hundred thousands", "millions")
PARTS = ("ones", "tenths", "hundredths", "thousandths")


def place_name(place: Value) -> str:
    """What a power of ten is called: 'tens', 'hundredths'; 'places of …' for anything else."""
    for k, name in enumerate(PLACES):
        if place == 10**k:
            return name
    for k, name in enumerate(PARTS):
        if place == Fraction(1, 10**k):
            return name
    return f"place of {minus(place)}"
