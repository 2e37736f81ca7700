"""What a search could not reach: bands that no game came within, and which one to give up."""

from __future__ import annotations

from collections.abc import Sequence

from bolometric.core.game.targets import target_words
from bolometric.core.judge.suits import off_by, suits
from bolometric.core.results.show import headline
from bolometric.core.text.figures import percent
from bolometric.core.tuning.screening import Seen

WELL = 0.9
"""A game that suits so well leaves nothing to say."""
WORTH_IT = 0.15
"""By how much more the best must suit without a band for it to be named."""


def unreached(seen: Sequence[Seen]) -> tuple[str, ...]:
    """Sentences on the bands that no game that was looked at came within, and on one that keeps all from suiting."""
    if not seen:
        return ()
    said = []
    for at, part in enumerate(seen[0].parts):
        nearest = min((one.parts[at] for one in seen), key=lambda other: off_by(other.target, other.reading))
        if off_by(nearest.target, nearest.reading) > 0 and nearest.reading is not None:
            there = headline(nearest.target.reading, nearest.reading)
            said.append(f"No game that was looked at meets “{target_words(part.target)}”; the nearest has {there}.")
    given_up = _given_up(seen)
    return (*said, given_up) if given_up else tuple(said)


def _given_up(seen: Sequence[Seen]) -> str:
    """Which one band to give up, if that helps much."""
    best, parts = max(one.suits for one in seen), seen[0].parts
    if len(parts) < 2 or best >= WELL:
        return ""
    without = [max(suits((*one.parts[:at], *one.parts[at + 1 :])) or 0.0 for one in seen) for at in range(len(parts))]
    at = max(range(len(parts)), key=lambda k: without[k])
    if without[at] < best + WORTH_IT:
        return ""
    return (
        f"If you give up “{target_words(parts[at].target)}”, a game of these suits the rest to {percent(without[at])}."
    )


def best_edge(points: Sequence[tuple[float, float]]) -> list[int]:
    """Which points no other is nearer in one and at least as near in the other; less is nearer.

    In rising order of the first.

    >>> best_edge([(0, 3), (1, 1), (2, 2), (3, 0), (1, 1)])
    [0, 1, 3]
    """
    found: list[int] = []
    least = float("inf")
    for at in sorted(range(len(points)), key=lambda k: (*points[k], k)):
        if points[at][1] < least:
            least = points[at][1]
            found.append(at)
    return found
