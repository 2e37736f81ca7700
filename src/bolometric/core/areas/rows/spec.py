"""What the maker of facing rows sets."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StrictInt, model_validator

from bolometric.core.areas.making_numbers import (
    AIMS,
    POINTS,
    PRACTICES,
    TARGET,
    check_few,
    check_put_back,
    check_written,
    left_out,
    without,
)
from bolometric.core.game.area_part import AreaPart, Goal, StyleRule
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.knobs import Knob

MOST_IN_ROWS = 50_000
"""Different numbers that may be written into rows: all that six dice make when they are read in order."""
COLUMNS_ONLY = ("whole", "decimals", "draws", "spare")
"""Settings that only columns have."""


class DigitRows(AreaPart):
    """Each seat has ``rows`` rows; in turn it draws a number and writes it into a free row of its own, all see it.

    In the end each row gives a tick to the largest (smallest) of the numbers that face each other, to each if equal,
    and the most ticks take the round. Equal seats each get the point of a round. The first to ``points`` rounds wins,
    with equal points shared.

    A guess takes any free row; beat_largest the row with the largest number that it beats, else it hides opposite the
    largest, else it takes the first free row; a plan looks one step ahead. Readings: score is the ticks of the first
    round; success the share of seats that tick every row.
    """

    model_config = left_out(*COLUMNS_ONLY)

    noun: ClassVar[str] = "Rows that face each other"
    own_draws: ClassVar[bool] = True
    told_by: ClassVar[str] = "practice"
    rules: ClassVar[tuple[StyleRule, ...]] = (
        StyleRule(
            "beat_largest",
            "put a number where it beats the largest it can, and hide small ones",
            "the row with the largest number that it beats, else opposite the largest, else the first free row",
        ),
    )
    goals: ClassVar[tuple[Goal, ...]] = (
        Goal("number", "place best for the best number on average", "one step ahead, the rest by chance"),
    )
    gauges: ClassVar[tuple[str, ...]] = ("minutes", "in_time", "score", "success", "ties", "choice")

    kind: Literal["digits"]
    practice: Annotated[
        Literal["rows"],
        Field(description="How numbers are made."),
        Knob("choice", "how numbers are made", practice="aim", choices=PRACTICES, suggested=()),
    ]
    rows: Annotated[
        StrictInt,
        Field(ge=1, le=12, description="Rows of each seat."),
        Knob("number", "rows", hint="How many numbers each player writes."),
    ] = 5
    aim: Annotated[
        Literal["largest", "smallest", "nearest"],
        Field(description="Which number is best; nearest, which is for columns, counts as largest."),
        Knob("choice", "which number is best", practice="aim", choices=AIMS),
    ] = "largest"
    target: TARGET = Fraction(500)
    points: POINTS = 1

    @model_validator(mode="before")
    @classmethod
    def _of_rows(cls, given: object) -> object:
        return without(COLUMNS_ONLY, given)

    @property
    def less_is_better(self) -> bool:
        """The score is ticks."""
        return False

    @property
    def success_words(self) -> str:
        """Success is ticking every row."""
        return "{} of players tick every row"

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Draws must not hang together."""
        check_put_back(pieces)

    def check_draw(self, distribution: Distribution) -> None:
        """Every draw must make a number, of few enough to follow."""
        check_written(distribution)
        check_few(distribution, MOST_IN_ROWS)
