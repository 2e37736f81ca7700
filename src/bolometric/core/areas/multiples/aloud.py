"""Multiples on a chart for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.multiples.rules import MOVES, chart_of
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, drawn, said, starts
from bolometric.core.text.figures import plural


def aloud(game: Game) -> Aloud:
    """Take off the lowest multiple."""
    area, alone = game.area_as(Multiples), game.seats.count == 1
    own = "" if alone else " for each player, in a colour of their own"
    needs = (plural(area.counters, "counter") + own, f"a chart of the numbers 1 to {area.chart}")
    above = f"a free number above {area.limit}"
    place = f"Put each of your counters on {above}." if alone else f"In turn, put one counter on {above}."
    turn = [
        *drawn(game),
        "Look for multiples of that number that have a counter.",
        "Take the counter off the lowest one." if alone else "Take the counter off the lowest one, whoever owns it.",
        "If no such number has a counter, your turn is over.",
        f"If you get 0, you may move one of your counters. It goes to {above}."
        if MOVES in chart_of(game).divisors
        else "",
    ]
    last = (
        ("Count your turns until all your counters are off.",)
        if alone
        else ("The first player with no counters left wins.", "That may happen in somebody else's turn.")
    )
    more = "" if alone else "Go on until all your counters are placed."
    return Aloud(needs, said(place, more, starts(game)), said(*turn), last)
