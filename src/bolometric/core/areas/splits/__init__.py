"""Splits found one by one: all the ways to make a number with things of two kinds, by choosing and not by chance.

spec      what the maker sets
found     which splits there are, and how soon a group stops
area      the runs
work      what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.splits.spec import Splits
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of
from bolometric.core.results.estimate import Sample, spread
from bolometric.core.results.kinds import ReadingKind, for_counts
from bolometric.core.results.readings import Reading

if TYPE_CHECKING:
    from bolometric.core.areas.splits.by_hand import OnSplits
    from bolometric.core.game.contract import Area


def _load() -> Area[OnSplits, int]:
    from bolometric.core.areas.splits import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _found(sample: Sample) -> Reading | None:
    values = sample.own.get("found")
    return None if values is None else spread(values)


FOUND = ReadingKind(
    "found",
    "Ways found",
    "count",
    "how many ways are on the sheet in the end",
    _found,
    scale=for_counts,
    relative=True,
    short="Ways found",
)
SPLITS = Entry(Splits, _load, starters_of(Splits), readings=(FOUND,))
