"""A face: one thing that a piece can show, the number it stands for and how it is drawn."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, BeforeValidator, Field, PlainSerializer, WithJsonSchema

from bolometric.core.settings.amounts import FACE_LIMIT, FINEST_FACE, Amount, Value, parsed, plain, tidy
from bolometric.core.settings.base import Part
from bolometric.core.settings.lines import one_line

LONGEST_WORD = 24


Line = Annotated[str, AfterValidator(one_line)]

Shown = Literal["numerals", "dots", "words", "fractions"]
"""How faces are drawn. What can't be drawn as dots, or has no word, is drawn as a numeral."""

ShownField = Annotated[
    Shown,
    Field(
        description="How faces are drawn: numerals (0.25), dots (whole numbers to 12), words (each face's word), "
        "fractions (1/4). What cannot be drawn so is drawn as a numeral."
    ),
]

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
