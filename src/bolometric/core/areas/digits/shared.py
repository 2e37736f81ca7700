"""Who makes the best number of the same digits, drawn for all.

Theory. Given the digits, seats place them independently: a rule or best play always in one way, a guess along one of
few paths. So for each sequence of digits the best of the sure seats is known, and of the others each is better, as good
or worse with chances that are counted over the paths; every sequence is gone through.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache, reduce
from itertools import combinations, permutations
from math import factorial

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rules import Columns, numbers_of
from bolometric.core.areas.digits.ways import MOST_FOLLOWED, ways_of
from bolometric.core.game.seats import Style
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
Codes = NDArray[np.int64]
MOST_SEQUENCES = 120_000
MOST_COMPARED = 60_000_000
"""Sequences of digits, times pairs of paths that are compared: under a second."""
Where = tuple[int, ...]
Scored = Callable[[Style], Array]
"""What a sure style scores with every sequence of digits, in the order of :func:`rows_of`."""


def paths(columns: int, spare: bool, together: bool) -> tuple[Codes, Array]:
    """Where a guess may put digits: for each path the step whose digit stands in each column, and the path's chance.

    One by one each digit goes into any free column, or away where it may be thrown away, all alike; together any
    digits go into the columns, in any order.

    >>> paths(2, False, False)[1]
    array([0.5, 0.5])
    """
    drawn = columns + spare
    if together or not spare:
        ways = list(permutations(range(drawn), columns))
        return np.array(ways), np.full(len(ways), 1 / len(ways))
    found = list(_one_by_one(columns, 0, (-1,) * columns, True))
    return np.array([where for where, _ in found]), np.array([chance for _, chance in found])


def _one_by_one(
    columns: int, step: int, where: tuple[int, ...], spare: bool
) -> Iterator[tuple[tuple[int, ...], float]]:
    free = [column for column in range(columns) if where[column] < 0]
    if not free:
        yield where, 1.0
        return
    share = 1 / (len(free) + spare)
    for column in free:
        for there, chance in _one_by_one(columns, step + 1, (*where[:column], step, *where[column + 1 :]), spare):
            yield there, chance * share
    if spare:
        for there, chance in _one_by_one(columns, step + 1, where, False):
            yield there, chance * share


def best_sets(
    columns: Columns, styles: Sequence[Style], together: bool, scored: Scored
) -> dict[tuple[int, ...], float] | None:
    """The chance of each set of seats that make the best number; None if there are too many sequences.

    Args:
        columns: what is filled.
        styles: those of the seats.
        together: whether digits are arranged once all are drawn; only best play then is sure.
        scored: what a style that leaves nothing to chance scores.
    """
    digits, drawn = len(columns.values), columns.columns + columns.spare
    kinds = ("plan",) if together else ("plan", "thumb")
    sure = [seat for seat, style in enumerate(styles) if style.choose in kinds]
    loose = [seat for seat in range(len(styles)) if seat not in sure]
    tried = (2 if columns.spare and not together else 1) * factorial(drawn)  # no fewer than there are paths
    if digits**drawn > MOST_SEQUENCES or (loose and digits**drawn * tried**2 > MOST_COMPARED):
        return None
    if not loose and len(set(styles)) == 1:  # the same digits, placed in the same way
        return {tuple(sure): 1.0}
    chances = reduce(np.multiply.outer, [columns.chances] * drawn).ravel()
    by_style = {}
    for style in dict.fromkeys(styles[seat] for seat in sure):
        checkpoint()
        by_style[style] = scored(style)
    checkpoint()
    fixed = [by_style[styles[seat]] for seat in sure] or [np.full(len(chances), np.inf)]
    least = np.minimum.reduce(fixed)
    heads = np.zeros(len(chances), np.int64)
    for seat in sure:
        heads |= (by_style[styles[seat]] == least).astype(np.int64) << seat
    found: dict[int, float] = defaultdict(float)
    if not loose:
        _add(found, heads, chances, [0])
    else:
        tries, share = _tries(columns, together)
        _add_loose(found, loose, Sequences(heads, least, chances), tries, share)
    seats = range(len(styles))
    return {tuple(k for k in seats if bits >> k & 1): chance for bits, chance in found.items() if chance > 0}


@lru_cache(maxsize=1)
def rows_of(columns: Columns) -> Codes:
    """Every sequence of digits; shape (sequences, digits drawn)."""
    digits, drawn = len(columns.values), columns.columns + columns.spare
    return np.ascontiguousarray(np.indices((digits,) * drawn).reshape(drawn, -1).T)


def score_of(columns: Columns, codes: Codes) -> Array:
    """What is best when it is least, for codes; equal numbers score equal."""
    if columns.states > MOST_FOLLOWED:
        return np.round(columns.score(numbers_of(columns, codes)), 9)
    return np.asarray(np.round(columns.score(ways_of(columns).numbers), 9)[codes])


@lru_cache(maxsize=4)
def _tries(columns: Columns, together: bool) -> tuple[Array, Array]:
    """What every path of a guess scores with every sequence, shape (paths, sequences), and each path's chance."""
    where, share = paths(columns.columns, bool(columns.spare), together)
    rows = rows_of(columns) + 1
    return np.stack([score_of(columns, rows[:, steps] @ columns.powers) for steps in where]), share


@dataclass(frozen=True, slots=True, eq=False)
class Sequences:
    """All sequences of digits; each shape (sequences,)."""

    heads: Codes
    """Which of the sure seats have the least score of them, as bits."""
    least: Array
    chances: Array


def _add(found: dict[int, float], heads: Codes, chances: Array, more: list[int]) -> None:
    """Add chances to those of each set of heads together with every one of ``more``."""
    by_heads = np.bincount(heads, chances)
    for bits in np.flatnonzero(by_heads).tolist():
        for others in more:
            found[bits | others] += float(by_heads[bits])


def _add_loose(found: dict[int, float], loose: list[int], of: Sequences, tries: Array, share: Array) -> None:
    """Add the chances of all sets where some seats follow a path by chance; ``tries`` is (paths, sequences)."""
    number = len(loose)
    groups = [[sum(1 << seat for seat in group) for group in combinations(loose, size)] for size in range(number + 1)]
    level, above = share @ (tries == of.least), share @ (tries > of.least)
    for size in range(number + 1 if np.isfinite(of.least).all() else 0):
        _add(found, of.heads, of.chances * level**size * above ** (number - size), groups[size])
    nobody = np.zeros_like(of.heads)
    if number == 1:  # nobody else to be as good as
        _add(found, nobody, of.chances * (1 - level - above), groups[1])
        return
    for path, score in zip(share.tolist(), tries, strict=True):
        checkpoint()
        # Every path stands for its part of those that come to the same score, so each score is counted once.
        level, above = share @ (tries == score), share @ (tries > score)
        ahead = of.chances * (score < of.least) * path / level
        for size in range(1, number + 1):
            _add(found, nobody, ahead * level**size * above ** (number - size), groups[size])
