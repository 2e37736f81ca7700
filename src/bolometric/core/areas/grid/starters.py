"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.kinds import die

DIE = die(*range(1, 7))
STARTERS: tuple[Starter, ...] = (
    Starter(
        "Make a number, claim a cell",
        Game(
            name="Three in a line",
            brief=Brief(practising="adding, taking away and multiplying", minutes=Band(low=6, high=15)),
            pieces=(DIE, DIE, DIE),
            area=Grid(kind="grid", last=36, columns=6, how="any", operations="+-*", nothing="again"),
            seats=Seats(styles=(Style(choose="thumb", rule="lengthen"),), seconds_per_turn=30),
        ),
    ),
)


def warm() -> Iterator[Game]:
    """A chart with numbers that no die shows, which the grid puts others in place of: a loop of its own."""
    yield Game(area=Grid(kind="grid", last=9, columns=3))
