"""The game document: an immutable value, checked as a whole.

Every edit makes a new :class:`Game`; a reading is a pure function of a game, a seed and a number of
runs. So undo is a list of games, and results are cached by the game itself.
"""

from __future__ import annotations

from functools import cache
from typing import Annotated, Any, Literal, Self, get_args

from pydantic import AfterValidator, Field, StrictInt, ValidationError, model_validator

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.draw import Distribution, total_distribution
from bolometric.core.errors import GameError
from bolometric.core.explain import explain, setting_error
from bolometric.core.knobs import Knob
from bolometric.core.model import Part
from bolometric.core.pieces import MOST_DICE, PLAIN_DIE, Die

FORMAT = 1
"""The version of the game file that this program writes, and the newest it reads."""


def _plain(text: str) -> str:
    """Text on one line: control characters and runs of blanks become single blanks."""
    return " ".join("".join(c if c.isprintable() else " " for c in text).split())


Line = Annotated[str, AfterValidator(_plain)]


class Band(Part):
    """A target for a reading: from ``low`` to ``high``, in the reading's own unit."""

    low: Annotated[float, Field(ge=-1, le=10_000)]
    high: Annotated[float, Field(ge=-1, le=10_000)]

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.low > self.high:
            raise setting_error(f"The band ends at {self.high:g}, below its start at {self.low:g}: swap them.", "brief")
        return self


class Brief(Part):
    """What the maker wants: with whom, what for, and a target band for each reading that matters."""

    group: Annotated[
        Line, Field(max_length=60, description="Who plays, for example the Rigel group."), Knob("text", "who plays")
    ] = "the class"
    practising: Annotated[
        Line, Field(max_length=60, description="What the game is to practise."), Knob("text", "the practice")
    ] = "adding"
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


class Seats(Part):
    """Who sits at the table and how quick their hands are."""

    count: Annotated[
        StrictInt, Field(ge=1, le=6, description="How many play, taking turns."), Knob("number", "players")
    ] = 2
    starts: Annotated[Line, Field(max_length=60, description="Who goes first."), Knob("text", "who starts")] = (
        "The youngest"
    )
    seconds_per_turn: Annotated[
        float,
        Field(ge=1, le=600, description="Seconds to roll, work out the total and move, each turn."),
        Knob(
            "number", "seconds a turn", unit="seconds", hint="Time one turn at your own table: this sets the minutes."
        ),
    ] = 15


class Game(Part):
    """One game, whole and playable: every combination of settings that can be built can be measured.

    Seats take turns in order, seat 1 first; the faces of all pieces are added to the total of the draw.
    """

    bolometric: Annotated[Literal[1], Field(description="Version of this file format.")] = FORMAT  # type: ignore[assignment]
    name: Annotated[
        Line, Field(min_length=1, max_length=60, description="What the game is called."), Knob("text", "the name")
    ] = "A new game"
    brief: Brief = Brief()
    pieces: Annotated[
        tuple[Die, ...],
        Field(min_length=1, max_length=MOST_DICE, description="The dice of one draw; their faces are added."),
        Knob("dice", "dice"),
    ] = (PLAIN_DIE,)
    area: Trail = Trail()
    seats: Seats = Seats()

    @property
    def distribution(self) -> Distribution:
        """Exact distribution of the total of one draw."""
        return total_distribution(self.pieces)

    @model_validator(mode="after")
    def _fits_together(self) -> Self:
        self.area.check_draw(self.distribution)
        return self


def game_from(data: Any) -> Game:
    """A game from plain data (as read from JSON). Raises GameError with the place and one sentence."""
    try:
        return Game.model_validate(data)
    except ValidationError as error:
        raise explain(error, every_field_name()) from None


def with_value(game: Game, path: str, value: Any) -> Game:
    """The game with one setting changed. Raises GameError, naming ``path``, if the result cannot be."""
    data = game.model_dump()
    *groups, last = path.split(".")
    place = data
    for step in groups:
        place = place[step]
    place[last] = value
    try:
        return game_from(data)
    except GameError as error:
        raise GameError(error.sentence, error.where or path) from None


@cache
def every_field_name() -> tuple[str, ...]:
    """All the words that a game file may use as keys."""
    found: dict[str, None] = {}

    def visit(model: type[Part]) -> None:
        for name, field in model.model_fields.items():
            found[name] = None
            for kind in (field.annotation, *get_args(field.annotation)):
                if isinstance(kind, type) and issubclass(kind, Part):
                    visit(kind)

    visit(Game)
    return tuple(found)
