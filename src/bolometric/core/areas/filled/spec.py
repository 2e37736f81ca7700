"""What the maker of boxes, or of placed counters, sets."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart, Goal, StyleRule, check_listed
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import Total, Value
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob
from bolometric.core.text.figures import plural

MOST_MARKS = 24
MOST_LINE = 40
MOST_TOTALS = 200

CALLERS = (
    Choice(
        "own", "draws for themselves, in turn", "Let each player draw", "More to do for each, and whoever starts gains."
    ),
    Choice(
        "shared",
        "uses each draw of one caller",
        "Use one caller for all",
        "Quick and even: a whole group plays at once, and several may finish together.",
    ),
)
FINISHES = (
    Choice(
        "at_once", "wins at once", "Let the first to finish win at once", "Whoever started may have had a turn more."
    ),
    Choice(
        "finish_round",
        "ends the game once the round is finished",
        "Finish the round first",
        "All have as many turns; several who finish in one round share the win.",
    ),
)

GAUGES = ("minutes", "in_time", "first_seat_edge", "idle_turns", "stuck", "lead_for_good", "choice")
"""The readings that mean most where numbers are taken off one by one."""

FINISH = Annotated[
    Literal["at_once", "finish_round"],
    Field(
        description="With own draws: at_once = the first to clear wins on the spot; finish_round = the round is "
        "finished first, and all who are clear then share the win."
    ),
    Knob("choice", "when the game stops", choices=FINISHES, when=(("draws", ("own",)),)),
]
DRAWS = Annotated[
    Literal["own", "shared"],
    Field(
        description="own = each seat draws in turn for itself; shared = one caller draws for all, and a call counts as "
        "one turn (rolls, turns and rounds are then the same), all who clear at the same call share the win."
    ),
    Knob("choice", "whose draws count", choices=CALLERS),
]


def check_own(draws: str, goals: Sequence[str]) -> None:
    """Raise a setting error where all use the draws of one caller, or somebody places against another's odds."""
    told = "draw for themselves" if draws == "shared" else "place for clearing soonest" if "beat" in goals else ""
    if told:
        raise setting_error(f"With draws of their own players have to {told}: change that, or draw alike.", "others")


class Boxes(AreaPart):
    """Each seat fills ``boxes`` boxes with totals that it draws (repeats stay), then crosses off one box a draw.

    A draw crosses off one box with its total, if there is one. The first seat with all boxes crossed off wins. Filling
    takes as many draws as there are boxes, one player after the other; it is counted in minutes, and not in rolls or
    turns.

    Readings: idle_turns is the share of turns in which nothing is crossed off (with one caller the share of the seats'
    calls).
    """

    noun: ClassVar[str] = "Boxes to cross off"
    idle_at_most: ClassVar[float] = 0.75
    told_by: ClassVar[str] = "play"
    slips_may_stand: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = GAUGES

    own_draws: ClassVar[bool] = True
    marks_named: ClassVar[str] = "boxes"
    marks_drawn: ClassVar[bool] = True

    kind: Literal["tiles"] = "tiles"
    play: Literal["boxes"]
    boxes: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_MARKS, description="How many boxes each seat fills."),
        Knob("number", "boxes", hint="How many numbers each player fills in and crosses off.", one="box"),
    ] = 6
    draws: DRAWS = "own"
    finish: FINISH = "at_once"

    @property
    def marks(self) -> int:
        """How many numbers each seat has to take off."""
        return self.boxes

    def by_guess(self, odds: Distribution) -> dict[Value, float]:
        """Boxes are filled with what is drawn."""
        return dict(zip(odds.totals, odds.chances.tolist(), strict=True))

    def check_own_draws(self, kept_out: bool, goals: Sequence[str]) -> None:
        """Each draws for themselves."""
        super().check_own_draws(kept_out, goals)
        check_own(self.draws, goals)

    @property
    def together(self) -> bool:
        """With one caller all seats take each turn together."""
        return self.draws == "shared"

    @property
    def one_caller(self) -> bool:
        """Then there may be as many boards as in a class."""
        return self.together

    def check_draw(self, distribution: Distribution) -> None:
        """Some draw must make a number."""
        check_listed(distribution, "boxes")
        if not distribution.totals:
            raise setting_error("No draw makes a number, so no box could ever be filled: change the formula.", "draw")
        if len(distribution.totals) > MOST_TOTALS:
            raise setting_error(
                f"These pieces make {len(distribution.totals):,} different totals, and the most for boxes is "
                f"{MOST_TOTALS}: use fewer pieces.",
                "pieces",
            )


