"""What the maker of a game of tiles sets: four kinds, told apart by ``play``."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.tiles.choices import CALLERS, FEWER, FINISHES, HOW_FEWER, SCORES
from bolometric.core.game.part import AreaPart
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.settings.amounts import Total
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob

MOST_TILES = 12
MOST_MARKS = 24
MOST_LINE = 40
MOST_CHART = 200
MOST_TOTALS = 200


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


def check_listed(distribution: Distribution) -> None:
    """Raise if chances are only known by sampling: tiles are worked out on every total."""
    if distribution.sampled:
        raise setting_error("These pieces have too many outcomes to list them all for tiles: use fewer.", "pieces")


class Sets(AreaPart):
    """Tiles 1 to ``tiles``, all open, for each seat.

    In a turn a seat draws again and again. Each total must be used up whole by closing one set of open tiles that adds
    to it. As soon as no set fits, or when all are closed, the turn is over and what is left is scored. Each seat has
    one turn a round; the least sum of scores over the rounds wins, equal ones share the win.

    Readings: score is a seat's final sum; success the share of turns that close all; idle_turns the share of turns
    whose first draw already fits nothing; a turn is all the draws until it is over, and minutes count the draws.
    """

    package: ClassVar[str] = "sets"
    rules: ClassVar[tuple[str, ...]] = ("largest", "fewest", "most")
    goals: ClassVar[tuple[str, ...]] = ("expected", "complete")
    pace: ClassVar[Literal["turns", "rolls"]] = "rolls"
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "score", "success", "idle_turns", "choice")
    cut_out: ClassVar[bool] = True

    kind: Literal["tiles"] = "tiles"
    play: Literal["sets"] = "sets"
    tiles: Annotated[
        StrictInt,
        Field(ge=3, le=MOST_TILES, description="How many tiles, numbered from 1."),
        Knob("number", "tiles", unit="tiles"),
    ] = 9
    score: Annotated[
        Literal["sum", "count", "digits"],
        Field(
            description="What is left counts as: sum = the numbers added; count = how many; digits = the numbers read "
            "in rising order as one number (1, 4, 9 is 149; 1, 10 is 110). Closing all scores 0."
        ),
        Knob("choice", "what is scored", choices=SCORES),
    ] = "sum"
    rounds: Annotated[
        StrictInt,
        Field(ge=1, le=10, description="Turns of each seat; their scores are added."),
        Knob("number", "rounds", unit="rounds"),
    ] = 1
    fewer: Annotated[
        Literal["never", "last_tile", "small_left", "high_gone"],
        Field(
            description="When a seat draws with the first piece alone: never; last_tile = one tile is open; small_left "
            "= the open tiles add to at most fewer_limit; high_gone = all tiles from fewer_from up are closed."
        ),
        Knob("choice", "when you draw with one piece", choices=FEWER),
    ] = "never"
    fewer_limit: Annotated[
        StrictInt,
        Field(ge=1, le=78, description="What the open tiles add to at most, if fewer is small_left."),
        Knob(
            "number", "at most", order="Draw with one piece when {} or less is left", when=(("fewer", ("small_left",)),)
        ),
    ] = 6
    fewer_from: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_TILES, description="The lowest of the high tiles, if fewer is high_gone."),
        Knob(
            "number", "lowest high tile", order="Count the tiles from {} up as high", when=(("fewer", ("high_gone",)),)
        ),
    ] = 7
    fewer_how: Annotated[
        Literal["choice", "forced"],
        Field(
            description="Whether drawing with one piece is up to the player (choice) or a must (forced). A guess takes "
            "either evenly; a rule of thumb takes one piece whenever it may; a plan whichever is better."
        ),
        Knob("choice", "may or must", choices=HOW_FEWER, when=(("fewer", ("last_tile", "small_left", "high_gone")),)),
    ] = "choice"

    def check_draw(self, distribution: Distribution) -> None:
        """Some total must be a sum of tiles."""
        check_listed(distribution)
        most = self.tiles * (self.tiles + 1) // 2
        if not any(Fraction(total).denominator == 1 and 1 <= total <= most for total in distribution.totals):
            raise setting_error(
                "No total is a sum of tiles, so nobody could ever close one: change the pieces.", "pieces"
            )

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """With fewer pieces there must still be a number."""
        if self.fewer != "never":
            if len(pieces) < 2:
                raise setting_error(
                    "With a single piece there is none to leave out: use two, or never draw with fewer.", "area.fewer"
                )
            draw.check_pieces(tuple(pieces[:1]))
            if remembers(tuple(pieces)):
                raise setting_error(
                    "A pack that is kept out cannot be left out of some draws: put its cards back, or never draw with "
                    "fewer.",
                    "area.fewer",
                )


class Boxes(AreaPart):
    """Each seat fills ``boxes`` boxes with totals that it draws (repeats stay), then crosses off one box a draw.

    A draw crosses off one box with its total, if there is one. The first seat with all boxes crossed off wins. Filling
    takes as many draws as there are boxes and is not counted in rolls, turns or minutes.

    Readings: idle_turns is the share of turns in which nothing is crossed off (with one caller the share of the seats'
    calls).
    """

    package: ClassVar[str] = "filled"
    gauges: ClassVar[tuple[str, ...]] = GAUGES

    kind: Literal["tiles"] = "tiles"
    play: Literal["boxes"]
    boxes: Annotated[
        StrictInt, Field(ge=1, le=MOST_MARKS, description="How many boxes each seat fills."), Knob("number", "boxes")
    ] = 6
    draws: DRAWS = "own"
    finish: FINISH = "at_once"

    @property
    def marks(self) -> int:
        """How many numbers each seat has to take off."""
        return self.boxes

    @property
    def together(self) -> bool:
        """With one caller all seats take each turn together."""
        return self.draws == "shared"

    def check_draw(self, distribution: Distribution) -> None:
        """Some draw must make a number."""
        check_listed(distribution)
        if not distribution.totals:
            raise setting_error("No draw makes a number, so no box could ever be filled: change the formula.", "draw")
        if len(distribution.totals) > MOST_TOTALS:
            raise setting_error(
                f"These pieces make {len(distribution.totals):,} different totals, and the most for boxes is "
                f"{MOST_TOTALS}: use fewer pieces.",
                "pieces",
            )


class Counters(AreaPart):
    """Each seat places ``counters`` counters on numbers of a line, as many on one as it likes.

    Then each draw takes one counter off its total, if there is one. The first seat without counters wins. The styles
    say how they are placed: guess = each counter on any number of the line, evenly; thumb = one each in turn on the
    numbers that come up most often (evenly), in proportion to how often they come up (by_odds), or as ``placements``
    says (given); plan = the best placement.

    Readings: idle_turns as for boxes; stuck is the chance that nobody can ever clear, since every seat has a counter
    on a number that never comes up.
    """

    package: ClassVar[str] = "filled"
    gauges: ClassVar[tuple[str, ...]] = GAUGES
    rules: ClassVar[tuple[str, ...]] = ("evenly", "by_odds", "given")
    goals: ClassVar[tuple[str, ...]] = ("soonest", "beat")

    kind: Literal["tiles"] = "tiles"
    play: Literal["counters"]
    counters: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_MARKS, description="How many counters each seat places."),
        Knob("number", "counters"),
    ] = 8
    first: Annotated[
        StrictInt,
        Field(ge=-20, le=1000, description="The first number of the line."),
        Knob("number", "first number", order="Begin the line at {}"),
    ] = 1
    last: Annotated[
        StrictInt,
        Field(ge=-20, le=1000, description="The last number of the line."),
        Knob("number", "last number", order="End the line at {}"),
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
        Knob("placements", "given placements"),
    ] = ()

    @property
    def marks(self) -> int:
        """How many numbers each seat has to take off."""
        return self.counters

    @property
    def together(self) -> bool:
        """With one caller all seats take each turn together."""
        return self.draws == "shared"

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
                f"This places {len(placement)} counters, and there are {self.counters}: match them.", where
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
        check_listed(distribution)
        if not any(
            Fraction(total).denominator == 1 and self.first <= total <= self.last for total in distribution.totals
        ):
            raise setting_error(
                f"No total lies on the line, {self.first} to {self.last}, so no counter could ever come off: move the "
                "line.",
                "area.first",
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

    package: ClassVar[str] = "multiples"
    gauges: ClassVar[tuple[str, ...]] = GAUGES
    rules: ClassVar[tuple[str, ...]] = ("most_ways", "lowest", "highest")

    kind: Literal["tiles"] = "tiles"
    play: Literal["multiples"]
    chart: Annotated[
        StrictInt,
        Field(ge=10, le=MOST_CHART, description="The last number of the chart."),
        Knob("number", "numbers", step=10, unit="numbers"),
    ] = 50
    limit: Annotated[
        StrictInt,
        Field(ge=0, le=MOST_CHART, description="Counters stand on numbers above this one."),
        Knob("number", "limit", step=5, order="Put counters above {}"),
    ] = 10
    counters: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_MARKS, description="How many counters each seat places."),
        Knob("number", "counters"),
    ] = 5

    @model_validator(mode="after")
    def _room(self) -> Self:
        self.check_seats(1)
        return self

    def check_seats(self, count: int) -> None:
        """There must be a free number for each counter of each seat."""
        free, wanted = self.chart - self.limit, count * self.counters
        if wanted > free:
            most = max(free // count, 0)
            raise setting_error(
                f"The chart has {max(free, 0)} numbers above {self.limit}, too few for {wanted} counters: use at most "
                f"{most} each, or a larger chart." if most else
                f"The chart has {max(free, 0)} numbers above {self.limit}, too few for {wanted} counters: lower the "
                "limit.",
                "area.counters" if most else "area.limit",
            )  # fmt: skip

    def check_draw(self, distribution: Distribution) -> None:
        """Some total must divide a number of the chart."""
        check_listed(distribution)
        if not any(
            Fraction(total).denominator == 1 and total > 0 and self.chart // total > self.limit // total
            for total in distribution.totals
        ):
            raise setting_error(
                "No total divides a number above the limit, so no counter could ever come off: change the pieces.",
                "pieces",
            )
