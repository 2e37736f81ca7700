"""What answering cards comes to, where the compiled loop and the table by hand must agree, and what is counted."""

from __future__ import annotations

from bolometric.core.results.estimate import Sample, spread
from bolometric.core.results.kinds import ReadingKind, for_counts
from bolometric.core.results.readings import Reading

HOME, AT_HOME, AT_OUT, AFTER_ROUNDS, HOME_WITH = range(5)
"""What wins, as codes."""
ASKED = 3
"""The kind of note (learner_work/trace) for a card: its pack and itself."""
WINS = ("home", "most_at_home", "most_at_out", "most_after_rounds", "home_with")
KEPT, MET, REPEATS = "cards kept by ", "cards met of ", "cards met again"
"""Names under which a batch counts cards: by seat and by pack, from 1."""


def goes_round(win: int, kept: int, wanted: int) -> bool:
    """Whether a marker that comes home begins again at the start, with so many cards kept."""
    return win in (AT_OUT, AFTER_ROUNDS) or (win == HOME_WITH and kept < wanted)


def _counted(sample: Sample, named: str) -> Reading | None:
    """The means of what is counted under one name, of each seat or pack; its error is the widest of theirs."""
    found = [sample.own[name] for name in sorted(sample.own) if name.startswith(named)]
    if not found:
        return None
    return Reading("simulated", values=tuple(one.mean for one in found), stderr=max(one.stderr for one in found))


def _kept(sample: Sample) -> Reading | None:
    return _counted(sample, KEPT)


def _met(sample: Sample) -> Reading | None:
    return _counted(sample, MET)


def _repeats(sample: Sample) -> Reading | None:
    again = sample.own.get(REPEATS)
    return None if again is None else spread(again)


READINGS = (
    ReadingKind(
        "cards_kept",
        "Cards kept by player",
        "count",
        "cards that each player has kept in the end",
        _kept,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "cards_met",
        "Cards met by pack",
        "count",
        "cards of each pack that are asked in a game",
        _met,
        scale=for_counts,
        relative=True,
    ),
    ReadingKind(
        "card_repeats",
        "Cards met again",
        "count",
        "cards in a game that have been asked in it before",
        _repeats,
        scale=for_counts,
        relative=True,
    ),
)