class PlacedCounters(AreaPart):
    """Each seat places ``counters`` counters on numbers of a line, as many on one as it likes.

    Then each draw takes one counter off its total, if there is one. The first seat without counters wins. The styles
    say how they are placed: guess = each counter on any number of the line, evenly; thumb = one each in turn on the
    numbers that come up most often (evenly), in proportion to how often they come up (by_odds), or as ``placements``
    says (given); plan = the best placement.

    Readings: idle_turns as for boxes; stuck is the chance that nobody can ever clear, since every seat has a counter
    on a number that never comes up.
    """

    noun: ClassVar[str] = "Counters on a line"
    beforehand: ClassVar[str] = "placing the counters"
    idle_at_most: ClassVar[float] = 0.75
    told_by: ClassVar[str] = "play"
    slips_may_stand: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = GAUGES
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "evenly",
            "place counters evenly on the numbers that come up, from the most frequent",
            "one each in turn on the numbers that come up, from the most frequent",
        ),
        StyleRule(
            "by_odds",
            "place counters in proportion to how often numbers come up",
            "in proportion to how often numbers come up",
        ),
        StyleRule("given", "place their counters as given", "as placements says"),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal("soonest", "place best for clearing soonest", "fewest draws on average"),
        Goal("beat", "place best to beat the first other player", "winning most often against the first other player"),
    )

    own_draws: ClassVar[bool] = True
    marks_named: ClassVar[str] = "counters"

    kind: Literal["tiles"] = "tiles"
    play: Literal["counters"]
    counters: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_MARKS, description="How many counters each seat places."),
        Knob("number", "counters", hint="How many counters each player has to get rid of."),
    ] = 8
    first: Annotated[
        StrictInt,
        Field(ge=-20, le=1000, description="The first number of the line."),
        Knob(
            "number",
            "first number",
            hint="Where the line of numbers begins.",
            practice="size",
            order="Begin the line at {}",
        ),
    ] = 1
    last: Annotated[
        StrictInt,
        Field(ge=-20, le=1000, description="The last number of the line."),
        Knob(
            "number", "last number", hint="Where the line of numbers ends.", practice="size", order="End the line at {}"
        ),
    ] = 12
    draws: DRAWS = "shared"
    finish: FINISH = "at_once"
    placements: Annotated[
        tuple[tuple[Total, ...], ...],
        Field(
            max_length=6,
            description="For seats whose rule of thumb is given: the numbers their counters stand on, a list for each "
            "seat; the last list counts for all further seats.",
        ),
        Knob("placements", "given placements", hint="Placements to try: where each player puts their counters."),
    ] = ()

    @property
    def marks(self) -> int:
        """How many numbers each seat has to take off."""
        return self.counters

    def by_guess(self, odds: Distribution) -> dict[Value, float]:
        """Each counter on any number of the line, evenly."""
        line = range(self.first, self.last + 1)
        return dict.fromkeys(line, 1 / len(line))

    @property
    def evened(self) -> tuple[tuple[str, object], ...]:
        """One given placement for all."""
        return (("area.placements", self.placements[:1]),) if len(self.placements) > 1 else ()

    def check_own_draws(self, kept_out: bool, goals: Sequence[str]) -> None:
        """Each draws for themselves."""
        super().check_own_draws(kept_out, goals)
        check_own(self.draws, goals)

    @property
    def together(self) -> bool:
        """With one caller all seats take each turn together."""
        return self.draws == "shared"

    @property
    def one_caller(self) -> bool:
        """Then there may be as many boards as in a class."""
        return self.together

    @model_validator(mode="after")
    def _line_in_order(self) -> Self:
        if self.last < self.first:
            raise setting_error(
                f"The line ends at {self.last}, below its start at {self.first}: swap them.", "area.last"
            )
        if self.last - self.first >= MOST_LINE:
            raise setting_error(
                f"A line from {self.first} to {self.last} is too long: the most is {MOST_LINE} numbers.", "area.last"
            )
        for i, placement in enumerate(self.placements):
            self._check_placement(i, placement)
        return self

    def _check_placement(self, i: int, placement: tuple[Fraction, ...]) -> None:
        where = f"area.placements[{i + 1}]"
        if len(placement) != self.counters:
            raise setting_error(
                f"This places {plural(len(placement), 'counter')}, and there are {self.counters}: match them.", where
            )
        off = [
            number for number in placement if Fraction(number).denominator != 1 or not self.first <= number <= self.last
        ]
        if off:
            raise setting_error(
                f"{off[0]} is not a number of the line, {self.first} to {self.last}: take another.", where
            )

    def check_rule(self, rule: str) -> None:
        """A placement that is to be used must be given."""
        if rule == "given" and not self.placements:
            raise setting_error("No placement is given: write one, or choose another style.", "area.placements")

    def check_draw(self, distribution: Distribution) -> None:
        """Some number of the line must come up."""
        check_listed(distribution, "a line of counters")
        if not any(
            Fraction(total).denominator == 1 and self.first <= total <= self.last for total in distribution.totals
        ):
            raise setting_error(
                f"No total lies on the line, {self.first} to {self.last}, so no counter could ever come off: move the "
                "line.",
                "area.first",
            )
