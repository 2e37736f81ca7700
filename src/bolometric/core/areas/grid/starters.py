"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

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
