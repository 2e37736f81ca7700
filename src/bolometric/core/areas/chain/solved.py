"""Every chain followed to its end: how many sums can still be made, and who wins, from every state.

A state is the set m of numbers not struck, the number z among them that the next sum begins with, and the sign that
may come. A sum with w leads to m without z and w, with its result r next, so sets get smaller and one pass over rising
sets gives

    sums(m, z) = max over w of  1 + sums(m − z − w, r)          wins(m, z) = some w after which the other does not win

Every sum strikes two numbers, so only sets that lack an even count of them come up: whether the first number is held
follows from the others, and sets are counted without it. Both answers stand in one byte, 2 · sums + wins, since looking
one up is what takes the time. One state in eight can come about; those are marked first, from the whole line down.
Cost: 2ⁿ · n bytes for n numbers, gone through twice.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import inner, loop

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


@lru_cache(maxsize=2)
def solved(numbers: tuple[int, ...], free: bool) -> Bytes | None:
    """Everything about the chains on some numbers; None if they are too many.

    Shape (sets / 2, numbers, 2), by the number that the next sum begins with and its sign; both alike where it is free.
    Read by :func:`sums_left` and :func:`can_win`.

    Raises:
        Cancelled: once a ``stop`` that is heeded here is true.
    """
    count = len(numbers)
    if count > MOST_SOLVED:
        return None
    sets = 1 << count - 1
    ends, results = np.zeros((sets, count, 2), np.int8), results_of(numbers)
    ahead = np.zeros((sets, 2), np.int32)
    laid = (results, *_listed(results), _PLACE_OF, free, ahead)
    for a, b, does in np.argwhere(results >= 0):
        _mark(ahead, (2 * sets - 1) ^ (1 << a) ^ (1 << b), results[a, b, does], does, free)
    parts = range(0, sets, PART)
    for first in reversed(parts):
        checkpoint()
        _mark_ahead(first, min(first + PART, sets), *laid)
    for first in parts:
        checkpoint()
        _solve(first, min(first + PART, sets), *laid, ends)
    return ends


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


@loop
def _listed(results):  # type: ignore[no-untyped-def]
    """Which second numbers give a result that is not struck, as bits, for each first number, sign and set.

    By the lower places of the set and by its upper ones: shape (numbers, 2, 2 ** HALF) each. The second number must not
    be struck itself; a set has both, so the sums there are come to both tables and the set.
    """
    count = len(results)
    tables = np.zeros((2, count, 2, 1 << HALF), np.int64)
    for z in range(count):
        for w in range(count):
            for sign in range(2):
                result = results[z, w, sign]
                if result >= 0:
                    upper, place = result // HALF, result % HALF
                    for part in range(1 << HALF):
                        tables[upper, z, sign, part] |= (part >> place & 1) << w
    return tables[0], tables[1]


_PLACE_OF = np.zeros(ROOT, np.int64)
_PLACE_OF[[(1 << place) % ROOT for place in range(2 * HALF)]] = np.arange(2 * HALF)


@inner
def _mark(ahead, held, result, sign, free):  # type: ignore[no-untyped-def]
    """Where a sum leads can come about, with the other sign or with either: a bit for each number that begins."""
    ahead[held >> 1, 1 - sign] |= 1 << result
    if free:
        ahead[held >> 1, sign] |= 1 << result


@loop
def _held(others, count):  # type: ignore[no-untyped-def]
    """The set with these others, of which an even count is missing: that says whether the first number is in it."""
    odd = others ^ others >> 16
    odd ^= odd >> 8
    odd ^= odd >> 4
    return others << 1 | (0x6996 >> (odd & 15) ^ count) & 1


@inner
def _place(bit, place_of):  # type: ignore[no-untyped-def]
    return place_of[np.uint64(bit) % np.uint64(ROOT)]


@loop
def _mark_ahead(first, end, results, low, high, place_of, free, ahead):  # type: ignore[no-untyped-def]
    # Only what can come is gone through, bit by bit: asking of each number whether it can is three branches in four
    # that nobody can predict.
    count, lower = len(results), (1 << HALF) - 1
    for others in range(end - 1, first - 1, -1):
        held = _held(others, count)
        for sign in range(2):
            begins = np.int64(ahead[others, sign])
            while begins:
                start = begins & -begins
                begins ^= start
                z = _place(start, place_of)
                can = held & (low[z, sign, held & lower] | high[z, sign, held >> HALF])
                while can:
                    bit = can & -can
                    can ^= bit
                    _mark(ahead, held ^ start ^ bit, results[z, _place(bit, place_of), sign], sign, free)


@loop
def _solve(first, end, results, low, high, place_of, free, ahead, ends):  # type: ignore[no-untyped-def]
    count, lower = len(results), (1 << HALF) - 1
    for others in range(first, end):
        held = _held(others, count)
        for sign in range(2):
            begins = np.int64(ahead[others, sign])
            while begins:
                start = begins & -begins
                begins ^= start
                z = _place(start, place_of)
                best, win = 0, 0
                can = held & (low[z, sign, held & lower] | high[z, sign, held >> HALF])
                while can:
                    bit = can & -can
                    can ^= bit
                    then = ends[(held ^ start ^ bit) >> 1, results[z, _place(bit, place_of), sign], 1 - sign]
                    best = max(best, 2 + (then & ~1))
                    win |= ~then & 1
                ends[others, z, sign] = best | win
                if free and sign:
                    # Either sign may come, and after it either again.
                    one, other = ends[others, z, 0], ends[others, z, 1]
                    ends[others, z, 0] = ends[others, z, 1] = max(one & ~1, other & ~1) | ((one | other) & 1)


@inner
def sums_left(ends, held, begin, sign):  # type: ignore[no-untyped-def]
    """How many sums can still be made from a state of :func:`solved`."""
    return ends[held >> 1, begin, sign] >> 1


@inner
def can_win(ends, held, begin, sign):  # type: ignore[no-untyped-def]
    """Whether whoever makes the next sum from a state of :func:`solved` can win."""
    return ends[held >> 1, begin, sign] & 1 == 1


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
    return None if found is None else int(sums_left(found, held, begin, max(sign, 0)))


def wins_from(area: Chain, held: int, begin: int, sign: int) -> bool | None:
    """Whether whoever makes the next sum can win; None if not known."""
    found = solved(area.open_line, area.signs == "free")
    return None if found is None else bool(can_win(found, held, begin, max(sign, 0)))


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
