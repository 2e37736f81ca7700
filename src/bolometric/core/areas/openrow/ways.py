"""Which cards of a row make a number, and how often a fresh row has any way to do it.

A fresh row is so many cards of the whole pack, every choice of them alike. Rows are gone through by how many of each
number they hold, weighed with the ways to choose these; where there are too many a sample stands for them.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from math import comb

import numpy as np

from bolometric.core.areas.openrow.spec import OpenRow
from bolometric.core.game.document import Game
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint

MOST_ROWS, SAMPLE = 4_000, 2_000
"""Different rows that are gone through, and rows of a sample."""


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

    @property
    def known(self) -> str:
        """How it is known."""
        return f"simulated ± {100 * self.stderr:.2g} points" if self.stderr else "exact"


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
    if comb(len(values) + count - 1, count) <= MOST_ROWS:
        rows, whole = list(_rows(tuple(values), copies, count)), comb(len(cards), count)
        weights = [weight / whole for _, weight in rows]
        told = [_told(row, sizes, asked) for row, _ in rows]
        nothing = sum(weight * none for weight, (none, _) in zip(weights, told, strict=True))
        return Fresh(nothing, sum(weight * ways for weight, (_, ways) in zip(weights, told, strict=True)), 0.0)
    rng = np.random.default_rng(1)
    sampled = [_told(tuple(rng.permutation(cards)[:count].tolist()), sizes, asked) for _ in range(SAMPLE)]
    nothing, ways = np.mean(sampled, axis=0).tolist()
    return Fresh(nothing, ways, max(float(np.std([none for none, _ in sampled])), 1 / SAMPLE) / SAMPLE**0.5)


def _told(row: tuple[int, ...], sizes: tuple[int, int], asked: tuple[tuple[int, float], ...]) -> tuple[float, float]:
    """The chance that nothing fits a row, and how many ways there are on average."""
    checkpoint()
    sums: dict[int, int] = {}
    for size in range(sizes[0], min(sizes[1], len(row)) + 1):
        for chosen in combinations(row, size):
            total = sum(chosen)
            sums[total] = sums.get(total, 0) + 1
    none = 1.0 - sum(chance for number, chance in asked if number in sums)
    return none, sum(chance * sums.get(number, 0) for number, chance in asked)


def _rows(values: tuple[int, ...], copies: int, count: int) -> Iterator[tuple[tuple[int, ...], int]]:
    """Every row by its numbers, and in how many ways its cards can be chosen."""
    if not count:
        yield (), 1
    elif values:
        for held in range(min(copies, count) + 1):
            for rest, ways in _rows(values[1:], copies, count - held):
                yield (values[0],) * held + rest, ways * comb(copies, held)
