"""Duel: every seat draws from its own pieces, and the higher or the lower total takes the round.

spec       what the maker sets
exact      who takes a round, and who wins the match
play       whole matches played by the thousand
work       what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of

if TYPE_CHECKING:
    from bolometric.core.areas.duel.by_hand import OnDuel
    from bolometric.core.game.contract import Area


def _load() -> Area[OnDuel, int]:
    from bolometric.core.areas.duel import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


DUEL = Entry(Duel, _load, starters_of(Duel))
