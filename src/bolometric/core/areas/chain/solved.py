"""Every chain followed to its end: how many sums can still be made, and who wins, from every state.

A state is the set m of numbers not struck, the number z among them that the next sum begins with, and the sign that
may come. A sum with w leads to m without z and w, with its result r next, so sets get smaller and one pass over rising
sets gives

    sums(m, z) = max over w of  1 + sums(m − z − w, r)          wins(m, z) = some w after which the other does not win

Every sum strikes two numbers, so only sets that lack an even count of them come up; others are left at nought.
Cost: 2ⁿ · n · 2 states of a byte for n numbers, a half of them worked out, each with up to 2n sums.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.settings.heeding import checkpoint
from bolometric.core.settings.loops import loop

Bytes = NDArray[np.int8]
ADD, TAKE = 0, 1
Sum = tuple[int, int, int]
"""Places on the line of the first number and the second, and the sign."""
HALF = 10
"""Sets are looked up by their lower and their upper places apart: two tables of this many places each."""
ROOT = 37
"""Powers of two leave different remainders by it, since 2 is a primitive root of it: which place a bit stands for."""
PART = 1 << 14
"""Sets that are worked out between two looks at whether the answer is still wanted."""


@dataclass(frozen=True, slots=True, eq=False)
class Solved:
    """What can still be reached."""

    most: Bytes
    """Shape (sets, numbers, 2): sums that can still be made, by the sign of the next; both alike where it is free."""
    wins: NDArray[np.bool_]
    """The same shape: whether whoever makes the next sum can win."""


@lru_cache(maxsize=2)
def solved(numbers: tuple[int, ...], free: bool) -> Solved | None:
    """Everything about the chains on some numbers; None if they are too many. Raises Cancelled."""
    count = len(numbers)
    if count > MOST_SOLVED:
        return None
    ends, results = np.zeros((1 << count, count, 2), np.int8), results_of(numbers)
    low, high = _listed(results)
    for first in range(0, 1 << count, PART):
        checkpoint()
        _solve(first, min(first + PART, 1 << count), results, low, high, _PLACE_OF, free, ends)
    return Solved(ends >> 1, (ends & 1).view(np.bool_))


@lru_cache(maxsize=64)
def results_of(numbers: tuple[int, ...]) -> NDArray[np.int64]:
    """Shape (numbers, numbers, 2): the place of what a sum gives, −1 if it is not on the line or one of the two."""
    place = {number: at for at, number in enumerate(numbers)}
    found = np.full((len(numbers), len(numbers), 2), -1, np.int64)
    for a, one in enumerate(numbers):
        for b, other in enumerate(numbers):
            for sign, value in ((ADD, one + other), (TAKE, one - other)):
                at = place.get(value, -1)
                if a != b and at not in (a, b):
                    found[a, b, sign] = at
    return found


def _listed(results: NDArray[np.int64]) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Which second numbers give a result that is not struck, as bits, for each first number, sign and set.

    By the lower places of the set and by its upper ones: shape (numbers, 2, 2 ** HALF) each. The second number must not
    be struck itself; a set has both, so the sums there are come to both tables and the set.
    """
    count = len(results)
    tables = np.zeros((2, count, 2, 1 << HALF), np.int64)
    sets = np.arange(1 << HALF)
    for z, w, sign in np.argwhere(results >= 0):
        upper, place = divmod(int(results[z, w, sign]), HALF)
        tables[upper, z, sign] |= (sets >> place & 1) << w
    return tables[0], tables[1]


_PLACE_OF = np.zeros(ROOT, np.int64)
_PLACE_OF[[(1 << place) % ROOT for place in range(2 * HALF)]] = np.arange(2 * HALF)


