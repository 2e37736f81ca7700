"""Compiles the inner loops ahead of time: ``python -m bolometric.core.measure.warm``.

Compiled code is cached beside the source, so this is done once on a machine; without it the first look at
the runs of a game waits a few seconds.
"""

from __future__ import annotations

from bolometric.core.areas.starters import STARTERS
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Seats, Style
from bolometric.core.measure.measuring import in_style, measure

DARING = Trail(length=10, go_on="dare")
TO_WIN = Seats(styles=(Style(choose="plan", goal="win"), Style()))
EITHER = Game(area=Trail(length=10, moves="either"), seats=Seats(styles=(Style(choose="plan"), Style())))


def warm() -> None:
    """Play a few runs of every kind of game, by guesses and by best play."""
    for game in (Game(area=DARING), Game(area=DARING, seats=TO_WIN), EITHER, *(game for _, game in STARTERS)):
        measure(game, runs=10)
        if game.area.goals:
            measure(in_style(game, "plan"), runs=10)


if __name__ == "__main__":
    warm()
