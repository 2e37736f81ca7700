"""What the maker of a grid sets."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.grid import choices
from bolometric.core.game.area_part import AreaPart, Goal, StyleRule, check_listed
from bolometric.core.number_making.made import Making, check_making, making_of
from bolometric.core.number_making.rules import MakingRules
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob

MOST_CELLS, MOST_SIDE, MOST_ROWS = 1000, 25, 100
LARGEST = 99_999
Cell = Annotated[StrictInt, Field(ge=-LARGEST, le=LARGEST)] | Literal["hole", "free"]
"""A number, no cell at all, or a cell that counts for everybody."""
YesNo = Literal["yes", "no"]


class Grid(AreaPart):
    """Rows and columns of numbers, shared by all seats.

    In its turn a seat draws and claims one free cell whose number it can make: the total of the draw (``how`` total),
    or any number that the numbers drawn can be put together to (``any``). It must claim one if it can.

    A line is ``in_line`` cells next to each other across, down or slanting, whichever count; a free cell counts for
    everybody. For a line (``wins`` line) the first with a whole line wins at once; for so many cells the first with
    ``wanted`` of them; for most cells the most win once nothing can be claimed any more, equal ones share. Where
    nothing can be claimed any more and nobody has won, nobody wins.

    Each draw with its claim is a turn; with a shared draw, one draw serves each seat for one turn, in order. A guess
    claims any cell it can, evenly. Readings: idle_turns is the share of turns in which nothing was claimed; success
    that somebody wins.
    """

    noun: ClassVar[str] = "A grid"
    idle_at_most: ClassVar[float] = 0.25
    own_draws: ClassVar[bool] = True
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "lengthen",
            "lengthen the longest open line, and block others when one is missing",
            "a cell that completes a line, else one that blocks a line which lacks one cell, else the one whose "
            "longest line without other players is longest, then with most such lines",
        ),
        StyleRule("rarest", "claim the number that is hardest to make", "the cell whose number comes up least often"),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal(
            "win",
            "play best to win, a few moves ahead",
            "of the three best cells by lengthen, the one that wins most of 24 games played on by lengthen for sixteen "
            "turns, if it wins over two more than the best by lengthen",
        ),
    )
    gauges: ClassVar[tuple[str, ...]] = (
        "minutes",
        "in_time",
        "first_seat_edge",
        "idle_turns",
        "success",
        "ties",
        "choice",
    )
    thought_runs: ClassVar[int] = 600

    kind: Literal["grid"]
    numbers: Annotated[
        Literal["chart", "own"],
        Field(description="chart = the numbers 1 to last in order; own = those of cells."),
        Knob("choice", "the numbers", practice="size", choices=choices.NUMBERS, suggested=()),
    ] = "chart"
    last: Annotated[
        StrictInt,
        Field(ge=2, le=MOST_CELLS, description="The last number of a chart."),
        Knob(
            "number",
            "numbers",
            hint="How far the chart goes.",
            practice="size",
            order="Let the chart go to {}",
            when=(("numbers", ("chart",)),),
        ),
    ] = 25
    columns: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_SIDE, description="Cells in a row."),
        Knob("number", "columns", hint="How many there are beside each other.", unit="columns"),
    ] = 5
    begins: Annotated[
        Literal["top", "bottom"],
        Field(description="Whether a chart begins in the row at the top or at the bottom."),
        Knob("choice", "where the chart begins", choices=choices.FIRST_ROW, when=(("numbers", ("chart",)),)),
    ] = "top"
    cells: Annotated[
        tuple[Cell, ...],
        Field(
            max_length=MOST_CELLS,
            description="Every cell in rows from the top: a whole number, 'hole' for no cell, or 'free' for one that "
            "counts for everybody; if numbers is own.",
        ),
        Knob(
            "cells",
            "cells",
            hint="What stands in each cell, row by row.",
            practice="size",
            when=(("numbers", ("own",)),),
        ),
    ] = ()
    how: Annotated[
        Literal["total", "any"],
        Field(description="total = the number that the draw makes; any = any number that can be made of it."),
        Knob("choice", "which number is claimed", practice="operation", choices=choices.HOW),
    ] = "total"
    operations: Annotated[
        Literal["+-*/", "+-*", "+-", "+"],
        Field(description="Which signs may be used, if how is any."),
        Knob("choice", "signs", practice="operation", choices=choices.OPERATIONS, when=(("how", ("any",)),)),
    ] = "+-*/"
    use: Annotated[
        Literal["all", "some"],
        Field(description="all = every number drawn is used exactly once; some = at most once."),
        Knob(
            "choice",
            "how often each number is used",
            practice="operation",
            choices=choices.USE,
            when=(("how", ("any",)),),
        ),
    ] = "some"
    order: Annotated[
        Literal["brackets", "left"],
        Field(description="brackets = any brackets; left = from left to right, the numbers in any order."),
        Knob("choice", "brackets", practice="operation", choices=choices.ORDER, when=(("how", ("any",)),)),
    ] = "brackets"
    division: Annotated[
        Literal["exact", "fractions"],
        Field(description="exact = every division comes out whole; fractions = they are allowed on the way."),
        Knob(
            "choice",
            "divisions",
            practice="operation",
            choices=choices.DIVISION,
            when=(("how", ("any",)), ("operations", ("+-*/",))),
        ),
    ] = "exact"
    noticed: Annotated[
        StrictInt,
        Field(
            ge=10,
            le=100,
            description="Of the numbers that take one sign, how many in a hundred a player notices at a look, if how "
            "is any; with each further sign so many in a hundred of that. 100 = every number that can be made is seen. "
            "Who notices none that is free claims nothing.",
        ),
        Knob(
            "number",
            "in a hundred noticed",
            hint="How many of the numbers that can be made a player sees: 100 is all, as nobody does on a large grid.",
            step=10,
            order="Let players notice {} in a hundred",
            suggested=(),
            when=(("how", ("any",)),),
        ),
    ] = 100
    mark: Annotated[
        Literal["counter", "colour", "sign"],
        Field(description="How a claimed cell is marked: with a counter, with each seat's colour, or with its sign."),
        Knob("choice", "how a cell is marked", choices=choices.MARKS, suggested=()),
    ] = "counter"
    wins: Annotated[
        Literal["line", "most", "first_to"],
        Field(description="line = a whole line; most = the most cells; first_to = so many cells (wanted)."),
        Knob("choice", "what wins", practice="aim", choices=choices.WINS),
    ] = "line"
    in_line: Annotated[
        StrictInt,
        Field(ge=2, le=MOST_SIDE, description="Cells of a line."),
        Knob(
            "number",
            "in a line",
            hint="How many cells in a row win: more are harder.",
            order="Ask for {} in a line",
            when=(("wins", ("line",)),),
        ),
    ] = 3
    across: Annotated[
        YesNo,
        Field(description="Whether lines across count."),
        Knob("choice", "lines across", choices=choices.ACROSS, when=(("wins", ("line",)),)),
    ] = "yes"
    down: Annotated[
        YesNo,
        Field(description="Whether lines down count."),
        Knob("choice", "lines down", choices=choices.DOWN, when=(("wins", ("line",)),)),
    ] = "yes"
    slanting: Annotated[
        YesNo,
        Field(description="Whether slanting lines count."),
        Knob("choice", "slanting lines", choices=choices.SLANTING, when=(("wins", ("line",)),)),
    ] = "yes"
    wanted: Annotated[
        StrictInt,
        Field(ge=1, le=MOST_CELLS, description="Cells that win, if wins is first_to."),
        Knob(
            "number",
            "cells to win",
            hint="How many claimed cells win.",
            order="Play to {} cells",
            one="Play to one cell",
            when=(("wins", ("first_to",)),),
        ),
    ] = 5
    take_over: Annotated[
        YesNo,
        Field(description="Whether a cell of another seat may be claimed too (not for most cells)."),
        Knob("choice", "a claimed cell", choices=choices.TAKE_OVER, when=(("wins", ("line", "first_to")),)),
    ] = "no"
    nothing: Annotated[
        Literal["pass", "again"],
        Field(description="When nothing can be claimed: pass = the turn is over; again = draw once more."),
        Knob("choice", "when nothing fits", choices=choices.NOTHING, when=(("draws", ("own",)),)),
    ] = "pass"
    draws: Annotated[
        Literal["own", "shared"],
        Field(description="own = each seat draws in its turn; shared = one draw serves every seat, in order."),
        Knob("choice", "who draws", choices=choices.DRAWS),
    ] = "own"

    @property
    def making(self) -> MakingRules | None:
        """What may be done with the numbers drawn; None where the total is taken."""
        if self.how == "total":
            return None
        return MakingRules(frozenset(self.operations), self.use, self.order, self.division)

    @property
    def hidden(self) -> bool:
        """Whether some numbers that can be made are not noticed."""
        return self.how == "any" and self.noticed < 100

    @property
    def uses_total(self) -> bool:
        """Only where the number that comes out is claimed."""
        return self.how == "total"

    @property
    def rows(self) -> int:
        """How many rows there are."""
        return -(-self.count // self.columns)

    @property
    def count(self) -> int:
        """Cells, holes counted, but for those that fill up the last row."""
        return self.last if self.numbers == "chart" else len(self.cells)

    @property
    def laid_out(self) -> tuple[Cell, ...]:
        """Every cell in rows from the top, the last row filled up with holes."""
        if self.numbers == "own":
            filling: tuple[Cell, ...] = tuple("hole" for _ in range(self.rows * self.columns - len(self.cells)))
            return self.cells + filling
        rows: list[tuple[Cell, ...]] = []
        for row in range(self.rows):
            first = row * self.columns + 1
            rows.append(tuple(n if n <= self.last else "hole" for n in range(first, first + self.columns)))
        return tuple(cell for row in (rows if self.begins == "top" else reversed(rows)) for cell in row)

    @property
    def takes_over(self) -> bool:
        """Whether claimed cells may be claimed by others."""
        return self.take_over == "yes" and self.wins != "most"

    @property
    def draws_again(self) -> bool:
        """Whether one draws once more when nothing fits."""
        return self.nothing == "again" and self.draws == "own"

    def shows(self, key: str) -> bool:
        """Only the most cells can be shared, and looking ahead is for lines."""
        return (
            super().shows(key) and (key != "ties" or self.wins == "most") and (key != "choice" or self.wins == "line")
        )

    @property
    def offered_rules(self) -> tuple[StyleRule, ...]:
        """Lines are lengthened only where lines win."""
        return self.rules if self.wins == "line" else self.rules[1:]

    @property
    def success_words(self) -> str:
        """Success is a win."""
        return "In {} of games somebody wins"

    @model_validator(mode="before")
    @classmethod
    def _begun_with_the_chart(cls, given: object) -> object:
        """Numbers of one's own begin as those of the chart."""
        if isinstance(given, dict) and given.get("numbers") == "own" and not given.get("cells"):
            last = given.get("last", 25)
            if isinstance(last, int) and 0 < last <= MOST_CELLS:
                return {**given, "cells": list(range(1, last + 1))}
        return given

    @model_validator(mode="after")
    def _fits(self) -> Self:
        if self.numbers == "own" and not any(isinstance(cell, int) for cell in self.cells):
            raise setting_error("There is no number to claim: give the cells some.", "area.cells")
        if self.rows > MOST_ROWS or self.rows * self.columns > MOST_CELLS:
            raise setting_error(
                f"This grid has {self.rows:,} rows: the most is {MOST_ROWS}, and {MOST_CELLS:,} cells.", "area.columns"
            )
        if self.takes_over and self.mark != "counter":
            told = "What is coloured or written cannot be taken over: use counters, or let claimed cells stay."
            raise setting_error(told, "area.mark")
        if self.wins == "line":
            self._check_lines()
        return self

    def _check_lines(self) -> None:
        if "yes" not in (self.across, self.down, self.slanting):
            raise setting_error("No line counts: let lines across, down or slanting count.", "area.across")
        longest = max(
            self.columns if self.across == "yes" else 0,
            self.rows if self.down == "yes" else 0,
            min(self.rows, self.columns) if self.slanting == "yes" else 0,
        )
        if self.in_line > longest:
            raise setting_error(
                f"{self.in_line} in a line do not fit: the longest line that counts here has {longest}.", "area.in_line"
            )

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """There must be enough numbers to put together, where they are."""
        if self.making is not None:
            check_making(tuple(pieces), self.making)

    def check_own_draws(self, kept_out: bool, goals: Sequence[str]) -> None:
        """Each draws in its turn, and nobody looks ahead as if all drew alike."""
        super().check_own_draws(kept_out, goals)
        if self.draws == "shared" or goals:
            told = "choose by a rule of thumb" if goals else "draw for themselves"
            raise setting_error(
                f"With draws of their own players have to {told}: change that, or draw alike.", "others"
            )

    def check_draw(self, distribution: Distribution) -> None:
        """Some draw must make a number of the grid, where the total is taken."""
        check_listed(distribution, "a grid")
        numbers = {cell for cell in self.laid_out if isinstance(cell, int)}
        if self.how == "total" and not numbers & set(distribution.totals):
            raise setting_error(
                "No draw makes a number of the grid, so nothing could ever be claimed: change the pieces or the "
                "numbers.",
                "area.cells" if self.numbers == "own" else "area.last",
            )

    def check_plan(self, goal: str, seats: int, memory: bool, totals: int) -> None:
        """Looking ahead is for lines, and for draws that do not hang together."""
        if memory:
            told = "With cards kept out nobody looks ahead here: put them back, or let players choose by a rule."
            raise setting_error(told, "seats.styles")
        if self.wins != "line":
            raise setting_error(
                "Looking ahead is known where a line wins: let players choose by a rule of thumb, or play for a line.",
                "seats.styles",
            )

    def made_by(self, pieces: tuple[AnyPiece, ...]) -> Making | None:
        """What the pieces can make; None where the total is taken. Raises a setting error if that is too much."""
        return None if self.making is None else making_of(pieces, self.making)
