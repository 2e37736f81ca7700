"""What the maker of a game of splits sets."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST = 30

ORDERS = (
    Choice("two", "are two ways", "Count both orders", "Each colour has a number of its own: 3 and 7, and 7 and 3."),
    Choice("one", "are one way", "Count both orders as one", "Only which two numbers make it counts: half as many."),
)
NOTHING = (
    Choice("yes", "counts", "Let one kind alone count", "Nought and the whole is a way, too, and easily forgotten."),
    Choice("no", "does not count", "Do not let one kind alone count", "Both kinds are used every time."),
)
TOLD = (
    Choice("yes", "is told", "Tell how many there are", "Everybody goes on until the last one is found."),
    Choice("no", "is not told", "Do not tell how many there are", "They have to say themselves when they have all."),
)
WORKING = (
    Choice("any", "as they come to mind", "Find them as they come", "Which one is missing is hard to see."),
    Choice(
        "steps", "in order, one more each time", "Find them in order", "Whoever goes in order sees when all are found."
    ),
)


WHERE = (
    Choice("kinds", "things of two kinds", "Tell the parts apart by two kinds", "Both parts are seen at once."),
    Choice(
        "places",
        "things in two places",
        "Put things in two places",
        "The parts lie apart: a cup can hide one, and ask how many are missing.",
    ),
)


class Splits(AreaPart):
    """All find every way to make ``whole`` of things of two kinds, each in turn one that is not on the sheet yet.

    A way is how many there are of the first kind; with ``order`` one, 3 and 7 is the same as 7 and 3. Nobody draws, and
    nobody wins. Where they are told how many ways there are (``told``), or go in order (``working`` steps), they go on
    until all are found. Else after each way that is found, once half of them are and while one is missing, they say
    with a chance of ``stops`` in a hundred that they have all, and stop.

    A way found is a turn; any of those that are missing is found alike, or the next in order. Readings: found is how
    many ways are on the sheet in the end, success that all are.
    """

    noun: ClassVar[str] = "Ways to make a number"
    nobody_wins: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "found", "success")

    kind: Literal["splits"]
    whole: Annotated[
        StrictInt,
        Field(ge=2, le=MOST, description="The number that is made."),
        Knob("number", "whole", hint="The number that is made in two parts.", practice="size", order="Make {}"),
    ] = 10
    kinds: Annotated[
        tuple[Annotated[Line, Field(min_length=1, max_length=24)], Annotated[Line, Field(min_length=1, max_length=24)]],
        Field(
            description="What the things of the first part are, and those of the second: red, blue; in the cup, beside "
            "it."
        ),
        Knob("texts", "the two parts", hint="Two colours, or two places: in the cup, beside it."),
    ] = ("red", "blue")
    where: Annotated[
        Literal["kinds", "places"],
        Field(description="Whether the two parts are things of two kinds, or things in two places."),
        Knob("choice", "what tells the parts apart", choices=WHERE),
    ] = "kinds"
    order: Annotated[
        Literal["two", "one"],
        Field(description="Whether 3 and 7, and 7 and 3, are two ways or one."),
        Knob("choice", "the other way round", practice="size", choices=ORDERS),
    ] = "two"
    nothing: Annotated[
        Literal["yes", "no"],
        Field(description="Whether one kind alone is a way, with nothing of the other."),
        Knob("choice", "one kind alone", practice="size", choices=NOTHING),
    ] = "yes"
    working: Annotated[
        Literal["any", "steps"],
        Field(description="any = as they come; steps = in order, so that everybody sees when all are found."),
        Knob("choice", "how ways are looked for", choices=WORKING),
    ] = "any"
    told: Annotated[
        Literal["yes", "no"],
        Field(description="Whether players are told how many ways there are."),
        Knob("choice", "how many there are", choices=TOLD, when=(("working", ("any",)),)),
    ] = "no"
    stops: Annotated[
        StrictInt,
        Field(
            ge=0,
            le=90,
            description="In how many of a hundred cases they stop after a way that is found, though one is missing, "
            "once half of them are found.",
        ),
        Knob(
            "number",
            "in a hundred who stop too soon",
            hint="How often players think that they have all ways when one is missing: look at your own class.",
            step=5,
            order="Let {} in a hundred stop too soon",
            suggested=(),
            when=(("working", ("any",)), ("told", ("no",))),
        ),
    ] = 10

    @property
    def uses_pieces(self) -> bool:
        """Nothing is drawn."""
        return False

    @property
    def uses_total(self) -> bool:
        """Nothing is drawn."""
        return False

    @property
    def ways(self) -> tuple[tuple[int, int], ...]:
        """Every way, in order of how many there are of the first kind."""
        least = 0 if self.nothing == "yes" else 1
        most = self.whole - least if self.order == "two" else self.whole // 2
        return tuple((first, self.whole - first) for first in range(least, most + 1))

    @property
    def stopping(self) -> float:
        """The chance to stop after a way, while one is missing."""
        return self.stops / 100 if self.working == "any" and self.told == "no" else 0.0

    @property
    def success_words(self) -> str:
        """Success is having found all."""
        return "In {} of games all ways are found"

    @model_validator(mode="after")
    def _apart(self) -> Self:
        if self.kinds[0].casefold() == self.kinds[1].casefold():
            raise setting_error("The two kinds are called the same: give each its own word.", "area.kinds")
        return self
