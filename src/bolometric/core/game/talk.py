"""What the maker changed of the questions that are asked after a game. Questions themselves follow from the game."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StrictInt

from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part

LONGEST, MOST = 240, 24
OWN = "own"
"""How the keys of questions begin that are the maker's own."""


class OwnQuestion(Part):
    """A question in the maker's words: one of the program's that was changed, or another one."""

    key: Annotated[
        Line,
        Field(min_length=1, max_length=40, description="Which of the program's questions it replaces, or own-1, …"),
    ]
    ask: Annotated[Line, Field(min_length=1, max_length=LONGEST, description="The question.")]
    answer: Annotated[Line, Field(max_length=LONGEST, description="Its answer.")] = ""
    level: Annotated[StrictInt, Field(ge=1, le=3, description="1 = easy, 2 = middling, 3 = hard.")] = 2


class Meant(Part):
    """Something wrong with a game that is meant: a trap for the class to find, and to talk about."""

    code: Annotated[Line, Field(min_length=1, max_length=40, description="Which fault or advice, by its code.")]
    note: Annotated[Line, Field(max_length=LONGEST, description="What it is there for, and when to bring it up.")] = ""


class Talk(Part):
    """Questions for afterwards, and traps that are meant."""

    own: Annotated[
        tuple[OwnQuestion, ...], Field(max_length=MOST, description="Questions that the maker changed or added.")
    ] = ()
    dropped: Annotated[
        tuple[Annotated[Line, Field(min_length=1, max_length=40)], ...],
        Field(max_length=MOST, description="Which of the program's questions are left out, by their keys."),
    ] = ()
    meant: Annotated[
        tuple[Meant, ...],
        Field(max_length=MOST, description="Faults that are meant, for the talk: they are listed, and no faults."),
    ] = ()

    def note_of(self, code: str) -> str | None:
        """What is noted of a fault that is meant; None where it is not."""
        return next((one.note for one in self.meant if one.code == code), None)

    def with_meant(self, code: str, note: str | None) -> tuple[Meant, ...]:
        """What is meant, with one more or other; without it where ``note`` is None."""
        others = tuple(one for one in self.meant if one.code != code)
        return others if note is None else (*others, Meant(code=code, note=note))
