"""What the maker of a game of multiples sets."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart, StyleRule, check_listed
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob
from bolometric.core.text.figures import plural

MOST_CHART = 200
MOST_COUNTERS = 24

PLACING = (
    Choice("first", "the first to draw", "Let the first to draw place first", "Whoever starts has the pick as well."),
    Choice(
        "last", "the last to draw", "Let the last to draw place first", "Whoever draws last has the pick: it is fairer."
    ),
)


class Multiples(AreaPart):
    """A number chart from 1 to ``chart``, shared by all seats.

    Before the first draw the seats place their counters, one each in turn, on free numbers above ``limit``. Then a draw
    of d (a whole number above 0) takes off the counter on the lowest multiple of d that has one, whoever owns it. A
    draw of 0 lets the seat move one of its own counters to a free number above the limit. The first seat without
    counters wins, at once.

    A draw is a turn. A guess moves any of its counters to any free number; a rule of thumb moves the one it likes least
    to the free number it likes best, if that is better. Readings: idle_turns is the share of turns in which nothing
    comes off and nothing is moved; stuck that nobody can finish.
    """

    noun: ClassVar[str] = "Counters on multiples"
    beforehand: ClassVar[str] = "placing the counters"
    idle_at_most: ClassVar[float] = 1 / 3
    told_by: ClassVar[str] = "play"
    slips_may_stand: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = (
        "minutes",
        "in_time",
        "first_seat_edge",
        "idle_turns",
        "stuck",
        "lead_for_good",
        "choice",
    )
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "most_ways",
            "choose the numbers that most draws can take off",
            "the free numbers with most ways to be taken off first, of equal ones the lowest",
        ),
        StyleRule(
            "soonest",
            "choose the numbers whose counters come off soonest",
            "the free numbers whose counters came off at the highest rate in 2,000 games in which all placed by chance",
        ),
        StyleRule("lowest", "choose the lowest numbers", "the lowest free numbers"),
        StyleRule("highest", "choose the highest numbers", "the highest free numbers"),
    )

    own_draws: ClassVar[bool] = True

    kind: Literal["tiles"] = "tiles"
    play: Literal["multiples"]
    chart: Annotated[
        StrictInt,
        Field(ge=10, le=MOST_CHART, description="The last number of the chart."),
        Knob("number", "numbers", hint="How far the chart goes.", practice="size", step=10, unit="numbers"),
    ] = 50
    limit: Annotated[
        StrictInt,
        Field(ge=0, le=MOST_CHART, description="Counters stand on numbers above this one."),
        Knob(
            "number",
            "limit",
            hint="Counters stand on numbers above this one.",
            practice="size",
            step=5,
            order="Put counters above {}",
        ),
    ] = 10
    placing: Annotated[
        Literal["first", "last"],
        Field(description="Who places the first counter: the seat that draws first, or the one that draws last."),
        Knob("choice", "who places first", choices=PLACING),
    ] = "first"
    counters: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_COUNTERS, description="How many counters each seat places."),
        Knob("number", "counters", hint="How many counters each player has to get rid of."),
    ] = 5

    @model_validator(mode="after")
    def _room(self) -> Self:
        self.check_seats(1)
        return self

    def check_seats(self, count: int) -> None:
        """There must be a free number for each counter of each seat."""
        free, wanted = self.chart - self.limit, count * self.counters
        if wanted > free:
            most, numbers = max(free // count, 0), plural(max(free, 0), "number")
            told = f"The chart has {numbers} above {self.limit}, too few for {plural(wanted, 'counter')}"
            raise setting_error(
                f"{told}: use at most {most} each, or a larger chart." if most else f"{told}: lower the limit.",
                "area.counters" if most else "area.limit",
            )

    def check_draw(self, distribution: Distribution) -> None:
        """Some total must divide a number of the chart."""
        check_listed(distribution, "a chart")
        if not any(
            Fraction(total).denominator == 1 and total > 0 and self.chart // total > self.limit // total
            for total in distribution.totals
        ):
            raise setting_error(
                "No total divides a number above the limit, so no counter could ever come off: change the pieces.",
                "pieces",
            )
