"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.record.spec import Record
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats
from bolometric.core.pieces.kinds import Counters

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Split them, write it down",
        Game(
            name="Stars and clouds",
            brief=Brief(practising="splitting five into two parts", minutes=Band(low=6, high=18)),
            pieces=(Counters(count=5, front_word="star", back_word="cloud"),),
            area=Record(kind="record", seen="totals", complete="all", columns=("stars", "clouds", "all")),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
)
