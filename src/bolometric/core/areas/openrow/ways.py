"""Which cards of a row make a number, and how often a fresh row has any way to do it.

A fresh row is so many cards of the whole pack, every choice of them alike. Rows are gone through by how many of each
number they hold, weighed with the ways to choose these; where there are too many a sample stands for them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations, combinations_with_replacement
from math import comb

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.openrow.spec import OpenRow
from bolometric.core.game.document import Game
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import known_to

MOST_ROWS, SAMPLE = 4_000, 2_000
"""Different rows that are gone through, and rows of a sample."""
AT_ONCE = 1 << 18
"""Choices of cards that are looked at together."""


def ways_in(area: OpenRow, row: Sequence[int], number: Value) -> list[tuple[int, ...]]:
    """The places of cards of a row that make a number, fewest cards first."""
    least, most = area.sizes
    return [
        chosen
        for count in range(least, min(most, len(row)) + 1)
        for chosen in combinations(range(len(row)), count)
        if sum(row[place] for place in chosen) == number
    ]


@dataclass(frozen=True, slots=True)
class Fresh:
    """What a fresh row comes to."""

    nothing: float
    """The chance that no cards of it make the number."""
    ways: float
    """In how many ways they do, on average."""
    stderr: float
    """Of the chance; 0 where it is exact."""
    used: dict[int, float]
    """For each number on a card: the chance that such a card can be used, in rows that hold one."""

    @property
    def known(self) -> str:
        """How it is known."""
        return known_to(self.stderr)


def a_fresh(area: OpenRow) -> str:
    """What so many cards of the whole pack are called."""
    return "a fresh hand" if area.held else "a fresh row"


def numbers_asked(game: Game) -> dict[int, float]:
    """Each whole number that may be asked for, and how likely it is."""
    area = game.area_as(OpenRow)
    if area.asks == "given":
        return {area.number: 1.0}
    odds = game.distribution
    return {int(total): float(odds.chance(total)) for total in odds.totals if isinstance(total, int)}


def fresh(game: Game, open_: int | None = None) -> Fresh:
    """What a fresh row of so many cards comes to; of as many as the game lays open if nothing is said."""
    area = game.area_as(OpenRow)
    asked = tuple(sorted(numbers_asked(game).items()))
    return _fresh(area.cards, area.sizes, asked, open_ or area.open)


@lru_cache(maxsize=64)
def _fresh(cards: tuple[int, ...], sizes: tuple[int, int], asked: tuple[tuple[int, float], ...], count: int) -> Fresh:
    values = sorted(set(cards))
    copies = cards.count(values[0])
    exact = comb(len(values) + count - 1, count) <= MOST_ROWS
    if exact:
        rows, weights = _rows(np.array(values), copies, count)
    else:
        rng = np.random.default_rng(1)
        rows = np.sort([rng.permutation(cards)[:count] for _ in range(SAMPLE)], axis=1)
        weights = np.ones(SAMPLE)
    weights /= weights.sum()
    none, ways, used = _told(rows, sizes, asked)
    nothing = float(weights @ none)
    spread = float(weights @ none**2) - nothing**2
    error = 0.0 if exact else max(spread, 1 / SAMPLE) ** 0.5 / SAMPLE**0.5
    first = np.diff(rows, axis=1, prepend=-1) > 0  # the first card of each number in a row
    holds = {value: weights @ (first & (rows == value)) for value in values}
    uses = {value: weights @ (used * (first & (rows == value))) for value in values}
    parts = {value: float(uses[value].sum() / max(holds[value].sum(), 1e-300)) for value in values}
    return Fresh(nothing, float(weights @ ways), error, parts)


def _told(
    rows: NDArray[np.int64], sizes: tuple[int, int], asked: tuple[tuple[int, float], ...]
) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.float64]]:
    """For each row of cards the chance that nothing fits and how many ways there are on average, shape (rows,).

    And for each of its cards how likely it can be used, shape (rows, cards).
    """
    many, count = rows.shape
    none, ways, used = np.ones(many), np.zeros(many), np.zeros((many, count))
    chosen = np.array(
        [
            [place in places for place in range(count)]
            for size in range(sizes[0], min(sizes[1], count) + 1)
            for places in combinations(range(count), size)
        ],
        np.float32,
    ).reshape(-1, count)
    step = max(1, AT_ONCE // max(len(chosen), 1))
    for begin in range(0, many, step):
        part = slice(begin, begin + step)
        totals = rows[part].astype(np.float32) @ chosen.T  # whole numbers far below what this holds exactly
        for total, chance in asked:
            checkpoint()
            fits = totals == total
            none[part] -= chance * fits.any(axis=1)
            ways[part] += chance * fits.sum(axis=1)
            used[part] += chance * (fits.astype(np.float32) @ chosen > 0)
    return none, ways, used


def _rows(values: NDArray[np.int64], copies: int, count: int) -> tuple[NDArray[np.int64], NDArray[np.float64]]:
    """Every row by its numbers, rising, and in how many ways its cards can be chosen."""
    rows = np.array(list(combinations_with_replacement(values.tolist(), count)))
    held = (rows[:, :, None] == values).sum(axis=1)
    ways = np.array([comb(copies, many) for many in range(count + 1)], float)[held].prod(axis=1)
    return rows[ways > 0], ways[ways > 0]
