"""The chain: numbers of a line struck by sums, each beginning with what the last one gave; no pieces.

spec      what the maker sets
solved    every chain followed to its end
play      how a style chooses a sum, and chains made by the thousand
work      what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.chain.spec import Chain
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of
from bolometric.core.results.estimate import Sample, spread
from bolometric.core.results.kinds import ReadingKind, for_counts
from bolometric.core.results.readings import Reading

if TYPE_CHECKING:
    from bolometric.core.areas.chain.by_hand import OnChain
    from bolometric.core.game.contract import Area


def _load() -> Area[OnChain, tuple[int, int, int]]:
    from bolometric.core.areas.chain import board, by_hand, faults, play, sentences, work
    from bolometric.core.game.contract import Area

    return Area(play.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _left(sample: Sample) -> Reading | None:
    values = sample.own.get("left")
    return None if values is None else spread(values)


LEFT = ReadingKind(
    "left",
    "Numbers left",
    "count",
    "how many numbers are not struck in the end",
    _left,
    scale=for_counts,
    relative=True,
    short="Left over",
)
CHAIN = Entry(Chain, _load, starters_of(Chain), readings=(LEFT,))
