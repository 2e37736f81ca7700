"""What a setting is: one sentence, the usual choice, and what each other choice does. Made from its knob."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from bolometric.core.game.aloud import capital
from bolometric.core.game.document import Game
from bolometric.core.settings.base import Part
from bolometric.core.settings.knobs import Knob, knob_of

WORDED = ("number", "amount", "text")
"""Kinds of knob whose usual value can be told in a word."""


@dataclass(frozen=True, slots=True)
class Setting:
    """A setting as it is explained."""

    title: str
    sentence: str
    usual: str
    """What it is if nothing else is said; nothing where that is no word."""
    choices: tuple[tuple[str, str], ...] = ()
    """Each choice as it reads within the rules, and what it does."""

    @property
    def lines(self) -> tuple[str, ...]:
        """All of it, a sentence or two a line."""
        return (self.sentence, *self.rest) if self.sentence else self.rest

    @property
    def rest(self) -> tuple[str, ...]:
        """What each choice does, and the usual one."""
        told = [f"“{words}”: {does}" for words, does in self.choices]
        return (*told, f"Usual: {self.usual}.") if self.usual else tuple(told)


def setting_at(game: Game, path: str) -> Setting | None:
    """What the setting at a path is; None where there is none."""
    part: object = game
    *outer, name = path.split(".")
    for step in outer:
        part = getattr(part, step, None)
    return setting_of(type(part), name) if isinstance(part, Part) else None


def setting_of(kind: type[Part], name: str) -> Setting | None:
    """What a field of a part is; None where it is no setting."""
    knob = knob_of(kind, name)
    if knob is None:
        return None
    usual = kind.model_fields[name].default
    choices = tuple((choice.words, choice.effect) for choice in knob.choices)
    return Setting(capital(knob.label), knob.hint, _usual(knob, usual), choices)


def _usual(knob: Knob, value: Any) -> str:
    if knob.choices:
        return next((f"“{choice.words}”" for choice in knob.choices if choice.value == value), "")
    return f"{value}{f' {knob.unit}' if knob.unit else ''}" if knob.kind in WORDED and value != "" else ""


def settings_of(kind: type[Part]) -> Iterator[Setting]:
    """Every setting of a part, in the order of its fields."""
    for name in kind.model_fields:
        found = setting_of(kind, name)
        if found is not None:
            yield found
