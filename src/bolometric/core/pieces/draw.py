"""How a number is made of what the pieces show: what the maker sets.

Every number shown has a letter, a, b, c …, in the order of the pieces; a pack that deals three cards takes three.
"""

from __future__ import annotations

import re
from fractions import Fraction
from functools import reduce
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from bolometric.core.pieces.expression import LETTERS, Expression, Letter, Node, Number, Operation
from bolometric.core.pieces.faces import Line
from bolometric.core.pieces.formula import LONGEST, parse
from bolometric.core.pieces.kinds import AnyPiece, Counters, letters_of, specials
from bolometric.core.settings.amounts import Amount
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

Make = Literal[
    "add",
    "subtract",
    "difference",
    "multiply",
    "square",
    "times",
    "largest",
    "smallest",
    "place",
    "digits",
    "largest_number",
    "smallest_number",
    "count",
    "formula",
]

MAKES = (
    Choice("add", "add what they show", "Add what they show", "The sum of all that is shown."),
    Choice(
        "subtract",
        "take the second from the first",
        "Take the second from the first",
        "First less second, so it can fall below zero. Needs two numbers.",
    ),
    Choice(
        "difference",
        "take the smaller from the larger",
        "Take the smaller from the larger",
        "Never below zero, and small differences come often. Needs two numbers.",
    ),
    Choice("multiply", "multiply what they show", "Multiply what they show", "The product: far apart, with many gaps."),
    Choice(
        "square",
        "multiply what it shows by itself",
        "Multiply one by itself",
        "Only square numbers come up. Needs one number.",
    ),
    Choice(
        "times",
        "add, then multiply by a fixed number",
        "Multiply by a fixed number",
        "The sum times a number you choose: one times table.",
    ),
    Choice("largest", "take the largest", "Take the largest", "High numbers come often."),
    Choice("smallest", "take the smallest", "Take the smallest", "Low numbers come often."),
    Choice(
        "place",
        "multiply the number by its place",
        "Multiply number and place",
        "The first says how many, the second of what: tenths, hundredths, thousandths. Needs two numbers.",
    ),
    Choice("digits", "read them as digits, in order", "Read as digits", "3 and then 5 is 35. Needs faces of 0 to 9."),
    Choice(
        "largest_number",
        "arrange them as the largest number",
        "Arrange for the largest",
        "3 and 5 are 53, however they fall. Needs faces of 0 to 9.",
    ),
    Choice(
        "smallest_number",
        "arrange them as the smallest number",
        "Arrange for the smallest",
        "3 and 5 are 35, however they fall. Needs faces of 0 to 9.",
    ),
    Choice(
        "count",
        "count the special ones",
        "Count the special ones",
        "How many counters land front up, or how many pieces show a face marked special.",
    ),
    Choice("formula", "work out a formula", "Use a formula", "Your own, over the letters of the numbers shown."),
)

EXACTLY = {"subtract": 2, "difference": 2, "place": 2, "square": 1}
"""Ways that need just so many numbers."""
DIGITS = ("digits", "largest_number", "smallest_number")


class Draw(Part):
    """How one draw becomes a number."""

    make: Annotated[
        Make,
        Field(
            description="add; subtract (first less second); difference (larger less smaller); multiply; square (one "
            "number times itself); times (the sum times factor); largest; smallest; place (number times place); "
            "digits (read in order); largest_number, smallest_number (digits arranged); count (fronts of counters, "
            "faces marked special); formula."
        ),
        Knob(
            "choice",
            "how the number is made",
            practice="operation",
            choices=MAKES,
            suggested=("add", "multiply", "largest"),
        ),
    ] = "add"
    factor: Annotated[
        Amount,
        Field(description="What the sum is multiplied by, if make is times."),
        Knob(
            "amount",
            "the fixed number",
            hint="A whole number, a decimal or a fraction such as 1/4.",
            when=(("make", ("times",)),),
        ),
    ] = Fraction(2)
    formula: Annotated[
        Line,
        Field(
            min_length=1,
            max_length=LONGEST,
            description="A formula over the letters of the numbers shown (a is the first), if make is formula: "
            "+ - * / and brackets, min(a, b), max(a, b), abs(a), a div b (whole-number division, rounded down) and "
            "a mod b (its remainder).",
        ),
        Knob(
            "formula",
            "the formula",
            hint="a is the first number shown, b the second. + − × ÷ and brackets; min(a, b), max(a, b), abs(a); "
            "a div b divides and rounds down, a mod b is what is left over.",
            when=(("make", ("formula",)),),
        ),
    ] = "a"

    @model_validator(mode="after")
    def _can_be_read(self) -> Self:
        if self.make == "formula":
            parse(self.formula)
        return self

    def check_pieces(self, pieces: tuple[AnyPiece, ...]) -> None:
        """Raise if a number can't be made this way of what these pieces show."""
        count = sum(letters_of(piece) for piece in pieces)
        wanted = EXACTLY.get(self.make)
        if wanted is not None and count != wanted:
            words = next(choice.words for choice in MAKES if choice.value == self.make)
            raise setting_error(
                f"To {words} takes {'one number' if wanted == 1 else 'two numbers'}, but the pieces show {count}: "
                "change the pieces, or how the number is made.",
                "draw.make",
            )
        if self.make in DIGITS:
            _check_digits(pieces)
        if self.make == "count" and not specials(pieces) and not any(isinstance(p, Counters) for p in pieces):
            raise setting_error(
                "There is nothing to count: mark a face special, or use two-sided counters.", "draw.make"
            )
        if self.make == "formula":
            _check_letters(self.formula, count)


def _check_digits(pieces: tuple[AnyPiece, ...]) -> None:
    for i, piece in enumerate(pieces, 1):
        odd = next((value for value in piece.values if value not in range(10)), None)
        if odd is not None:
            raise setting_error(
                f"Piece {i} can show {odd}, which is not a digit: to read digits, every face must be 0 to 9.",
                "draw.make",
            )


def _check_letters(formula: str, count: int) -> None:
    known = LETTERS[:count]
    unknown = [letter for letter in parse(formula).letters if letter not in known]
    if unknown:
        found = re.search(rf"(?<![a-z]){unknown[0]}(?![a-z])", formula.lower())
        at = found.start() + 1 if found else 1
        last = "a is the only one" if count == 1 else f"there are a to {known[-1]}"
        raise setting_error(f"At letter {at} of the formula: no piece is called {unknown[0]}; {last}.", "draw.formula")


def _joined(does: str, parts: list[Node]) -> Node:
    return reduce(lambda left, right: Operation(does, left, right), parts)


def expression_of(draw: Draw, count: int) -> Expression | None:
    """The tree of a way of making a number of ``count`` letters; None for digits and counts, which are read."""
    letters: list[Node] = [Letter(i) for i in range(count)]
    match draw.make:
        case "add":
            return Expression(_joined("add", letters))
        case "subtract":
            return Expression(_joined("subtract", letters))
        case "difference":
            high, low = _joined("max", letters), _joined("min", letters)
            return Expression(Operation("subtract", high, low))
        case "multiply" | "place":
            return Expression(_joined("multiply", letters))
        case "square":
            return Expression(Operation("multiply", letters[0], letters[0]))
        case "times":
            return Expression(Operation("multiply", _joined("add", letters), Number(draw.factor)))
        case "largest":
            return Expression(_joined("max", letters))
        case "smallest":
            return Expression(_joined("min", letters))
        case "formula":
            return parse(draw.formula)
        case _:
            return None
