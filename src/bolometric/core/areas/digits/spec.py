"""What the maker of a game of digits sets."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StrictInt

from bolometric.core.game.part import AreaPart
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.settings.amounts import Total
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_DIGITS = 40
MOST_STATES = 2_000_000
"""Ways of filling the columns, in part or whole, on which best play is worked out."""

PRACTICES = (
    Choice(
        "one_by_one",
        "write each digit into a column for good, before the next is drawn",
        "Place each digit for good",
        "Luck and foresight: what is a large digit, and is it worth waiting?",
    ),
    Choice(
        "together",
        "draw all the digits, then arrange them as you like",
        "Draw all digits, then arrange",
        "Only place value is practised: whoever sees it has the best number.",
    ),
    Choice(
        "rows",
        "write each number into one of your rows, facing the others' rows",
        "Fill rows that face each other",
        "Comparing with what stands opposite: beat the large ones, or spend small ones against them.",
    ),
)
AIMS = (
    Choice("largest", "the largest number", "Make the largest number", "Large digits go to the left."),
    Choice("smallest", "the smallest number", "Make the smallest number", "Small digits go to the left."),
    Choice("nearest", "the number nearest to", "Come near a target", "Every column matters in its turn."),
)
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


class Digits(AreaPart):
    """Each seat fills columns of place value with digits that are drawn; the best number takes the round.

    One by one: a digit is drawn and must be written into a free column at once. Together: all are drawn, then arranged
    (best by a plan, by any other style in the order in which they came). Rows: each seat has ``rows`` rows; in turn it
    draws a number and writes it into a free row of its own, all see it; in the end each row gives a tick to the
    largest (smallest) of the numbers that face each other, to each if equal, and the most ticks take the round. Equal
    seats each get the point of a round. The first to ``points`` rounds wins, with equal points shared.

    A guess writes a digit into any free column, evenly (or throws it away, where it may, as one option more); halves
    puts digits above the median of all digits into the leftmost free column (for the smallest number the rightmost) and
    the others at the other end, for the nearest number into the free column whose digit of the target it is nearest to;
    left_first fills from the left; neither throws away before the last. Rows: beat_largest takes the row with the
    largest number that it beats, else hides opposite the largest, else the first free row; a plan looks one step ahead.
    Readings: score is the number made in the first round (nearest: its distance; rows: ticks); success the share of
    numbers whose digits stand in the best order (nearest: that are the target; rows: that tick every row).
    """

    package: ClassVar[str] = "digits"
    rules: ClassVar[tuple[str, ...]] = ("halves", "left_first", "beat_largest")
    goals: ClassVar[tuple[str, ...]] = ("number",)
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "score", "success", "ties", "choice")

    kind: Literal["digits"]
    practice: Annotated[
        Literal["one_by_one", "together", "rows"],
        Field(description="How numbers are made."),
        Knob("choice", "how numbers are made", choices=PRACTICES, suggested=()),
    ] = "one_by_one"
    whole: Annotated[
        StrictInt,
        Field(ge=1, le=6, description="Columns before the point: 1 is ones, 6 up to hundred thousands. Not for rows."),
        Knob("number", "columns", when=(("practice", ("one_by_one", "together")),)),
    ] = 3
    decimals: Annotated[
        StrictInt,
        Field(ge=0, le=3, description="Columns after the point: 1 is tenths, 3 down to thousandths. Not for rows."),
        Knob(
            "number",
            "columns after the point",
            order="Use {} columns after the point",
            when=(("practice", ("one_by_one", "together")),),
        ),
    ] = 0
    rows: Annotated[
        StrictInt,
        Field(ge=1, le=8, description="Rows of each seat, if practice is rows."),
        Knob("number", "rows", when=(("practice", ("rows",)),)),
    ] = 5
    aim: Annotated[
        Literal["largest", "smallest", "nearest"],
        Field(description="Which number is best; nearest = to target (for rows: nearest counts as largest)."),
        Knob("choice", "which number is best", choices=AIMS),
    ] = "largest"
    target: Annotated[
        Total,
        Field(description="The number to come near, if aim is nearest."),
        Knob("amount", "target", when=(("aim", ("nearest",)),)),
    ] = Fraction(500)
    draws: Annotated[
        Literal["own", "shared"],
        Field(
            description="own = each seat draws for itself, in turn; shared = the same draws count for all seats, and a "
            "draw is one turn for all. For rows each seat draws for itself."
        ),
        Knob("choice", "whose digits", choices=SHARES, when=(("practice", ("one_by_one", "together")),)),
    ] = "own"
    spare: Annotated[
        Literal["none", "one"],
        Field(
            description="one = one digit more is drawn than there are columns, and one is thrown away; who has not "
            "done so throws the last one away. Not for rows."
        ),
        Knob("choice", "throwing away", choices=SPARES, when=(("practice", ("one_by_one", "together")),)),
    ] = "none"
    points: Annotated[
        StrictInt,
        Field(ge=1, le=10, description="Rounds that must be won."),
        Knob("number", "points", unit="points"),
    ] = 1

    @property
    def columns(self) -> int:
        """How many columns there are."""
        return self.whole + self.decimals

    @property
    def digits(self) -> int:
        """How many digits are drawn in a round, for one seat."""
        return self.rows if self.practice == "rows" else self.columns + (self.spare == "one")

    @property
    def together(self) -> bool:
        """With shared draws all seats take each turn together."""
        return self.draws == "shared" and self.practice != "rows"

    @property
    def offered_rules(self) -> tuple[str, ...]:
        """Rows have a rule of thumb of their own."""
        return ("beat_largest",) if self.practice == "rows" else ("halves", "left_first")

    def check_rule(self, rule: str) -> None:
        """The rule must fit how numbers are made."""
        if rule not in self.offered_rules:
            fits = " or ".join(self.offered_rules)
            raise setting_error(
                f"The rule {rule!r} does not fit this way of making numbers: choose {fits}.", "seats.styles"
            )

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Draws must not hang together."""
        if remembers(tuple(pieces)):
            raise setting_error("For digits cards are put back: do not keep them out.", "pieces")

    def check_draw(self, distribution: Distribution) -> None:
        """Digits must be whole numbers, few enough to follow."""
        if distribution.sampled:
            raise setting_error("These pieces have too many outcomes to list them all for digits: use fewer.", "pieces")
        if distribution.nothing or not distribution.totals:
            raise setting_error("Every draw must make a number that can be written down: change the formula.", "draw")
        if self.practice != "rows" and any(Fraction(t).denominator > 1 or t < 0 for t in distribution.totals):
            raise setting_error(
                "Only whole numbers from 0 up can be written into a column: change the pieces.", "pieces"
            )
        if len(distribution.totals) > MOST_DIGITS:
            raise setting_error(
                f"These pieces make {len(distribution.totals)} different numbers, and the most here is {MOST_DIGITS}: "
                "use fewer pieces.",
                "pieces",
            )
        if self.practice == "rows":
            return
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
