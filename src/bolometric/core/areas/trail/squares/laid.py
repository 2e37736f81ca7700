"""How a trail is laid on paper, and what is written on its squares. Neither changes how it is played."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated, Literal

from pydantic import Field, StrictFloat, StrictInt

from bolometric.core.game.area_part import AreaPart
from bolometric.core.settings.knobs import Choice, Knob

Lay = Literal["to_and_fro", "from_below", "from_above", "line", "spiral", "loop", "curve"]
Point = tuple[
    Annotated[StrictFloat | StrictInt, Field(ge=0, le=100)], Annotated[StrictFloat | StrictInt, Field(ge=0, le=100)]
]
LAYS = (
    Choice("to_and_fro", "to and fro", "Lay it to and fro", "Rows that turn at each end: most squares on one page."),
    Choice(
        "from_below",
        "in rows from the bottom",
        "Lay it in rows from the bottom",
        "A chart whose numbers grow upwards: one more row is up.",
    ),
    Choice(
        "from_above",
        "in rows from the top",
        "Lay it in rows from the top",
        "A chart as numbers are read: one more row is down.",
    ),
    Choice("line", "in a straight line", "Lay it in a straight line", "A number line: long, and as plain as can be."),
    Choice("spiral", "in a spiral", "Lay it in a spiral", "From the edge to the middle: home is where all look."),
    Choice("loop", "in a loop", "Lay it in a loop", "Round the table: the end is beside the start."),
    Choice("curve", "along a curve", "Lay it along a curve", "A path that you bend by its handles on the board."),
)
WRITTEN = (
    Choice("ones", "1, 2, 3 …", "Count squares in ones", "Squares have their numbers."),
    Choice("none", "nothing", "Hide the numbers", "Players count spaces themselves."),
    Choice("twos", "2, 4, 6 …", "Count squares in twos", "Each square is worth two."),
    Choice("fives", "5, 10, 15 …", "Count squares in fives", "Each square is worth five."),
    Choice("tens", "10, 20, 30 …", "Count squares in tens", "Each square is worth ten."),
    Choice("tenths", "0.1, 0.2, 0.3 …", "Count squares in tenths", "Each square is worth a tenth."),
    Choice("hundredths", "0.01, 0.02 …", "Count squares in hundredths", "Each square is worth a hundredth."),
)
RUNS = (
    Choice("up", "up to its end", "Let the numbers run up", "From the start to the largest number."),
    Choice(
        "back",
        "up to its end and back again",
        "Let the way lead back again",
        "Whoever has come to the last square turns there; home is square 1, so a trail is gone twice.",
    ),
    Choice("down", "down to nought", "Let the numbers run down", "From the largest number to 0, by taking away."),
)
WORTH: dict[str, Fraction | int] = {
    "twos": 2,
    "fives": 5,
    "tens": 10,
    "tenths": Fraction(1, 10),
    "hundredths": Fraction(1, 100),
}
IN_SQUARES = (("unit", ("whole",)),)
BEND: tuple[Point, ...] = ((4, 92), (22, 8), (40, 90), (60, 10), (78, 92), (96, 12))


MOVES = (
    Choice(
        "counting",
        "by counting the squares",
        "Count the squares of a move",
        "Each move is so many ones: quick to learn, and no number is added.",
    ),
    Choice(
        "adding",
        "by working out the new square",
        "Work out the new square",
        "Each move is a sum with the number of the square: more practice, and longer turns.",
    ),
)


MARKS = (
    Choice("counter", "with a counter that moves", "Move a counter", "One trail for all: everybody sees who is ahead."),
    Choice(
        "cover",
        "by covering square after square",
        "Cover the squares",
        "A line for each player, and a counter for every square: what is covered can be taken off again.",
    ),
    Choice(
        "colour",
        "by colouring square after square",
        "Colour the squares",
        "A line and a crayon for each player; what is coloured stays, so nothing leads back.",
    ),
    Choice(
        "cross",
        "by crossing off square after square",
        "Cross the squares off",
        "A line and a pencil for each player; what is crossed off stays, so nothing leads back.",
    ),
)


class Laid(AreaPart):
    """The page: how squares lie, how many are in a row, and what is written on them."""

    kind: Literal["trail"] = "trail"
    mark: Annotated[
        Literal["counter", "cover", "colour", "cross"],
        Field(
            description="How a place is marked: counter = a counter moves along one trail for all; cover, colour, "
            "cross = all squares up to it are covered, coloured or crossed off, on a line for each seat. Squares then "
            "carry nothing; what is coloured or crossed off cannot be taken back."
        ),
        Knob("choice", "how players get on", choices=MARKS, when=IN_SQUARES, suggested=()),
    ] = "counter"
    laid: Annotated[
        Lay,
        Field(
            description="How the squares lie: to_and_fro = rows that turn; from_below, from_above = rows that all run "
            "from the left; line; spiral = from the outside in; loop = round an open middle; curve = along bend."
        ),
        Knob("choice", "how the trail lies", choices=LAYS, when=IN_SQUARES, suggested=()),
    ] = "to_and_fro"
    row: Annotated[
        StrictInt,
        Field(ge=0, le=60, description="Squares in a row, where it lies in rows; 0 = as fits (10 for a chart)."),
        Knob(
            "number",
            "squares in a row, 0 for as many as fit",
            hint="Squares beside each other where the trail lies in rows.",
            order="Lay {} squares in a row",
            one="Lay one square in a row",
            suggested=(),
            when=(*IN_SQUARES, ("laid", ("to_and_fro", "from_below", "from_above"))),
        ),
    ] = 0
    written: Annotated[
        Literal["ones", "none", "twos", "fives", "tens", "tenths", "hundredths"],
        Field(description="What is written on the squares: their numbers, nothing, or what they are worth."),
        Knob("choice", "what is written on squares", choices=WRITTEN, when=IN_SQUARES, suggested=()),
    ] = "ones"
    runs: Annotated[
        Literal["up", "down", "back"],
        Field(
            description="up = the numbers grow from the start; down = they fall to 0 at the end; back = to the last "
            "square and back again, home is square 1 (where a turn is one draw that moves one's own counter)."
        ),
        Knob("choice", "which way the numbers run", choices=RUNS, when=IN_SQUARES, suggested=()),
    ] = "up"
    moved: Annotated[
        Literal["counting", "adding"],
        Field(description="How the new square is found: counting = square by square; adding = by a sum."),
        Knob(
            "choice",
            "how a move is made",
            choices=MOVES,
            practice="operation",
            suggested=(),
            when=(
                *IN_SQUARES,
                ("mark", ("counter", "cover")),
                ("written", ("ones", "twos", "fives", "tens", "tenths", "hundredths")),
                ("runs", ("up", "down")),
            ),
        ),
    ] = "counting"
    bend: Annotated[
        tuple[Point, ...],
        Field(
            min_length=2,
            max_length=12,
            description="Where the curve goes, if laid is curve: points from the left and from the top, in percent.",
        ),
        Knob(
            "points",
            "where the curve goes",
            hint="Corners of the curve, from the left and from the top, in percent of the board.",
            when=(*IN_SQUARES, ("laid", ("curve",))),
        ),
    ] = BEND

    def named(self, position: int, steps: int) -> Fraction:
        """What a square is worth, and so is called; where nothing is written on it, its number from the start."""
        along = steps - position if self.runs == "down" and self.written != "none" else position
        return Fraction(along * WORTH.get(self.written, 1))

    @property
    def may_add(self) -> bool:
        """Whether there are numbers on the squares that a total can be added to."""
        if self.mark == "cover":
            return self.written != "none" and self.runs == "up"
        return self.written != "none" and self.runs != "back" and self.mark == "counter"
