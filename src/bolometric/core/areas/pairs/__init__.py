"""Pairs: cards face down, of which two, or three, that match are kept; players remember, or do not.

forms       a number shown in two ways
matching    which cards lie there, and which match
checks      whether that comes to a pack
spec        what the maker sets, in setting_words
knowledge   what players who remember everything, or nothing, make of a turn
exact       the game as a chain over what is known, and best play
play        whole games played by the thousand
by_hand     at the table
work        what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.pairs.by_hand import OnPairs
    from bolometric.core.game.contract import Area


def _load() -> Area[OnPairs, int]:
    from bolometric.core.areas.pairs import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


PAIRS = Entry(Pairs, _load, starters_of(Pairs))
