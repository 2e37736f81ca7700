"""Facing rows: numbers written one by one into rows that face those of the others.

spec        what the maker sets
rules       where the styles write a number, and who ticks a row
play        whole games played by the thousand
by_hand     at the table
work        what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.rows.by_hand import OnRows
    from bolometric.core.game.contract import Area


def _load() -> Area[OnRows, int]:
    from bolometric.core.areas.rows import board, by_hand, play, sentences, work
    from bolometric.core.game.contract import Area, Faults

    faults = Faults(lengthens=lambda game: "area.points")
    return Area(play.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults, work.WORK)


ROWS = Entry(DigitRows, _load, starters_of(DigitRows))
