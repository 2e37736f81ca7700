"""What is wrong with a game by its rules alone, whoever draws."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault


def by_rules(game: Game) -> Iterator[Fault]:
    """What an area finds wrong; where players draw each in their own way, what is wrong for all of them.

    Cures are those of the game in which all draw as the first then.
    """
    faults = area_of(game).faults
    if faults.compares or not game.draws_differ:
        yield from faults.by_rules(game)
        return
    first, *rest = ([*faults.by_rules(one)] for one in game.by_side)
    for fault in first:
        if all(any((fault.code, fault.sentence) == (one.code, one.sentence) for one in others) for others in rest):
            yield fault
