"""An open row: cards lie face up, and whoever can make the number of some of them takes these.

spec        what the maker sets
ways        which cards of a row make a number, and how often a fresh row has any
play        whole games played by the thousand
by_hand     at the table
work        what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.openrow.spec import OpenRow
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of
from bolometric.core.results.estimate import Sample, spread
from bolometric.core.results.kinds import ReadingKind, for_counts
from bolometric.core.results.readings import Reading

if TYPE_CHECKING:
    from bolometric.core.areas.openrow.by_hand import OnRow
    from bolometric.core.game.contract import Area


def _load() -> Area[OnRow, int]:
    from bolometric.core.areas.openrow import board, by_hand, faults, play, sentences, work
    from bolometric.core.game.contract import Area

    return Area(play.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _ways(sample: Sample) -> Reading | None:
    values = sample.own.get("ways")
    return None if values is None else spread(values)


WAYS = ReadingKind(
    "ways",
    "Ways a turn",
    "count",
    "in how many ways a number can be made in a turn, on average",
    _ways,
    scale=for_counts,
    relative=True,
    short="Ways a turn",
)
OPENROW = Entry(OpenRow, _load, starters_of(OpenRow), readings=(WAYS,))
