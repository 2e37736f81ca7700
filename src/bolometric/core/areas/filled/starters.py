"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.kinds import PLAIN_DIE

BOXED: tuple[Starter, ...] = (
    Starter(
        "Fill boxes with totals, then cross them off",
        Game(
            name="Cross them off",
            brief=Brief(practising="adding to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Boxes(play="boxes", boxes=3, finish="finish_round"),
            seats=Seats(seconds_per_turn=10),
        ),
    ),
)
PLACED: tuple[Starter, ...] = (
    Starter(
        "Place counters on the totals that you expect",
        Game(
            name="Where will it fall?",
            brief=Brief(practising="which totals come up", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=PlacedCounters(play="counters", first=2, counters=10),
            seats=Seats(count=4, styles=(Style(choose="thumb", rule="by_odds"), Style()), seconds_per_turn=12),
        ),
    ),
)
