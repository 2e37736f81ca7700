"""Games to begin from, so that nobody faces an empty page: they lie in ``starters.json`` of the area's package.

A game there is written as in a game file, with what differs from the defaults alone.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from bolometric.core.game.area_part import AreaPart
    from bolometric.core.game.document import Game


@dataclass(frozen=True, slots=True)
class Starter:
    """A game to begin with."""

    words: str
    """What the menu calls it."""
    game: Game


def beside(kind: type[AreaPart], file: str) -> Path:
    """A file of the package in which the settings of an area stand."""
    return Path(str(sys.modules[kind.__module__].__file__)).with_name(file)


def starters_of(kind: type[AreaPart]) -> Callable[[], tuple[Starter, ...]]:
    """The starters of one kind of game, read when they are first wanted."""

    @cache
    def starters() -> tuple[Starter, ...]:
        from bolometric.core.game.document import game_from

        told = json.loads(beside(kind, "starters.json").read_text("utf-8"))["starters"]
        read = (Starter(one["words"], game_from(one["game"])) for one in told)
        return tuple(starter for starter in read if type(starter.game.area) is kind)

    return starters


def further_of(kind: type[AreaPart]) -> Iterator[Game]:
    """Games under ``warm``: with the starters they reach every compiled loop of the area."""
    from bolometric.core.game.document import game_from

    file = beside(kind, "starters.json")
    for data in json.loads(file.read_text("utf-8")).get("warm", ()) if file.exists() else ():
        yield game_from(data)
