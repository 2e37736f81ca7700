"""What the maker of a trail sets."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import AfterValidator, Field, StrictInt, model_validator

from bolometric.core.draw import Distribution
from bolometric.core.explain import setting_error
from bolometric.core.knobs import Choice, Knob
from bolometric.core.model import Part
from bolometric.core.pieces import FACE_LIMIT, MOST_DICE

LARGEST_TOTAL = MOST_DICE * FACE_LIMIT

Total = Annotated[StrictInt, Field(ge=-LARGEST_TOTAL, le=LARGEST_TOTAL)]


def _rising(totals: tuple[int, ...]) -> tuple[int, ...]:
    return tuple(sorted(set(totals)))


Totals = Annotated[tuple[Total, ...], AfterValidator(_rising), Field(max_length=200)]

ENDS = (
    Choice(
        "pass",
        "reach or pass",
        "Let passing the end finish",
        "Anything that gets you to the last square or beyond finishes: the quickest end.",
    ),
    Choice(
        "exact",
        "reach exactly",
        "Ask for an exact end",
        "A total that is too much is wasted and you stay: tense, but the last squares can drag.",
    ),
    Choice(
        "bounce",
        "reach exactly, bouncing back",
        "Bounce back from the end",
        "What is too much is counted back from the last square: nothing is wasted, but you may move away.",
    ),
)

FINISHES = (
    Choice(
        "at_once",
        "wins at once",
        "Let the first one home win at once",
        "The game stops on the spot, so whoever went first may have had one turn more.",
    ),
    Choice(
        "finish_round",
        "ends the game once the round is finished",
        "Finish the round first",
        "All have as many turns, which cures the edge of going first; several home in one round share the win.",
    ),
)


class Trail(Part):
    """A trail of numbered squares, one marker for each seat.

    Markers start off the board, before square 1, and do not get in each other's way. Each turn is one draw; its total
    moves the marker. A total below zero moves it back, never further than off the board; so does bouncing back.
    """

    kind: Literal["trail"] = "trail"
    length: Annotated[
        StrictInt,
        Field(ge=5, le=1000, description="How many squares; the last one is the end."),
        Knob("number", "squares", step=5, unit="squares"),
    ] = 40
    end: Annotated[
        Literal["pass", "exact", "bounce"],
        Field(
            description="How a marker gets home: pass = reaching or passing the last square; exact = only by landing "
            "on it, a total that is too much moves nothing; bounce = only by landing on it, what is too much is "
            "counted back from it."
        ),
        Knob("choice", "how the end is reached", choices=ENDS),
    ] = "pass"
    back_to_start: Annotated[
        Totals,
        Field(description="Totals that take the marker off the board again; the turn ends."),
        Knob("totals", "totals that send back to the start"),
    ] = ()
    lose_turn: Annotated[
        Totals,
        Field(description="Totals on which the turn is lost: the marker stays where it is."),
        Knob("totals", "totals that lose the turn"),
    ] = ()
    finish: Annotated[
        Literal["at_once", "finish_round"],
        Field(
            description="at_once = the first marker home wins on the spot; finish_round = the round is finished "
            "first, so that all have had as many turns, and all who are home then share the win."
        ),
        Knob("choice", "when the game stops", choices=FINISHES),
    ] = "at_once"

    @model_validator(mode="after")
    def _one_meaning_a_total(self) -> Self:
        both = sorted(set(self.back_to_start) & set(self.lose_turn))
        if both:
            raise setting_error(
                f"A total of {both[0]} cannot both send you back and lose the turn: keep it in one list.",
                "area.lose_turn",
            )
        return self

    def check_draw(self, distribution: Distribution) -> None:
        """Raise if no total of this draw could ever move a marker on."""
        possible = set(distribution.totals)
        moving = possible - set(self.back_to_start) - set(self.lose_turn)
        if not moving:
            back = possible <= set(self.back_to_start)
            does = "sends you back to the start" if back else "sends you back or loses the turn"
            where = "area.back_to_start" if self.back_to_start else "area.lose_turn"
            raise setting_error(
                f"Every total {does}, so nobody could ever move: leave at least one total that moves.", where
            )
