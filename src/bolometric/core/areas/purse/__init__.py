"""Purse: a fixed number of draws, each times a multiplier that is chosen, as near as possible to a target.

spec       what the maker sets
rules      sums in whole steps, and what every choice does to them
exact      best play and every style, on all sums
play       whole games played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.purse.by_hand import OnPurse
    from bolometric.core.game.contract import Area


def _load() -> Area[OnPurse, int]:
    from bolometric.core.areas.purse import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


PURSE = Entry(Purse, _load, starters_of(Purse))
