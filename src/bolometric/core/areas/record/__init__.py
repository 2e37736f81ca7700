"""The record: draw and write down what comes; nobody wins.

spec    what the maker sets
seen    what is told apart, and how soon everything has been seen
area    the runs
work        what is worked out while it is played
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from bolometric.core.areas.record.spec import Record
from bolometric.core.game.entry import Entry
from bolometric.core.game.starters import starters_of
from bolometric.core.results.estimate import Sample
from bolometric.core.results.kinds import ReadingKind, for_counts
from bolometric.core.results.readings import Reading

if TYPE_CHECKING:
    from bolometric.core.areas.record.by_hand import OnRecord
    from bolometric.core.game.contract import Area


def _load() -> Area[OnRecord, int]:
    from bolometric.core.areas.record import area, board, by_hand, faults, sentences, work
    from bolometric.core.game.contract import Area

    return Area(area.MEASURED, board.BOARD, by_hand.BY_HAND, sentences.WORDS, faults.FAULTS, work.WORK)


def _seen(sample: Sample) -> Reading | None:
    values = sample.own.get("seen")
    if values is None:
        return None
    # Where all games were alike the next may still be another.
    return Reading("simulated", values.mean, values.sd, stderr=max(values.stderr, 1 / values.number))


SEEN = ReadingKind(
    "seen",
    "Different ones seen",
    "count",
    "how many different ones have been seen in the end",
    _seen,
    scale=for_counts,
    relative=True,
    short="Different ones",
)
RECORD = Entry(Record, _load, starters_of(Record), readings=(SEEN,))
