"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.kinds import die

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Place counters, take one off at the lowest multiple",
        Game(
            name="Lowest multiple",
            brief=Brief(practising="multiples of 1 to 9", minutes=Band(low=4, high=8)),
            pieces=(die(0, 1, 2, 3, 4, 5, 6, 7, 8, 9),),
            area=Multiples(play="multiples"),
            seats=Seats(styles=(Style(choose="thumb", rule="most_ways"), Style()), seconds_per_turn=20),
        ),
    ),
)
