"""What the maker of a game of digits sets."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.making_numbers import (
    AIMS,
    POINTS,
    PRACTICES,
    TARGET,
    check_few,
    check_put_back,
    check_written,
    left_out,
    without,
)
from bolometric.core.game.area_part import AreaPart, Goal, StyleRule
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_STATES = 2_000_000
"""Ways of filling the columns, in part or whole, on which best play is worked out."""

SHARES = (
    Choice("own", "draws digits of their own", "Let each draw their own", "Luck decides more."),
    Choice("shared", "uses the same digits, drawn for all", "Use the same digits for all", "Only the placing decides."),
)
SPARES = (
    Choice("none", "every digit must be used", "Use every digit", "No way out for a bad digit."),
    Choice(
        "one", "one digit more is drawn, and one is thrown away", "Throw one digit away", "A bad digit can be lost."
    ),
)


HALVES = {
    "largest": "put large digits where they count most and small ones where they count least",
    "smallest": "put small digits where they count most and large ones where they count least",
    "nearest": "put each digit where that of the target is nearest to it",
}
"""The rule of thumb of two halves by the aim."""


class Digits(AreaPart):
    """Each seat fills columns of place value with digits that are drawn; the best number takes the round.

    One by one: a digit is drawn and must be written into a free column at once. Together: all are drawn, then arranged
    (best by a plan, by any other style in the order in which they came). Equal seats each get the point of a round. The
    first to ``points`` rounds wins, with equal points shared.

    A guess writes a digit into any free column, evenly (or throws it away, where it may, as one option more); halves
    puts digits above the median of all digits into the leftmost free column (for the smallest number the rightmost) and
    the others at the other end, for the nearest number into the free column whose digit of the target it is nearest to;
    left_first fills from the left; neither throws away before the last. Readings: score is the number made in the first
    round (nearest: its distance); success the share of numbers whose digits stand in the best order (nearest: that are
    the target).
    """

    model_config = left_out("rows")

    noun: ClassVar[str] = "Digits"
    unused_at_most: ClassVar[float] = 1.0
    told_by: ClassVar[str] = "practice"
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "halves",
            HALVES["largest"],
            "digits above the median to where they are wanted most, the others to the other end",
        ),
        StyleRule("left_first", "fill from the left", "from the left"),
    )

    def rule(self, key: str) -> StyleRule:
        """A rule of thumb, in the words of the aim."""
        found = super().rule(key)
        return replace(found, words=HALVES[self.aim]) if key == "halves" else found

    goals: ClassVar[tuple[Goal, ...]] = (
        Goal("number", "place best for the best number on average", "the best number on average"),
    )
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "score", "success", "ties", "choice")

    own_draws: ClassVar[bool] = True

    kind: Literal["digits"]
    practice: Annotated[
        Literal["one_by_one", "together"],
        Field(description="How numbers are made."),
        Knob("choice", "how numbers are made", practice="aim", choices=PRACTICES, suggested=()),
    ] = "one_by_one"
    whole: Annotated[
        StrictInt,
        Field(ge=1, le=6, description="Columns before the point: 1 is ones, 6 up to hundred thousands."),
        Knob("number", "columns", hint="How many there are beside each other.", practice="size"),
    ] = 3
    decimals: Annotated[
        StrictInt,
        Field(ge=0, le=3, description="Columns after the point: 1 is tenths, 3 down to thousandths."),
        Knob(
            "number",
            "columns after the point",
            hint="Tenths, hundredths and thousandths.",
            practice="size",
            order="Use {} columns after the point",
            one="Use one column after the point",
        ),
    ] = 0
    aim: Annotated[
        Literal["largest", "smallest", "nearest"],
        Field(description="Which number is best; nearest = to target."),
        Knob("choice", "which number is best", practice="aim", choices=AIMS),
    ] = "largest"
    target: TARGET = Fraction(500)
    draws: Annotated[
        Literal["own", "shared"],
        Field(
            description="own = each seat draws for itself, in turn; shared = the same draws count for all seats, and a "
            "draw is one turn for all."
        ),
        Knob("choice", "whose digits", choices=SHARES),
    ] = "own"
    spare: Annotated[
        Literal["none", "one"],
        Field(
            description="one = one digit more is drawn than there are columns, and one is thrown away; who has not "
            "done so throws the last one away."
        ),
        Knob("choice", "throwing away", choices=SPARES),
    ] = "none"
    points: POINTS = 1

    @property
    def columns(self) -> int:
        """How many columns there are."""
        return self.whole + self.decimals

    @property
    def digits(self) -> int:
        """How many digits are drawn in a round, for one seat."""
        return self.columns + (self.spare == "one")

    @property
    def together(self) -> bool:
        """With shared draws all seats take each turn together."""
        return self.draws == "shared"

    @property
    def less_is_better(self) -> bool:
        """Of numbers the aim says which is better; of distances the less."""
        return self.aim != "largest"

    @property
    def success_words(self) -> str:
        """Success is the best order, or the target."""
        hit = "{} of numbers are the target itself"
        return hit if self.aim == "nearest" else "{} of numbers have their digits in the best order"

    @model_validator(mode="before")
    @classmethod
    def _of_columns(cls, given: object) -> object:
        return without(("rows",), given)

    def check_own_draws(self, kept_out: bool, goals: Sequence[str]) -> None:
        """Each draws for themselves."""
        super().check_own_draws(kept_out, goals)
        if self.together:
            told = "With draws of their own players draw for themselves: do not let one draw for all, or draw alike."
            raise setting_error(told, "others")

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Draws must not hang together."""
        check_put_back(pieces)

    def check_draw(self, distribution: Distribution) -> None:
        """Digits must be whole numbers, few enough to follow."""
        check_written(distribution)
        if any(Fraction(t).denominator > 1 or t < 0 for t in distribution.totals):
            raise setting_error(
                "Only whole numbers from 0 up can be written into a column: change the pieces.", "pieces"
            )
        check_few(distribution)
        states = (len(distribution.totals) + 1) ** self.columns
        if self.practice == "one_by_one" and self.aim == "nearest" and states > MOST_STATES:
            raise setting_error(
                f"There are {states:,} ways to fill the columns, too many to work out how to come near a target: use "
                "fewer columns or digits.",
                "area.whole",
            )
        if self.practice == "together" and self.aim == "nearest" and self.digits > 7:
            raise setting_error(
                "Up to seven digits can be arranged to come near a target: use fewer columns.", "area.whole"
            )
