"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats
from bolometric.core.pieces.kinds import PLAIN_DIE

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Ones or tens, as near to 100 as you can",
        Game(
            name="Near a hundred",
            brief=Brief(practising="ones and tens", minutes=Band(low=2, high=6)),
            pieces=(PLAIN_DIE,),
            area=Purse(kind="purse", draws=7),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
)
