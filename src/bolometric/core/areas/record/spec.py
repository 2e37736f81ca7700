"""What the maker of a record sets."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart, check_listed
from bolometric.core.number_making.draws import draws_of
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.faces import Line
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_SEEN = 400
"""Different things that a record tells apart."""
MOST_COLUMNS = 6

SEEN = (
    Choice(
        "parts",
        "the parts and what they make",
        "Write down the parts and the whole",
        "3 and 5 is told apart from 4 and 4: there is much to find.",
    ),
    Choice(
        "totals",
        "the number that comes out",
        "Write down the number alone",
        "All ways to a number are one: done sooner.",
    ),
)
COMPLETE = (
    Choice(
        "draws",
        "after so many draws",
        "Stop after so many draws",
        "The length is known beforehand; something may be missing.",
    ),
    Choice(
        "all",
        "when everything possible has been seen",
        "Go on until everything has been seen",
        "Nobody knows when it ends, and the last one can take long.",
    ),
)
WORKING = (
    Choice("counting_all", "counting all", "Count all", "Every thing is counted from one: for beginners."),
    Choice(
        "counting_on",
        "counting on from the larger part",
        "Count on from the larger part",
        "The larger part is known, and counted on from.",
    ),
    Choice("known", "knowing it", "Know it by heart", "The sum is known without counting."),
)
Heading = Annotated[Line, Field(min_length=1, max_length=24)]


class Record(AreaPart):
    """All draw in turn and write down what comes, on one record; nobody wins.

    What is told apart is the parts that the draw shows, in order of size (``seen`` parts), or its total (totals). It is
    complete after ``draws`` draws (``complete`` draws), or once everything possible has been seen (all).

    Each draw is a turn. Readings: seen is how many different ones have been seen in the end, success that everything
    has been.
    """

    noun: ClassVar[str] = "A record"
    nobody_wins: ClassVar[bool] = True
    slips_may_stand: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "seen", "success")

    kind: Literal["record"]
    seen: Annotated[
        Literal["parts", "totals"],
        Field(description="What is told apart: parts = the numbers shown, in order of size; totals = the number made."),
        Knob("choice", "what is written down", practice="aim", choices=SEEN),
    ] = "parts"
    complete: Annotated[
        Literal["draws", "all"],
        Field(description="draws = after so many draws; all = once everything possible has been seen."),
        Knob("choice", "when it is complete", choices=COMPLETE),
    ] = "draws"
    draws: Annotated[
        StrictInt,
        Field(ge=1, le=500, description="Draws, if complete is draws."),
        Knob("number", "draws", hint="How many draws there are.", unit="draws", when=(("complete", ("draws",)),)),
    ] = 20
    columns: Annotated[
        tuple[Heading, ...],
        Field(min_length=1, max_length=MOST_COLUMNS, description="Headings of the record sheet, from the left."),
        Knob("texts", "columns of the sheet", hint="What stands on top of each column of the record sheet."),
    ] = ("first part", "second part", "whole")
    working: Annotated[
        Literal["counting_all", "counting_on", "known"],
        Field(description="How the whole is found: counting_all, counting_on (from the larger part), or known."),
        Knob("choice", "how the whole is found", practice="operation", choices=WORKING),
    ] = "counting_all"

    @property
    def success_words(self) -> str:
        """Success is having seen everything."""
        return "In {} of games everything possible is seen"

    @model_validator(mode="after")
    def _different(self) -> Self:
        if len({name.casefold() for name in self.columns}) < len(self.columns):
            raise setting_error("Two columns have the same heading: give each its own.", "area.columns")
        return self

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """There must not be too many different draws."""
        if self.seen == "parts":
            draws_of(tuple(pieces), MOST_SEEN)

    @property
    def uses_total(self) -> bool:
        """Only where the number that comes out is written down."""
        return self.seen == "totals"

    def check_draw(self, distribution: Distribution) -> None:
        """There must be something to see, of not too many kinds."""
        check_listed(distribution, "a record")
        if not distribution.totals:
            raise setting_error(
                "No draw makes a number, so there is nothing to write down: change the formula.", "draw"
            )
        if self.seen == "totals" and len(distribution.totals) > MOST_SEEN:
            raise setting_error(
                f"These pieces make {len(distribution.totals)} different numbers, and the most here is {MOST_SEEN}: "
                "use fewer pieces.",
                "pieces",
            )
