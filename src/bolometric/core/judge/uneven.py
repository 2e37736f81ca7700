"""Players with draws of their own: who wins less than an even share, and which pieces would even it out."""

from __future__ import annotations

import time
from collections.abc import Iterator

from bolometric.core.areas.handicaps import EVEN, evening
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault
from bolometric.core.measure.equal_seats import even_shares
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.results.show import certainty
from bolometric.core.text.figures import percent

SURE = 3


def uneven(measured: Analysis, until: float) -> Iterator[Fault]:
    """The player with draws of their own, or beside those who have them, who wins least: advice, since it may be meant.

    Raises Cancelled once the work is given up.
    """
    game, wins = measured.game, measured.readings.get("seat_wins")
    if not game.draws_differ or game.area.ending != "winner" or wins is None:
        return
    shares, even = even_shares(wins), 1 / game.seats.count
    if not shares or min(shares) + SURE * wins.stderr >= even - EVEN:
        return
    seat = shares.index(min(shares))

    def measure(other: Game) -> tuple[float, ...]:
        if time.monotonic() > until:
            return ()  # what was found so far is offered
        found = quick_measure(other).readings.get("seat_wins")
        return () if found is None else even_shares(found)

    won = f"{percent(shares[seat])} of games ({certainty('seat_wins', wins)})"
    sentence = f"Player {seat + 1} wins {won}, and an even share would be {percent(even)}."
    yield Fault("uneven", "advice", "others" if seat else "pieces", sentence, evening(game, seat, measure))
