"""What the maker of a chain sets."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.game.area_part import AreaPart, Ending, Goal, StyleRule
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_SOLVED = 20
"""Numbers on the line up to which every chain is followed to its end."""
LONGEST = 40

BEGINS = (
    Choice("zero", "0", "Begin at 0", "Zero is on the line, too."),
    Choice("one", "1", "Begin at 1", "Without zero there is nothing to explain about it."),
)
ZERO = (
    Choice(
        "struck",
        "is struck at the start",
        "Strike zero at the start",
        "To add or to take away nothing changes nothing, so it would be no sum.",
    ),
    Choice(
        "used",
        "may be used",
        "Let zero be used",
        "It can be what is left of a number taken from itself only, or be taken away; easier to waste.",
    ),
)
SIGNS = (
    Choice("alternate", "take turns", "Let adding and taking away take turns", "Both are practised as often."),
    Choice("free", "are free", "Let players choose the sign", "More can be done; taking away is often left out."),
)
PRACTICE = (
    Choice("together", "all together", "Play together", "Everybody thinks about one chain: strike as many as you can."),
    Choice("against", "against each other", "Play against each other", "Whoever cannot go on loses: look ahead."),
)


class Chain(AreaPart):
    """A line of whole numbers, and no pieces: numbers are struck by sums.

    The first sum adds two numbers of the line, or takes one from the other; its result must be on the line and not
    struck, and be neither of the two. The two are struck, the result is not. The next sum begins with that result and
    uses another number that is not struck, and so on; with ``signs`` alternate it adds where the last one took away,
    and the other way round. Zero is struck before the first sum if it is not to be used.

    Seats make one sum each in turn; a sum is a turn. Together the chain ends when nobody can go on; the aim (success)
    is that at most ``wanted`` numbers are left. Against each other, for two, whoever cannot go on loses.

    A guess makes any sum that can be made, evenly. Readings: left is how many numbers are not struck in the end.
    """

    noun: ClassVar[str] = "A chain"
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule("large", "use large numbers first", "the sum that strikes the largest numbers, added up"),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal(
            "best",
            "play best",
            "together: the sum from which fewest numbers can be left; against each other: one "
            "after which the other loses",
        ),
    )
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "left", "success", "first_seat_edge", "choice")
    at_aim: ClassVar[str] = "done"

    kind: Literal["chain"]
    begins: Annotated[
        Literal["zero", "one"],
        Field(description="The first number of the line."),
        Knob("choice", "first number", practice="size", choices=BEGINS),
    ] = "one"
    last: Annotated[
        StrictInt,
        Field(ge=4, le=LONGEST, description="The last number of the line."),
        Knob("number", "numbers", hint="How far the chart goes.", practice="size", order="Let the line go to {}"),
    ] = 12
    zero: Annotated[
        Literal["struck", "used"],
        Field(description="Whether zero is struck at the start, if the line begins there."),
        Knob("choice", "zero", choices=ZERO, when=(("begins", ("zero",)),)),
    ] = "struck"
    signs: Annotated[
        Literal["alternate", "free"],
        Field(description="alternate = adding and taking away in turn; free = either."),
        Knob("choice", "adding and taking away", practice="operation", choices=SIGNS),
    ] = "alternate"
    practice: Annotated[
        Literal["together", "against"],
        Field(description="together = strike as many as possible; against = who cannot go on loses."),
        Knob("choice", "how it is played", practice="aim", choices=PRACTICE),
    ] = "together"
    wanted: Annotated[
        StrictInt,
        Field(ge=0, le=LONGEST, description="Numbers that may be left, if played together."),
        Knob(
            "number",
            "numbers left",
            hint="How many numbers may be left at the end for the aim to be reached.",
            order="Ask for at most {} left",
            one="Ask for at most one left",
            when=(("practice", ("together",)),),
        ),
    ] = 4

    @property
    def uses_pieces(self) -> bool:
        """Nothing is drawn."""
        return False

    @property
    def uses_total(self) -> bool:
        """Nothing is drawn."""
        return False

    @property
    def line(self) -> tuple[int, ...]:
        """The numbers on the line."""
        return tuple(range(0 if self.begins == "zero" else 1, self.last + 1))

    @property
    def open_line(self) -> tuple[int, ...]:
        """Those that are not struck at the start."""
        return tuple(n for n in self.line if n or self.zero == "used")

    @property
    def ending(self) -> Ending:
        """All reach the aim or nobody; against each other one wins."""
        return "together" if self.practice == "together" else "winner"

    def shows(self, key: str) -> bool:
        """Against each other nobody aims at few numbers left; together nobody goes first."""
        only = {"success": "together", "left": "together", "first_seat_edge": "against", "choice": "against"}
        return super().shows(key) and only.get(key, self.practice) == self.practice

    @property
    def success_words(self) -> str:
        """Success is few enough numbers left."""
        return f"In {{}} of games at most {self.wanted} are left"

    @model_validator(mode="after")
    def _room(self) -> Self:
        if self.wanted >= len(self.open_line) and self.practice == "together":
            raise setting_error(
                f"There are only {len(self.open_line)} numbers to strike: ask for fewer left.", "area.wanted"
            )
        return self

    def check_seats(self, count: int) -> None:
        """Against each other it takes two."""
        if self.practice == "against" and count != 2:
            raise setting_error(
                "Against each other a chain is for two players: play it together, or be two.", "seats.count"
            )

    def check_plan(self, goal: str, seats: int, memory: bool, totals: int) -> None:
        """Best play is known where every chain can be followed."""
        if len(self.open_line) > MOST_SOLVED:
            raise setting_error(
                f"Best play is worked out for at most {MOST_SOLVED} numbers: use a shorter line, or let players choose "
                "by a rule of thumb.",
                "seats.styles",
            )
