"""Digits: numbers made column by column from what is drawn.

spec       what the maker sets
rules      columns, digits, and what the styles do with them
exact      best play and every style, on all ways of filling the columns
arranging  what each place comes to for a digit of a hand that is known
rounds     who wins a round, with own draws or shared ones
play       whole games played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.digits.by_hand import OnDigits
    from bolometric.core.game.contract import Area


def _load() -> Area[OnDigits, int]:
    from bolometric.core.areas.digits import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


DIGITS = Entry(Digits, _load, starters_of(Digits))
