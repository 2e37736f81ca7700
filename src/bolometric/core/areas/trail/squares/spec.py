"""What a maker of a trail sets about its squares."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from bolometric.core.areas.trail.squares.laid import Laid
from bolometric.core.areas.trail.squares.square import MOST_SQUARES, Square, in_order, works
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob


class OnSquares(Laid):
    """The squares of a trail, and what they carry."""

    squares: Annotated[
        tuple[Square, ...],
        AfterValidator(in_order),
        Field(
            max_length=MOST_SQUARES,
            description="Squares that do something when a counter comes to them: a list of squares, each with its "
            "number (at) and what it does. Only where a turn is one draw that moves one's own counter.",
        ),
        Knob(
            "squares",
            "squares that do something",
            hint="Squares that jump, rest, give another turn or ask a card.",
            when=(("carries", ("yes",)),),
            practice="aim",
        ),
    ] = ()

    @property
    def carries(self) -> Literal["yes", "no"]:
        """Whether squares can carry anything: a turn must be one draw that moves one's own counter along squares."""
        unit, go_on, moves = (getattr(self, name) for name in ("unit", "go_on", "moves"))
        one_draw = go_on == "no" and (moves == "own" or getattr(self, "track", "own") == "shared")
        return "yes" if unit == "whole" and one_draw and self.mark == "counter" else "no"

    def check_squares(self, unit: str, one_draw: bool, memory: bool) -> None:
        """Raise a setting error where squares can't do what they are to."""
        if not self.squares:
            return
        if unit != "whole":
            raise setting_error(
                "Only a trail of squares has squares that do something, not an amount that is filled: measure in ones, "
                "or clear the squares.",
                "area.squares",
            )
        if self.mark != "counter":
            raise setting_error(
                "Squares do something where a counter moves along them: move a counter, or clear the squares.",
                "area.squares",
            )
        if not one_draw:
            raise setting_error(
                "Squares do something where a turn is one draw that moves your own counter: draw once a turn, or clear "
                "the squares.",
                "area.squares",
            )
        if memory and self.acting:
            raise setting_error(
                "With cards kept out squares can only lead elsewhere: put the cards back, or take off what makes "
                "players miss a turn, go again, swap or take a card.",
                "area.squares",
            )

    def carried(self, name: str, value: object) -> dict[str, object]:
        """A longer trail goes on with what its squares do, again and again, as densely as before."""
        length = int(getattr(self, "length", 0))
        if name != "length" or not isinstance(value, int) or value <= length or not self.squares:
            return {}
        own = [square for square in self.squares if works(square, length)]
        found = []
        for by in range(0, value, length):
            for square in own:
                to = None if square.to is None else square.to + by
                moved = square.at + by < value and (to is None or to <= value)
                found += [square.model_copy(update={"at": square.at + by, "to": to})] if moved else []
        return {"squares": tuple(found)}

    @property
    def acting(self) -> tuple[Square, ...]:
        """Squares that do more than lead elsewhere."""
        return tuple(square for square in self.squares if square.does in ("miss", "again", "swap", "card"))

    def square_at(self, number: int) -> Square | None:
        """The square of a number, where it carries something."""
        return next((square for square in self.squares if square.at == number), None)
