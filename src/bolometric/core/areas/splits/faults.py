"""What can be wrong with a game of splits."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.splits.found import chance_of_all
from bolometric.core.areas.splits.spec import Splits
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.text.figures import percent

FEW, SELDOM = 2, 0.5
"""Ways of a game that is over before it has begun; and how often all should be found."""


def lengthens(game: Game) -> str | None:
    """A larger number has more ways; none where the number is the aim."""
    bonds = {aim.upto for aim in game.brief.aim if aim.kind == "bonds"}
    return None if game.area_as(Splits).whole in bonds else "area.whole"


def by_rules(game: Game) -> Iterator[Fault]:
    """Next to nothing to find."""
    area = game.area_as(Splits)
    if len(area.ways) <= FEW:
        more = change(game, f"Make {area.whole + 3}", "area.whole", area.whole + 3)
        sentence = f"There {'is one way' if len(area.ways) == 1 else 'are only two ways'} to make {area.whole}."
        yield Fault("few_ways", "fault", "area.whole", sentence, cures(more))


def advice(exact: Analysis) -> Iterator[Fault]:
    """Groups that mostly miss one."""
    game, area = exact.game, exact.game.area_as(Splits)
    chance = chance_of_all(area)
    if chance < SELDOM:
        sentence = f"Only {percent(chance)} of groups find all ways before they stop (exact)."
        in_order = change(game, "Find them in order", "area.working", "steps")
        told = change(game, "Tell how many there are", "area.told", "yes")
        yield Fault("stops_too_soon", "advice", "area.told", sentence, cures(told, in_order))


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, advice=advice)
