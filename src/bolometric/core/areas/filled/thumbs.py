"""Rules of thumb for placing counters: evenly, or by how often numbers come up."""

from __future__ import annotations

from bolometric.core.layouts.apportion import Favour, apportioned


def _often(ways: tuple[int, ...]) -> list[int]:
    """Places of the numbers that come up, the most frequent first, of equal ones the lowest first."""
    return sorted((i for i, way in enumerate(ways) if way), key=lambda i: (-ways[i], i))


def evenly(ways: tuple[int, ...], counters: int) -> tuple[int, ...]:
    """One each in turn on the numbers that come up, from the most frequent; round again while counters are left."""
    order = _often(ways)
    counts = [0] * len(ways)
    for k in range(counters):
        counts[order[k % len(order)]] += 1
    return tuple(counts)


def by_odds(ways: tuple[int, ...], counters: int, favour: Favour = "balanced") -> tuple[int, ...]:
    """In proportion to how often numbers come up (or with more of the easy, or the rare), by largest remainders."""
    shares = apportioned(dict(enumerate(ways)), counters, favour)
    return tuple(shares.get(place, 0) for place in range(len(ways)))
