"""Who sits at the table: how many, how quick their hands are, and how each of them chooses."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StrictInt

from bolometric.core.explain import setting_error
from bolometric.core.faces import Line
from bolometric.core.knobs import Knob
from bolometric.core.model import Part

MOST_SEATS = 6

RULES: dict[str, tuple[str, ...]] = {"trail": ("stop_after", "stop_at")}
"""For each area its rules of thumb."""
RULE_WORDS = {"stop_after": "stop after {} draws", "stop_at": "stop once a turn has gained {}"}


class Style(Part):
    """How a seat chooses, where there is something to choose."""

    choose: Annotated[
        Literal["guess", "thumb", "plan"],
        Field(description="guess = any legal option, evenly; thumb = by a rule of thumb; plan = best play."),
    ] = "guess"
    rule: Annotated[
        Literal["stop_after", "stop_at"],
        Field(
            description="The rule of thumb. On a trail: stop_after = stop after number draws; stop_at = stop once the "
            "turn has gained number (in the trail's ones)."
        ),
    ] = "stop_after"
    number: Annotated[StrictInt, Field(ge=1, le=1000, description="The number in the rule of thumb.")] = 2

    @property
    def words(self) -> str:
        """What such a player does."""
        match self.choose:
            case "guess":
                return "guess whether to go on"
            case "plan":
                return "play best"
            case "thumb":
                words = RULE_WORDS[self.rule].format(self.number)
                return words.replace("1 draws", "one draw") if self.number == 1 else words


class Seats(Part):
    """Who sits at the table and how quick their hands are."""

    count: Annotated[
        StrictInt, Field(ge=1, le=MOST_SEATS, description="How many play, taking turns."), Knob("number", "players")
    ] = 2
    starts: Annotated[Line, Field(max_length=60, description="Who goes first."), Knob("text", "who starts")] = (
        "The youngest"
    )
    styles: Annotated[
        tuple[Style, ...],
        Field(
            min_length=1,
            max_length=MOST_SEATS,
            description="How each seat chooses, in order; the last style counts for all further seats.",
        ),
        Knob("styles", "style of play"),
    ] = (Style(),)
    seconds_per_turn: Annotated[
        float,
        Field(ge=1, le=600, description="Seconds to roll, work out the total and move, each turn."),
        Knob(
            "number", "seconds a turn", unit="seconds", hint="Time one turn at your own table: this sets the minutes."
        ),
    ] = 15

    def style(self, seat: int) -> Style:
        """The style of a seat, counted from 0."""
        return self.styles[min(seat, len(self.styles) - 1)]

    def check_styles(self, area: str) -> None:
        """Raise if a rule of thumb does not belong to the area."""
        for style in self.styles:
            if style.choose == "thumb" and style.rule not in RULES[area]:
                raise setting_error(
                    f"The rule {style.rule!r} is not one for this kind of game: choose {' or '.join(RULES[area])}.",
                    "seats.styles",
                )
