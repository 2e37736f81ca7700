"""A check: its name, what it demands, and how a game is looked at."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from bolometric.core.game.document import Game
from bolometric.core.game.entry import AnyEntry


@dataclass(frozen=True, slots=True)
class Check:
    """Something that every game of an area has to give."""

    name: str
    demands: str
    """What is demanded, as a sentence."""
    wrong: Callable[[Game], Iterator[str]]
    """A sentence for each thing that is wrong; nothing where all is well."""


@dataclass(frozen=True, slots=True)
class EntryCheck:
    """Something that an area as a whole has to give."""

    name: str
    demands: str
    wrong: Callable[[AnyEntry], Iterator[str]]
