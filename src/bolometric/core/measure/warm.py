"""Compiles the inner loops ahead of time: ``python -m bolometric.core.measure.warm [AREA]``, that area first.

Compiled code is cached, so this is done once on a machine; without it the first look at the runs of a game waits a few
seconds. Each area that is done is marked, and told on a line.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from typing import Any

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.document import Game
from bolometric.core.game.entry import Entry
from bolometric.core.measure.measuring import in_style, measure
from bolometric.core.settings.compiled import Marks


def games(entry: Entry[Any, Any]) -> Iterator[Game]:
    """Games of an area that between them reach all its compiled loops."""
    yield from (starter.game for starter in entry.starters())
    yield from entry.warm() if entry.warm is not None else ()


def warm(first: str = "") -> Iterator[str]:
    """Play a few runs of every kind of game, by guesses and by best play; gives the name of each area that is done."""
    marks = Marks()
    for entry in sorted(AREAS, key=lambda entry: entry.kind.__name__ != first):
        for game in games(entry):
            measure(game, runs=10)
            area_of(game).board.heat(game)
            if game.area.goals:
                measure(in_style(game, "plan"), runs=10)
        marks.set(entry.kind.__name__)
        yield entry.kind.__name__


if __name__ == "__main__":
    for done in warm(*sys.argv[1:2]):
        print(done, flush=True)
