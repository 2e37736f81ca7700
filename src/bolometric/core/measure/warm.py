"""Compiles the inner loops ahead of time: ``python -m bolometric.core.measure.warm``.

Compiled code is cached beside the source, so this is done once on a machine; without it the first look at
the runs of a game waits a few seconds.
"""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.document import Game
from bolometric.core.measure.measuring import in_style, measure


def games() -> Iterator[Game]:
    """Games that between them reach every compiled loop."""
    for entry in AREAS:
        yield from (starter.game for starter in entry.starters())
        yield from entry.warm() if entry.warm is not None else ()


def warm() -> None:
    """Play a few runs of every kind of game, by guesses and by best play."""
    for game in games():
        measure(game, runs=10)
        area_of(game).board.heat(game)
        if game.area.goals:
            measure(in_style(game, "plan"), runs=10)


if __name__ == "__main__":
    warm()
