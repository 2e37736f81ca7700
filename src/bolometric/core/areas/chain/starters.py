"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.chain.spec import Chain
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Strike numbers by sums",
        Game(
            name="Who goes on?",
            brief=Brief(practising="adding and taking away to 12", minutes=Band(low=1, high=4)),
            area=Chain(kind="chain", last=12, practice="against"),
            seats=Seats(seconds_per_turn=25),
        ),
    ),
)
