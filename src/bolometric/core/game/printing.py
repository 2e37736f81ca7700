"""How a game's sheets are printed: remembered with the game."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, StrictBool, StrictFloat, StrictInt, model_validator

from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

SheetKey = Literal[
    "boards",
    "pieces",
    "cards",
    "backs",
    "counters",
    "tiles",
    "rules",
    "teacher",
    "kit",
    "records",
    "tally",
    "blank",
]
SHEETS: dict[str, str] = {
    "boards": "board",
    "pieces": "dice and spinners",
    "cards": "cards",
    "backs": "backs of the cards",
    "counters": "counters",
    "tiles": "tiles to fold",
    "rules": "players' rules",
    "teacher": "teacher's card",
    "kit": "what goes in the box",
    "records": "sheets to write on",
    "tally": "tally sheet",
    "blank": "board to fill in",
}
"""What is printed, in the order of the pages, as it is called."""
PAPERS: dict[str, tuple[float, float]] = {"A4": (210.0, 297.0), "A3": (297.0, 420.0), "Letter": (215.9, 279.4)}
"""Width and height upright, in millimetres (ISO 216; ANSI/ASME Y14.1)."""
LEAST_ROOM = 120.0
"""Millimetres of width that must be left between the margins: a spinner and the ruler need them."""
PaperName = Literal["A4", "A3", "Letter"]
Number = StrictFloat | StrictInt
Motif = Literal["none", "bridge", "dome", "pot", "comet", "lamp", "star", "mountain"]
MotifField = Annotated[
    Motif,
    Field(description="A picture on the first square (start), on the last (end) or over the board, pale (behind)."),
]


class Printing(Part):
    """Paper, measures, looks, and for how many."""

    paper: Annotated[PaperName, Field(description="Which paper.")] = "A4"
    across: Annotated[
        Literal["fits", "portrait", "landscape"], Field(description="fits = a board lies as it needs fewer pages.")
    ] = "fits"
    margin: Annotated[Number, Field(ge=0, le=90, description="Free edge of each page, in millimetres.")] = 12
    look: Annotated[
        Literal["colour", "grey", "lines"],
        Field(description="lines = no tints, patterns in their place: least ink."),
    ] = "colour"
    shows: Annotated[
        Literal["numbers", "heat", "plain"],
        Field(description="What stands on a board: its numbers, also how often each is used, or nothing."),
    ] = "numbers"
    square: Annotated[
        Annotated[Number, Field(ge=5, le=100)] | None,
        Field(description="Side of a square of the board in millimetres; null = as large as one page has room for."),
    ] = None
    die: Annotated[Number, Field(ge=10, le=60, description="Longest edge of a die, in millimetres.")] = 25
    text: Annotated[Number, Field(ge=8, le=40, description="Size of the rules' letters, in points.")] = 16
    alike: Annotated[
        StrictInt, Field(ge=1, le=40, description="Different boards that are equally fair, where the area makes them.")
    ] = 1
    flip: Annotated[
        Literal["long", "short"], Field(description="On which edge paper is turned for the backs of cards.")
    ] = "long"
    answers: Annotated[Literal["back", "strip"], Field(description="Where the answers of question cards stand.")] = (
        "back"
    )
    expected: Annotated[StrictBool, Field(description="Whether a tally sheet shows what is to be expected.")] = False
    start: MotifField = "none"
    end: MotifField = "none"
    behind: MotifField = "none"
    copies: Annotated[
        Literal["table", "class"],
        Field(description="table = everything once, as one table needs it; class = as often as the class needs it."),
    ] = "table"
    learners: Annotated[StrictInt, Field(ge=1, le=200, description="Learners in the class.")] = 28
    left_out: Annotated[tuple[SheetKey, ...], Field(max_length=12, description="Sheets that are not printed.")] = (
        "blank",
        "tally",
    )

    @model_validator(mode="after")
    def _room(self) -> Self:
        wide, high = PAPERS[self.paper]
        if 2 * self.margin > min(wide, high) - LEAST_ROOM:
            raise setting_error(
                f"With margins of {self.margin:g} mm too little of {self.paper} is left: take at most "
                f"{(min(wide, high) - LEAST_ROOM) / 2:g} mm.",
                "printing.margin",
            )
        return self
