"""What a maker wants of a game: with whom, what for, bands for its readings, and which versions belong together."""

from __future__ import annotations

from typing import Annotated, Self

from pydantic import Field, Strict, StrictInt, model_validator

from bolometric.core.game.targets import MOST_TARGETS, Target, check_agree
from bolometric.core.learner_work.aims import Aim
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob


class Band(Part):
    """A target for a reading: from ``low`` to ``high``, in the reading's own unit."""

    low: Annotated[float, Strict(), Field(ge=-1, le=10_000)]
    high: Annotated[float, Strict(), Field(ge=-1, le=10_000)]

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.low > self.high:
            raise setting_error(f"The band ends at {self.high:g}, below its start at {self.low:g}: swap them.", "brief")
        return self


class Brief(Part):
    """What the maker wants: with whom, what for, and a target band for each reading that matters."""

    group: Annotated[
        Line,
        Field(max_length=60, description="Who plays, for example the Rigel group."),
        Knob("text", "who plays", hint="The group or class; no names of children are needed."),
    ] = "the class"
    practising: Annotated[
        Line,
        Field(max_length=60, description="What the game is to practise."),
        Knob("text", "the practice", hint="What the game is for, in your own words."),
    ] = "adding"
    note: Annotated[
        Line,
        Field(max_length=60, description="A line of the maker's own about the game, shown on its card."),
        Knob(
            "text",
            "your note",
            hint="A line to yourself: what is to be found out, or tried next. It stands on its card.",
        ),
    ] = ""
    aim: Annotated[
        tuple[Aim, ...],
        Field(max_length=8, description="The facts that the game is to practise; none = not said."),
        Knob(
            "aims",
            "the facts that are the aim",
            hint="The facts that are to be practised: what else comes up is not counted for it.",
        ),
    ] = ()
    minutes: Annotated[
        Band | None,
        Field(description="Target for the mean length of a game, in minutes; null for no target."),
        Knob("band", "minutes a game", unit="minutes", hint="How long a game should last on average."),
    ] = Band(low=8, high=12)
    first_seat_edge: Annotated[
        Band | None,
        Field(description="Target for the first seat's share of wins less an even share (0.05 is five points)."),
        Knob(
            "band",
            "first-seat edge",
            unit="points",
            scale=100,
            hint="How much more often than an even share the first to go wins. Below zero, the last to go gains.",
        ),
    ] = Band(low=-0.05, high=0.05)
    setbacks: Annotated[
        Band | None,
        Field(description="Target for the share of turns that lose ground (0.1 is one turn in ten)."),
        Knob("band", "setbacks", unit="%", scale=100, hint="The share of turns that end further back than they began."),
    ] = Band(low=0, high=0.1)

    targets: Annotated[
        tuple[Target, ...],
        Field(max_length=MOST_TARGETS, description="Further targets, each for any reading."),
        Knob("targets", "further targets", hint="Any other reading may have a band that it should lie in."),
    ] = ()

    @model_validator(mode="after")
    def _within_reach(self) -> Self:
        """Raise a setting error for a target that no game can have."""
        for name, least, most, told in (
            ("minutes", 0.0, 10_000.0, "from 0 to 10,000 minutes"),
            ("first_seat_edge", -1.0, 1.0, "from −100 to 100 points"),
            ("setbacks", 0.0, 1.0, "from 0 to 100%"),
        ):
            band: Band | None = getattr(self, name)
            if band is not None and (band.low < least or band.high > most):
                raise setting_error(f"This target can only go {told}.", f"brief.{name}")
        check_agree(self.targets)
        return self


class Family(Part):
    """A version's place among its like; what changes between them is told from the games themselves."""

    of: Annotated[Line, Field(min_length=1, max_length=60, description="The game that they are versions of.")]
    level: Annotated[Line, Field(min_length=1, max_length=30, description="What this version is called.")]
    place: Annotated[StrictInt, Field(ge=1, le=9, description="Which it is, counted from the easiest.")]
