"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats
from bolometric.core.pieces.kinds import PLAIN_DIE

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Two dice each: the higher sum takes the round",
        Game(
            name="Higher sum",
            brief=Brief(practising="adding and comparing", minutes=Band(low=2, high=6)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Duel(kind="duel", rounds=10),
            seats=Seats(seconds_per_turn=12),
        ),
    ),
)
