"""Trail: a marker for each seat, or one for all, moves along a line of squares by the totals drawn.

spec, choices, styles  what the maker sets
rules          where a total takes a marker, and how a turn ends: the only place that says so
exact          the absorbing chain that the rules make; long_trail for thousands of steps
play           whole games played by the thousand; outcomes of matches; visiting: how often each step is landed on
work           what is worked out while it is played
squares/       squares that do something: set, laid, drawn, said, as a chain and in a loop of their own
cards/         packs of question cards that squares ask
daring/        turns of several draws, when it is best to stop, and choices that are none
pairs/         two seats that heed each other: best play, followed exactly and played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.trail.cards.rules import READINGS
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.trail.standing import Key, OnTrail
    from bolometric.core.game.contract import Area


def _load() -> Area[OnTrail, Key]:
    from bolometric.core.areas.trail import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


TRAIL = Entry(Trail, _load, starters_of(Trail), READINGS)
