"""Every error this program raises on purpose.

    BolometricError
    ├── GameError    a setting that cannot be
    │   └── SettingError    the same, raised by a check within a part of a game
    ├── FileError    a file that cannot be read or written
    └── Cancelled    the person, or a newer edit, no longer wants the answer

The text of a ``GameError`` or ``FileError`` is shown to people as it stands: one sentence that says
what is wrong, where, and what to do.
"""

from __future__ import annotations

from bolometric.core.settings.lines import message, one_line


class BolometricError(Exception):
    """The root of all errors raised on purpose."""


class GameError(BolometricError):
    """A setting that cannot be, with its place in the game (a dotted path such as ``area.length``)."""

    def __init__(self, sentence: str, where: str = "") -> None:
        super().__init__(message(sentence))
        self.sentence = message(sentence)
        self.where = one_line(where)

    @property
    def place(self) -> str:
        """Where it is, with a word on how entries of a list are counted."""
        return f"{self.where} (counted from 1)" if "[" in self.where else self.where

    def __str__(self) -> str:
        return f"{self.place}: {self.sentence}" if self.where else self.sentence


class SettingError(GameError, ValueError):
    """What a model's own check raises: as a ValueError it is taken up by pydantic, which adds the place to it."""


class FileError(BolometricError):
    """A file that cannot be read or written; the sentence names it."""

    def __init__(self, sentence: str) -> None:
        super().__init__(message(sentence))


class Cancelled(BolometricError):
    """Work was given up because its answer is no longer wanted."""
