"""Multiples: counters on a number chart, taken off by what divides their number.

spec       what the maker sets
rules      what a draw takes off, and which numbers suit a style
play       whole games played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.multiples.by_hand import OnChart
    from bolometric.core.game.contract import Area


def _load() -> Area[OnChart, int]:
    from bolometric.core.areas.multiples import board, by_hand, faults, play, sentences, work
    from bolometric.core.game.contract import Area

    return Area(play.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


MULTIPLES = Entry(Multiples, _load, starters_of(Multiples))
