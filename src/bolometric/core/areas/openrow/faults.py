"""What can be wrong with an open row."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.openrow.board import never_used
from bolometric.core.areas.openrow.spec import OpenRow
from bolometric.core.areas.openrow.ways import a_fresh, fresh
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.text.figures import listing, percent

OFTEN = 1 / 3
"""How often a fresh row may hold nothing that fits."""


def lengthens(game: Game) -> str:
    """More copies of each card make a longer game."""
    return "area.copies"


def useless(game: Game) -> int:
    """Numbers on cards that are never taken."""
    return len(never_used(game))


def by_rules(game: Game) -> Iterator[Fault]:
    """Cards that nobody can ever take."""
    values = never_used(game)
    if not values:
        return
    area = game.area_as(OpenRow)
    found = []
    smaller = [value for value in range(area.least, area.most + 1) if value not in values]
    if smaller:
        low, high = smaller[0], smaller[-1]
        if high < area.most:
            found.append(change(game, f"Go up to {high}", "area.most", high))
        if low > area.least:
            found.append(change(game, f"Begin at {low}", "area.least", low))
    found.append(change(game, "Take as many cards as it takes", "area.take", "any") if area.take == "two" else None)
    sentence = f"{listing(values, 'and')} can never be taken, whatever other cards there are."
    better = [one for one in found if one is not None and len(never_used(one.game)) < len(values)]
    yield Fault("useless_card", "fault", "area.most", sentence, cures(*better))


def advice(exact: Analysis) -> Iterator[Fault]:
    """A fresh row that often holds nothing."""
    game, area = exact.game, exact.game.area_as(OpenRow)
    found = fresh(game)
    if found.nothing <= OFTEN:
        return
    more = change(game, f"Have {area.open + 1} cards to take from", "area.open", area.open + 1)
    free = change(game, "Take as many cards as it takes", "area.take", "any") if area.take == "two" else None
    sentence = f"Nothing fits {a_fresh(area)} in {percent(found.nothing)} of cases ({found.known})."
    yield Fault("nothing_fits", "advice", "area.open", sentence, cures(more, free))


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, useless=useless, advice=advice)
