"""What the maker of a purse sets."""

from __future__ import annotations

from fractions import Fraction
from math import lcm
from typing import Annotated, ClassVar, Literal

from pydantic import AfterValidator, Field, StrictInt

from bolometric.core.game.area_part import AreaPart, Goal, StyleRule, check_listed
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import FINEST_TOTAL, TOTAL_LIMIT, Total, amount_field
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_SUMS = 200_000
MOST_WORK = 40_000_000
"""Different sums that are followed, and these times draws and choices."""

OVERS = (
    Choice(
        "lost",
        "loses it all",
        "Let going over the target lose all",
        "Whoever goes over ends as far away as with nothing: caution pays.",
    ),
    Choice(
        "distance",
        "counts by its distance",
        "Count what is over by its distance",
        "A little over is as good as a little under: estimating pays.",
    ),
)


def _rising(numbers: tuple[Fraction, ...]) -> tuple[Fraction, ...]:
    return tuple(sorted(set(numbers)))


def _above_nought(target: Fraction) -> Fraction:
    if target <= 0:
        raise setting_error("The target must be above 0.")
    return target


class Purse(AreaPart):
    """Each seat has a purse, empty at first, and makes ``draws`` draws in turn with the others.

    After each draw it must choose one of the multipliers; the total times the multiplier goes into the purse. The
    score is how far the purse ends from the target; the least wins, equal ones share the win. Hitting the target
    exactly is the aim (success).

    Each draw with its choice is a turn. A guess takes any multiplier, evenly; boldest the largest result that does not
    go over the target, or the least if all do; even_share the one that comes nearest to target × draws made / draws.
    Readings: score is the distance of a seat; success the share of seats that end on the target, over of those that end
    over it.
    """

    noun: ClassVar[str] = "A purse"
    unused_at_most: ClassVar[float] = 1.0
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "boldest",
            "choose the largest multiplier that does not go over",
            "the largest result that does not go over the target",
        ),
        StyleRule(
            "even_share",
            "keep nearest to an even share of the target",
            "the result nearest to target times draws made over draws",
        ),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal("nearest", "play best to come nearest on average", "least score on average"),
        Goal("exactly", "play best to hit the target exactly", "hitting the target most often"),
    )
    slips_may_stand: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "score", "success", "over", "choice")

    own_draws: ClassVar[bool] = True
    kind: Literal["purse"]
    draws: Annotated[
        StrictInt,
        Field(ge=1, le=20, description="Draws of each seat."),
        Knob("number", "draws", hint="How many draws there are.", unit="draws each"),
    ] = 6
    multipliers: Annotated[
        tuple[Total, ...],
        AfterValidator(_rising),
        Field(min_length=1, max_length=8, description="What a total may be multiplied by; one must be chosen."),
        Knob(
            "numbers",
            "multipliers",
            hint="What a number may be taken times; one of them is chosen for each.",
            practice="size",
        ),
    ] = (Fraction(1), Fraction(10))
    target: Annotated[
        Fraction,
        *amount_field(TOTAL_LIMIT, FINEST_TOTAL, {"exclusiveMinimum": 0}),
        AfterValidator(_above_nought),
        Field(description="The sum to come as near as possible to."),
        Knob("amount", "target", hint="The number to come near to.", practice="size"),
    ] = Fraction(100)
    over: Annotated[
        Literal["lost", "distance"],
        Field(
            description="A purse over the target: lost = it counts as an empty one, so its score is the target; "
            "distance = its score is how far it is over."
        ),
        Knob("choice", "going over the target", practice="aim", choices=OVERS),
    ] = "lost"

    @property
    def success_words(self) -> str:
        """Success is hitting the target."""
        return "{} of purses end exactly on the target"

    def check_draw(self, distribution: Distribution) -> None:
        """Some draw must put something in, and there must not be too many sums."""
        check_listed(distribution, "a purse")
        if not distribution.totals:
            raise setting_error(
                "No draw makes a number, so nothing could go into the purse: change the formula.", "draw"
            )
        parts = [Fraction(total) * by for total in distribution.totals for by in self.multipliers]
        common = lcm(*(part.denominator for part in (*parts, self.target)))
        span = (max(*parts, Fraction(0)) - min(*parts, Fraction(0))) * common * self.draws
        if span > MOST_SUMS or span * self.draws * len(parts) > MOST_WORK:
            raise setting_error(
                f"There are about {int(span):,} different sums, too many to work out: use fewer draws or smaller "
                "numbers.",
                "area.draws",
            )