@loop
def _solve(first, end, results, low, high, place_of, free, ends):  # type: ignore[no-untyped-def]
    # Only sums that can be made are gone through, bit by bit: asking of each whether it can is three branches in four
    # that nobody can predict. Most and wins stand in one byte, since looking one up is what takes the time.
    count, lower = len(results), (1 << HALF) - 1
    for held in range(first, end):
        odd = held ^ held >> 16
        odd ^= odd >> 8
        odd ^= odd >> 4
        if (0x6996 >> (odd & 15) ^ count) & 1:
            continue  # every sum strikes two: such a set never comes
        for z in range(count):
            if not held >> z & 1:
                continue
            for sign in range(2):
                best, win = 0, 0
                can = held & (low[z, sign, held & lower] | high[z, sign, held >> HALF])
                while can:
                    bit = can & -can
                    can ^= bit
                    w = place_of[np.uint64(bit) % np.uint64(ROOT)]
                    then = ends[held ^ (1 << z) ^ bit, results[z, w, sign], 1 - sign]
                    best = max(best, 2 + (then & ~1))
                    win |= ~then & 1
                ends[held, z, sign] = best | win
            if free:
                # Either sign may come, and after it either again.
                one, other = ends[held, z, 0], ends[held, z, 1]
                ends[held, z, 0] = ends[held, z, 1] = max(one & ~1, other & ~1) | ((one | other) & 1)


def sums_from(area: Chain, held: int, begin: int, sign: int) -> list[Sum]:
    """Every sum that can be made. ``held`` are the places not struck, as bits; ``begin`` −1 before the first sum.

    ``sign`` is the one that must come, or −1 for either.
    """
    numbers = area.open_line
    results, found = results_of(numbers), []
    for a in range(len(numbers)) if begin < 0 else (begin,):
        for b in range(len(numbers)):
            for does in (ADD, TAKE) if sign < 0 else (sign,):
                r = int(results[a, b, does])
                both = held >> a & 1 and held >> b & 1
                same = begin < 0 and does == ADD and a < b  # 3 + 5 and 5 + 3 are one sum
                if both and r >= 0 and held >> r & 1 and not same:
                    found.append((a, b, does))
    return found


def after(area: Chain, held: int, made: Sum) -> tuple[int, int, int]:
    """What a sum leads to: the set not struck, what begins next, and the sign that must come (−1: either)."""
    a, b, does = made
    r = int(results_of(area.open_line)[a, b, does])
    return held & ~(1 << a) & ~(1 << b), r, -1 if area.signs == "free" else 1 - does


def still(area: Chain, held: int, begin: int, sign: int) -> int | None:
    """How many sums can still be made from a state in which the next begins with a number; None if not known."""
    found = solved(area.open_line, area.signs == "free")
    return None if found is None else int(found.most[held, begin, max(sign, 0)])


def wins_from(area: Chain, held: int, begin: int, sign: int) -> bool | None:
    """Whether whoever makes the next sum can win; None if not known."""
    found = solved(area.open_line, area.signs == "free")
    return None if found is None else bool(found.wins[held, begin, max(sign, 0)])


def whole(area: Chain) -> int:
    """Nothing struck."""
    return (1 << len(area.open_line)) - 1


def first_sums(area: Chain) -> list[tuple[Sum, int | None]]:
    """Every first sum, with how many sums a chain that begins with it can have; None where that is not known."""
    held = whole(area)
    found = []
    for made in sums_from(area, held, -1, -1):
        rest = still(area, *after(area, held, made))
        found.append((made, None if rest is None else rest + 1))
    return found


def first_that_win(area: Chain) -> tuple[int, int]:
    """Against each other: after how many first sums the other loses, and how many there are; where that is known."""
    ways = sums_from(area, whole(area), -1, -1)
    return sum(not wins_from(area, *after(area, whole(area), made)) for made in ways), len(ways)


def longest(area: Chain) -> tuple[int, bool]:
    """The most sums of a chain, and whether that is proved; else a bound that no chain can pass."""
    known = [count for _, count in first_sums(area)] if len(area.open_line) <= MOST_SOLVED else [None]
    proved = [count for count in known if count is not None]
    if len(proved) == len(known):
        return max(proved, default=0), True
    return (len(area.open_line) - 1) // 2, False  # each sum strikes two, and its result stays
