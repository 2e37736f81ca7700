"""Cards in the hand: each player holds cards that others don't see, and plays them one by one.

rules       which card can be played when
spec        what the maker sets, in setting_words
play        whole games played by the thousand
by_hand     at the table
deals       what the cards that are dealt come to
work        what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.hand.spec import Hand
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of
from bolometric.core.results.estimate import Sample, spread
from bolometric.core.results.kinds import ReadingKind, for_counts
from bolometric.core.results.readings import Reading

if TYPE_CHECKING:
    from bolometric.core.areas.hand.by_hand import OnHand
    from bolometric.core.game.contract import Area


def _load() -> Area[OnHand, int]:
    from bolometric.core.areas.hand import board, by_hand, faults, play, sentences, work
    from bolometric.core.game.contract import Area

    return Area(play.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _playable(sample: Sample) -> Reading | None:
    values = sample.own.get("playable")
    return None if values is None else spread(values)


PLAYABLE = ReadingKind(
    "playable",
    "Cards to choose from",
    "count",
    "how many different numbers of a hand can be played in a turn, on average",
    _playable,
    scale=for_counts,
    relative=True,
    short="To choose from",
)
HAND = Entry(Hand, _load, starters_of(Hand), readings=(PLAYABLE,))
