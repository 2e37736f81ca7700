"""The grid: make a number, claim a cell that holds it.

spec        what the maker sets, with the choices in choices
rules       which cells each draw can claim, and lines; compiled
choosing    how a style chooses a cell; compiled
play        whole games played by the thousand
lines       which lines can be completed, and how hard each is
balancing   numbers that suit the pieces, and where they stand
by_hand     at the table
work        what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.grid.by_hand import OnGrid
    from bolometric.core.game.contract import Area


def _load() -> Area[OnGrid, int]:
    from bolometric.core.areas.grid import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


GRID = Entry(Grid, _load, starters_of(Grid))
