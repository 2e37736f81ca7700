"""Lists that are cut: what comes most often, and how much more comes as often as the last that is named."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from fractions import Fraction
from heapq import nsmallest
from typing import Any, TypeVar

ALIKE = 1 - 1e-9
"""What is told apart by rounding alone comes as often."""
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
