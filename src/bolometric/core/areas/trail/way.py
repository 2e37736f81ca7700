"""How long the way of a trail is, and what its places are called: squares, or an amount that is filled."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.trail.cards.spec import OnCards
from bolometric.core.areas.trail.choices import TENS, UNITS
from bolometric.core.areas.trail.squares.square import Square
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob
from bolometric.core.text.figures import minus

MOST_STEPS = 10_000
LEAST_IN_POT, USUAL_POT = 5, 30
PER_ONE = {"whole": 1, "pot": 1, "tenth": 10, "hundredth": 100, "thousandth": 1000}


class Way(OnCards):
    """Steps from the start to the end, counted on squares or as parts of an amount."""

    length: Annotated[
        StrictInt,
        Field(ge=5, le=1000, description="How many squares, if unit is whole; the last one is the end."),
        Knob(
            "number",
            "squares",
            hint="How long the way is: more squares make a longer game.",
            step=5,
            unit="squares",
            when=(("unit", ("whole",)),),
        ),
    ] = 40
    unit: Annotated[
        Literal["whole", "pot", "tenth", "hundredth", "thousandth"],
        Field(
            description="whole = a trail of length squares; pot = a pot that takes amount counters; tenth, hundredth, "
            "thousandth = an amount (see amount) that is filled, in steps of that size."
        ),
        Knob("choice", "what a step is worth", practice="size", choices=UNITS, suggested=()),
    ] = "whole"
    amount: Annotated[
        StrictInt,
        Field(ge=1, le=100, description="How many ones have to be filled, if unit is not whole."),
        Knob(
            "number",
            "ones",
            hint="How many wholes are filled.",
            practice="size",
            unit="to fill",
            order="Let {} be filled",
            one="Let one whole be filled",
            when=(("unit", ("pot", "tenth", "hundredth", "thousandth")),),
        ),
    ] = 1
    tens: Annotated[
        Literal["yes", "no"],
        Field(description="Whether ten ones in a pot are changed for a ten; it takes time and decides nothing."),
        Knob("choice", "ten ones", practice="operation", choices=TENS, when=(("unit", ("pot",)),)),
    ] = "no"

    @model_validator(mode="before")
    @classmethod
    def _a_pot_takes_some(cls, given: object) -> object:
        """A pot that has not been said how large it is takes a few tens."""
        if isinstance(given, dict) and given.get("unit") == "pot":
            amount = given.get("amount", 1)
            if isinstance(amount, int) and 0 < amount < LEAST_IN_POT:
                return {**given, "amount": USUAL_POT}
        return given

    @property
    def vessel(self) -> str:
        """What is filled, where no counter moves along a trail."""
        return {"whole": "line", "pot": "pot"}.get(self.unit, "box")

    @property
    def fills(self) -> bool:
        """Whether players fill something, a line of squares too, and no counter moves."""
        return self.unit != "whole" or self.mark != "counter"

    @model_validator(mode="after")
    def _not_too_fine(self) -> Self:
        if self.steps > MOST_STEPS:
            raise setting_error(
                f"An amount of {self.amount} in {self.unit}s takes {self.steps:,} steps, and the most is "
                f"{MOST_STEPS:,}: fill less, or measure more coarsely.",
                "area.amount",
            )
        return self

    @property
    def per_one(self) -> int:
        """Steps to one whole."""
        return PER_ONE[self.unit]

    @property
    def steps(self) -> int:
        """Steps from the start to the end."""
        if self.unit != "whole":
            return self.amount * self.per_one
        return 2 * self.length - 1 if self.runs == "back" else self.length

    @property
    def placed(self) -> tuple[Square, ...]:
        """The squares that carry something, as positions on the way: where it leads back again, each is met twice."""
        if self.runs != "back":
            return self.squares
        there = 2 * self.length
        back = [
            square.model_copy(update={"at": there - square.at, "to": square.to and there - square.to})
            for square in self.squares
            if 1 < square.at < self.length and (square.to or 1) <= self.length
        ]
        return (*(square for square in self.squares if square.at < self.length), *back)

    def square_of(self, position: int) -> int:
        """The square of a position on the way; 0 for off the board."""
        return 2 * self.length - position if self.runs == "back" and position > self.length else position

    def placed_on(self, position: int) -> str:
        """A position in words: its square, and which way where there are two."""
        if self.unit != "whole":
            return self.called(position)
        square = self.called(self.square_of(position))
        return f"{square} on the way back" if position > self.length else square

    def amount_at(self, step: int) -> Fraction:
        """What a position is called: the square as it is written, or how much is full."""
        return self.named(step, self.length) if self.unit == "whole" else Fraction(step, self.per_one)

    def called(self, square: int) -> str:
        """What a square is called: what is written on it; of a box how much is full."""
        return minus(tidy(self.amount_at(square)))

    @property
    def counted_ones(self) -> Fraction | None:
        """How many squares are counted for a one of the total; None where the move is a sum."""
        adding = self.unit != "whole" or (self.moved == "adding" and self.may_add)
        return None if adding else Fraction(1)

    @property
    def takes_away(self) -> bool:
        """Whether what is drawn is taken from the number of a square to go on: the numbers run down."""
        return self.amount_at(1) < self.amount_at(0)

    def fits(self, total: Value) -> bool:
        """Whether a total is a whole number of steps."""
        return self.per_one % total.denominator == 0
