"""Sets: each total is used up by closing any set of open tiles that adds to it.

spec       what the maker sets
rules      which sets fit which total, and when one piece is drawn with
exact      best play, and what any style comes to, on all subsets of the tiles
play       whole games played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.sets.by_hand import Key, OnTiles
    from bolometric.core.game.contract import Area


def _load() -> Area[OnTiles, Key]:
    from bolometric.core.areas.sets import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


SETS = Entry(Sets, _load, starters_of(Sets))
