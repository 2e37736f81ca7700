"""Filled: numbers taken off one by one by draws: boxes filled by draws, and counters placed on a line.

spec       what the maker sets
fill       which numbers each seat has to take off, by its style
cleared    the distribution of the draws it takes
first      who is first under one caller
placing    the best placement of counters
play       whole games played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.filled.by_hand import OnLine
    from bolometric.core.game.contract import Area


def _load() -> Area[OnLine, int]:
    from bolometric.core.areas.filled import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


BOXES = Entry(Boxes, _load, starters_of(Boxes))
COUNTERS = Entry(PlacedCounters, _load, starters_of(PlacedCounters))
