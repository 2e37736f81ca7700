"""A chain that nobody can better, on lines too long to follow every chain.

Each sum strikes two numbers and its result stays, so n numbers allow (n − 1) / 2 sums at most, rounded down. A chain
with so many is therefore the longest: it is its own proof. It is looked for from one first sum after another, always
going on to where fewest sums can follow (Warnsdorff's rule for the knight's tour, 1823), and going back where it ends
too soon, for a stated number of steps.
"""

from __future__ import annotations

import random
from functools import lru_cache

from bolometric.core.areas.chain.solved import ADD, TAKE, Sum, first_sums, results_of
from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.settings.cancel import checkpoint

STEPS, TRIES = 2_000, 200
"""Steps from one first sum, and first sums that are tried; a line of forty numbers takes some six thousand in all."""
Way = tuple[int, int, int]
"""The second number, the sign and the result, by their places."""


def most_sums(numbers: int) -> int:
    """The sums that no chain on so many numbers can pass."""
    return (numbers - 1) // 2


@lru_cache(maxsize=64)
def witness(numbers: tuple[int, ...], free: bool) -> tuple[Sum, ...] | None:
    """A chain of as many sums as there can be at most; None if none was found. Raises Cancelled."""
    results, line = results_of(numbers), range(len(numbers))
    ways = [
        [[(b, sign, int(results[a, b, sign])) for b in line if results[a, b, sign] >= 0] for sign in (ADD, TAKE)]
        for a in line
    ]
    firsts = [(a, *way) for a in line for sign in (ADD, TAKE) for way in ways[a][sign]]
    rng = random.Random(1)
    for _ in range(TRIES if firsts else 0):
        checkpoint()
        a, b, sign, result = rng.choice(firsts)
        held = (1 << len(numbers)) - 1 & ~(1 << a) & ~(1 << b)
        search = _Search(ways, most_sums(len(numbers)), free, rng)
        found = search.on(held, result, -1 if free else 1 - sign, 1)
        if found is not None:
            return ((a, b, sign), *found)
    return None


class _Search:
    """A chain that is gone on with from one state, within a number of steps."""

    def __init__(self, ways: list[list[list[Way]]], wanted: int, free: bool, rng: random.Random) -> None:
        self.ways, self.wanted, self.free, self.rng, self.left = ways, wanted, free, rng, STEPS

    def can(self, held: int, begin: int, sign: int) -> list[Way]:
        """The sums that may come; ``sign`` −1 for either."""
        signs = (ADD, TAKE) if sign < 0 else (sign,)
        return [way for one in signs for way in self.ways[begin][one] if held >> way[0] & held >> way[2] & 1]

    def on(self, held: int, begin: int, sign: int, sums: int) -> list[Sum] | None:
        """What is to come after so many sums; None if it was not found."""
        if sums >= self.wanted:
            return []
        self.left -= 1
        ahead = []
        for b, does, result in self.can(held, begin, sign):
            then, next_sign = held & ~(1 << begin) & ~(1 << b), -1 if self.free else 1 - does
            follow = len(self.can(then, result, next_sign))
            if follow or sums + 1 == self.wanted:
                ahead.append((follow, self.rng.random(), (begin, b, does), then, result, next_sign))
        for _, _, made, then, result, next_sign in sorted(ahead):
            if self.left <= 0:
                return None
            found = self.on(then, result, next_sign, sums + 1)
            if found is not None:
                return [made, *found]
        return None


def longest(area: Chain) -> tuple[int, bool]:
    """The most sums of a chain, and whether that is proved; else a bound that no chain can pass. Raises Cancelled."""
    if len(area.open_line) <= MOST_SOLVED:
        known = [count for _, count in first_sums(area)]
        return max((count for count in known if count is not None), default=0), True
    found = witness(area.open_line, area.signs == "free")
    return most_sums(len(area.open_line)), found is not None
