"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.kinds import PLAIN_DIE

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Close tiles that add to the total",
        Game(
            name="Close them all",
            brief=Brief(practising="splitting numbers to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Sets(fewer="last_tile", rounds=2),
            seats=Seats(styles=(Style(choose="thumb", rule="largest"),)),
        ),
    ),
)
