"""Knobs: the settings of a game, declared once on the model's fields.

A field that a maker may change carries a :class:`Knob` in its annotation, beside pydantic's own limits.
Three readers share it: the rule sheet (a word to click), the suggestions (what may be varied, by what
step) and the file's JSON Schema (through the field's description).
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal

from pydantic.fields import FieldInfo

from bolometric.core.settings.base import Part
from bolometric.core.settings.errors import GameError

KnobKind = Literal[
    "number",
    "choice",
    "totals",
    "pieces",
    "band",
    "text",
    "amount",
    "formula",
    "styles",
    "placements",
    "numbers",
    "sides",
    "cells",
    "texts",
    "squares",
    "packs",
    "seat_packs",
    "house_rules",
    "told_later",
    "nouns",
    "points",
    "aims",
    "fluency",
    "targets",
]


@dataclass(frozen=True, slots=True)
class Choice:
    """One value of a setting that educators settle differently."""

    value: str
    words: str
    """How it reads within the rule's sentence."""
    order: str
    """The same as something to do: the words of a suggestion."""
    effect: str
    """One sentence: what choosing it does to the game."""


@dataclass(frozen=True, slots=True)
class Knob:
    """How a field is changed by hand."""

    kind: KnobKind
    label: str
    step: float = 1
    unit: str = ""
    scale: float = 1
    """What one stored unit is on screen: 100 for shares that are shown in percent."""
    choices: tuple[Choice, ...] = ()
    hint: str = ""
    order: str = ""
    """A number as something to do, with {} for it; if empty it is made of the label."""
    one: str = ""
    """What one of it is called, or, where there is an order, the order for 1; if empty the label without its last s."""
    when: tuple[tuple[str, tuple[str, ...]], ...] = ()
    """Other fields of the same part, each with the values for which this setting matters."""
    practice: Literal["same", "size", "operation", "aim"] = "same"
    """What of the practice changes with it: nothing, the size of the numbers, what is done with them, or the aim."""
    suggested: tuple[str, ...] | None = None
    """The choices that may be suggested as a change; None for all. For a number: nothing if any are named."""

    def matters(self, part: Part) -> bool:
        """Whether the setting does anything as the part stands."""
        return all(getattr(part, name) in values for name, values in self.when)

    def words(self, value: str) -> str:
        """The words of a choice."""
        return next(choice.words for choice in self.choices if choice.value == value)


@dataclass(frozen=True, slots=True)
class KnobAt:
    """A knob in its place: the path to it, its value in this game, and the limits of its field."""

    path: str
    knob: Knob
    value: Any
    low: float | None
    high: float | None
    longest: int | None


@dataclass(frozen=True, slots=True)
class _Field:
    """What a field says of its knob: the same for every part of the class, so it is read once."""

    name: str
    knob: Knob | None
    low: float | None
    high: float | None
    longest: int | None

    def at(self, part: Part, prefix: str) -> KnobAt | None:
        """The knob as the part stands; None where there is none or where it does nothing."""
        if self.knob is None or not self.knob.matters(part):
            return None
        value = getattr(part, self.name)
        return KnobAt(f"{prefix}{self.name}", self.knob, value, self.low, self.high, self.longest)


def _limit(field: FieldInfo, name: str) -> Any:
    return next((value for meta in field.metadata if (value := getattr(meta, name, None)) is not None), None)


@cache
def _fields(kind: type[Part]) -> dict[str, _Field]:
    return {
        name: _Field(
            name,
            next((meta for meta in field.metadata if isinstance(meta, Knob)), None),
            *(_limit(field, limit) for limit in ("ge", "le", "max_length")),
        )
        for name, field in kind.model_fields.items()
    }


def knob_of(kind: type[Part], name: str) -> Knob | None:
    """The knob of a field of a part; None where it has none."""
    field = _fields(kind).get(name)
    return None if field is None else field.knob


def knobs(part: Part, prefix: str = "") -> Iterator[KnobAt]:
    """Every knob below ``part`` that matters as it stands, in the order of the fields."""
    for name, field in _fields(type(part)).items():
        if field.knob is None:
            if isinstance(value := getattr(part, name), Part):
                yield from knobs(value, f"{prefix}{name}.")
        elif (found := field.at(part, prefix)) is not None:
            yield found


def knob_at(part: Part, path: str) -> KnobAt:
    """The knob at ``path``. Raises GameError if there is none."""
    *outer, last = path.split(".")
    inner: object = part
    for name in outer:
        inner = getattr(inner, name, None)
    field = _fields(type(inner)).get(last) if isinstance(inner, Part) else None
    found = field.at(inner, path[: -len(last)]) if field is not None and isinstance(inner, Part) else None
    if found is None:
        raise GameError("There is no such setting.", path)
    return found
