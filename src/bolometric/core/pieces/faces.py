"""A face: one thing that a piece can show, the number it stands for and how it is drawn."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, BeforeValidator, Field, PlainSerializer, WithJsonSchema

from bolometric.core.settings.amounts import FACE_LIMIT, FINEST_FACE, Amount, Value, parsed, plain, tidy
from bolometric.core.settings.base import Part
from bolometric.core.settings.lines import one_line

LONGEST_WORD = 24


Line = Annotated[str, AfterValidator(one_line)]

Shown = Literal["numerals", "dots", "words", "fractions", "frames", "bars", "coins"]
"""How faces are drawn. What can't be drawn as dots, or has no word, is drawn as a numeral."""
MOST_DOTS, MOST_IN_FRAMES, MOST_PARTS = 12, 20, 12
"""The largest number drawn as dots, and in ten frames; the most parts of a bar."""
COUNTED: tuple[Shown, ...] = ("dots", "frames")
"""Pictures of which one sees how many."""
PICTURES: tuple[Shown, ...] = (*COUNTED, "bars", "coins")
"""Beside these no numeral stands: it would say what is to be seen."""

ShownField = Annotated[
    Shown,
    Field(
        description=f"How faces are drawn: numerals (0.25), dots (whole numbers to {MOST_DOTS}), words (each face's "
        f"word), fractions (1/4), frames (whole numbers to {MOST_IN_FRAMES}, ten to a frame), bars (a whole in up to "
        f"{MOST_PARTS} parts), coins (one for each number of the word, such as 5 + 2, or for the number). What cannot "
        "be drawn so is drawn as a numeral."
    ),
]


def pictured(shown: Shown, number: Value) -> bool:
    """Whether a number is seen in a picture, and not read, where faces are drawn so."""
    match shown:
        case "dots" | "frames":
            return isinstance(number, int) and 0 <= number <= (MOST_DOTS if shown == "dots" else MOST_IN_FRAMES)
        case "bars":
            return 0 <= number <= 1 and number.denominator <= MOST_PARTS
        case _:
            return False


Word = Annotated[Line, Field(max_length=LONGEST_WORD, description="A word or colour that stands for the number.")]
Special = Annotated[bool, Field(description="Marks the face, so that a rule can name it.")]


class Face(Part):
    """What one face shows. In a file it is the bare number, unless it has a word or is special."""

    value: Annotated[Amount, Field(description="The number: whole, decimal, or a fraction such as '1/10'.")]
    word: Word = ""
    special: Special = False

    @property
    def number(self) -> Value:
        """The number; a whole one as an int."""
        return tidy(self.value)


def as_group(given: object) -> object:
    """A bare number stands for a face with nothing else to say; it is checked here, where its place is its own."""
    if isinstance(given, (dict, Part)):
        return given
    return {"value": parsed(given, FACE_LIMIT, FINEST_FACE)}


def bare(face: Face, **more: object) -> object:
    """As it stands in a file."""
    said = {"word": face.word, "special": face.special, **more}
    if not any(said.values()):
        return plain(face.value)
    return {"value": plain(face.value), **{name: given for name, given in said.items() if given}}


def either_schema(**more: object) -> WithJsonSchema:
    """Schema of something that may be a bare number or a group with these settings beside those of a face."""
    amount = {"anyOf": [{"type": "number"}, {"type": "string", "description": "such as '0.25' or '1/4'"}]}
    group = {
        "value": amount,
        "word": {"type": "string", "maxLength": LONGEST_WORD},
        "special": {"type": "boolean", "description": "Marks the face, so that a rule can name it."},
        **more,
    }
    return WithJsonSchema(
        {
            "anyOf": [
                *amount["anyOf"],
                {"type": "object", "properties": group, "required": ["value"], "additionalProperties": False},
            ]
        }
    )


FaceField = Annotated[Face, BeforeValidator(as_group), PlainSerializer(bare), either_schema()]
