"""The different draws of some pieces: what they show, in whatever order, and in how many ways."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from itertools import product
from math import prod

from bolometric.core.outcomes.listing import Group, groups_of
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.explain import setting_error

MOST_DRAWS = 20_000
"""Different draws that are looked at."""
Numbers = tuple[Value, ...]


@dataclass(frozen=True, slots=True)
class Draws:
    """Every different draw, the largest number first, with its ways."""

    shown: tuple[Numbers, ...]
    ways: tuple[int, ...]

    @property
    def all_ways(self) -> int:
        """Ways in all."""
        return sum(self.ways)


def in_order(numbers: Numbers) -> Numbers:
    """A draw as it is kept: the largest number first."""
    return tuple(sorted(numbers, reverse=True))


@lru_cache(maxsize=32)
def draws_of(pieces: tuple[AnyPiece, ...], most: int = MOST_DRAWS) -> Draws:
    """The different draws of some pieces. Raises a setting error as soon as there are more than ``most``."""
    found: dict[Numbers, int] = {(): 1}
    for group in groups_of(pieces):
        more: Counter[Numbers] = Counter()
        for (numbers, ways), (shown, times) in product(found.items(), _shown(group).items()):
            checkpoint()
            more[in_order((*numbers, *shown))] += ways * times
            if len(more) > most:
                raise setting_error(
                    f"These pieces make more than {most:,} different draws, too many to look at: use fewer pieces or "
                    "fewer different numbers."
                )
        found = dict(more)
    shown_first = sorted(found, reverse=True)
    return Draws(tuple(shown_first), tuple(found[numbers] for numbers in shown_first))


def _shown(group: Group) -> dict[Numbers, int]:
    """What one piece shows, its numbers in order, with the ways."""
    left: dict[Value, int] = Counter()
    for value, weight in zip(group.values, group.weights, strict=True):
        left[value] += weight
    found: Counter[Numbers] = Counter()
    for numbers, ways in _taken(tuple(left.items()), group.drawn):
        found[in_order(numbers)] += ways
    return found


def _taken(left: tuple[tuple[Value, int], ...], count: int) -> Iterator[tuple[Numbers, int]]:
    """Every multiset of so many, none put back, with the orders of physical cards that show it."""
    if len(left) == 1 or not count:
        if count <= (left[0][1] if left else 0) or not count:
            value, there = left[0]
            yield (value,) * count, prod(there - k for k in range(count))
        return
    (value, there), rest = left[0], left[1:]
    for taken in range(min(count, there) + 1):
        for numbers, ways in _taken(rest, count - taken):
            places = prod(count - k for k in range(taken)) // prod(range(1, taken + 1))
            yield (value,) * taken + numbers, ways * places * prod(there - k for k in range(taken))
