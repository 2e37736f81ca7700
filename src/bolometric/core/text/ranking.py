"""Lists in an order: what comes most often, and what is best; equal ones together, and what is cut is counted."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from fractions import Fraction
from heapq import nsmallest
from typing import Any, TypeVar

from bolometric.core.text.figures import listing_words, significant

ALIKE = 1 - 1e-9
"""What is told apart by rounding alone comes as often."""
ROUNDED = 1e-9
"""A difference that is rounding alone."""
MOST_WORSE = 5
Key = TypeVar("Key", bound=Any)


def most_often(times: Mapping[Key, float] | Mapping[Key, Fraction], most: int) -> tuple[list[Key], int]:
    """So many of those that come most often, and how many more come as often as the last; equal ones in their order.

    >>> most_often({7: 6, 6: 5, 8: 5, 2: 1}, 2)
    ([7, 6], 1)
    >>> most_often({1: 0.1 + 0.2, 2: 0.3}, 1)
    ([1], 1)
    """
    first = nsmallest(most, times, key=lambda one: (-times[one], one))
    if not first:
        return [], 0
    least = times[first[-1]] * ALIKE
    return first, sum(often >= least for often in times.values()) - len(first)


def cut_words(named: Sequence[str], more: int) -> str:
    """Such a list in words: '4 + 3 (6%); 5 + 2 (6%); and 12 more as often as the last of these'."""
    return "; ".join([*named, *([f"and {more:,} more as often as the last of these"] if more else [])])


def weighed(rated: Mapping[str, float], digits: int = 2) -> tuple[list[str], str]:
    """Of options with what each costs: the best ones, and how others compare, to be put behind a sentence about those.

    >>> weighed({"stop": 2.5, "go on": 1.25, "wait": 1.25})
    (['go on', 'wait'], '. Worse: stop by 1.2')
    >>> weighed({"stop": 2.5})
    (['stop'], '')
    """
    least = min(rated.values())
    best = [name for name, cost in rated.items() if cost - least <= ROUNDED]
    others = sorted((cost - least, name) for name, cost in rated.items() if cost - least > ROUNDED)
    if not others:
        return best, ""
    told = len(others) if len(others) <= MOST_WORSE + 1 else MOST_WORSE
    worse = [f"{name} by {significant(by, digits)}" for by, name in others[:told]]
    more = [f"{len(others) - told} others by as much or more"] if told < len(others) else []
    return best, f". Worse: {listing_words([*worse, *more], 'and')}"
