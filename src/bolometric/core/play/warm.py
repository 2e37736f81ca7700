"""Compiles the inner loops ahead of time: ``python -m bolometric.core.play.warm [AREA]``, that area first.

Compiled code is cached, so this is done once on a machine; without it the first look at the runs of a game waits a few
seconds. Each area that is done is marked, and told on a line.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from contextlib import suppress
from typing import Any, get_args

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.entry import Entry
from bolometric.core.game.seats import Choosing
from bolometric.core.measure.measuring import in_style, measure
from bolometric.core.pieces.kinds import Pack
from bolometric.core.play.rehearsal import rehearse
from bolometric.core.settings.compiled import Marks
from bolometric.core.settings.errors import GameError

KEPT = Pack(after="keep_out")
"""Loops are compiled apart for draws that remember what has been drawn."""


def games(entry: Entry[Any, Any]) -> Iterator[Game]:
    """Games of an area that between them reach all its compiled loops."""
    given = [starter.game for starter in entry.starters()]
    given += entry.warm() if entry.warm is not None else ()
    for game in given:
        yield game
        with suppress(GameError):  # some need other numbers
            yield with_value(game, "pieces", (KEPT,))


def reach(game: Game) -> None:
    """Measure a game, look for what is wrong by its rules, and play it, as itself and in each way of choosing."""
    measure(game, runs=10)
    area_of(game).board.heat(game)
    list(area_of(game).faults.by_rules(game))
    if not area_of(game).measured.chooses(game):
        return
    for choose in get_args(Choosing):
        with suppress(GameError):  # not every game has best play, or a rule of thumb
            played = in_style(game, choose)
            measure(played, runs=10)
            rehearse(played, played.seats.styles, coached=True)


def warm(first: str = "") -> Iterator[str]:
    """Reach every compiled loop of each area; gives the name of each area that is done."""
    marks = Marks()
    for entry in sorted(AREAS, key=lambda entry: entry.kind.__name__ != first):
        for game in games(entry):
            reach(game)
        marks.set(entry.kind.__name__)
        yield entry.kind.__name__


if __name__ == "__main__":
    for done in warm(*sys.argv[1:2]):
        print(done, flush=True)
