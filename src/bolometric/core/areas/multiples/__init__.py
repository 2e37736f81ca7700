"""Multiples: counters on a number chart, taken off by what divides their number.

spec       what the maker sets
rules      what a draw takes off, and which numbers suit a style
play       whole games played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.entry import Entry, Starter

if TYPE_CHECKING:
    from bolometric.core.areas.multiples.by_hand import OnChart
    from bolometric.core.game.contract import Area


def _load() -> Area[OnChart, int]:
    from bolometric.core.areas.multiples import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _starters() -> tuple[Starter, ...]:
    from bolometric.core.areas.multiples.starters import STARTERS

    return STARTERS


MULTIPLES = Entry(Multiples, _load, _starters)
