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
    used: dict[int, float]
    """For each number on a card: the chance that such a card can be used, in rows that hold one."""

    @property
    def known(self) -> str:
        """How it is known."""
        return f"simulated ± {100 * self.stderr:.2g} points" if self.stderr else "exact"


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
        rows = list(_rows(tuple(values), copies, count))
    else:
        rng = np.random.default_rng(1)
        rows = [(tuple(sorted(rng.permutation(cards)[:count].tolist())), 1) for _ in range(SAMPLE)]
    whole, nothing, ways, squares = sum(weight for _, weight in rows), 0.0, 0.0, 0.0
    holds, uses = dict.fromkeys(values, 0), dict.fromkeys(values, 0.0)
    for row, weight in rows:
        none, many, used = _told(row, sizes, asked)
        nothing, ways, squares = nothing + weight * none, ways + weight * many, squares + weight * none**2
        for value in set(row):
            holds[value] += weight
            uses[value] += weight * used.get(value, 0.0)
    nothing, spread = nothing / whole, squares / whole - (nothing / whole) ** 2
    error = 0.0 if exact else max(spread, 1 / SAMPLE) ** 0.5 / SAMPLE**0.5
    return Fresh(nothing, ways / whole, error, {value: uses[value] / max(holds[value], 1) for value in values})


def _told(
    row: tuple[int, ...], sizes: tuple[int, int], asked: tuple[tuple[int, float], ...]
) -> tuple[float, float, dict[int, float]]:
    """The chance that nothing fits a row, how many ways there are on average, and how likely each number is used."""
    checkpoint()
    chances, none, ways = dict(asked), 1.0, 0.0
    found: dict[int, set[int]] = {}
    for size in range(sizes[0], min(sizes[1], len(row)) + 1):
        for chosen in combinations(row, size):
            total = sum(chosen)
            if total in chances:
                ways += chances[total]
                found.setdefault(total, set()).update(chosen)
    used: dict[int, float] = {}
    for total, cards in found.items():
        none -= chances[total]
        for card in cards:
            used[card] = used.get(card, 0.0) + chances[total]
    return none, ways, used


def _rows(values: tuple[int, ...], copies: int, count: int) -> Iterator[tuple[tuple[int, ...], int]]:
    """Every row by its numbers, and in how many ways its cards can be chosen."""
    if not count:
        yield (), 1
    elif values:
        for held in range(min(copies, count) + 1):
            for rest, ways in _rows(values[1:], copies, count - held):
                yield (values[0],) * held + rest, ways * comb(copies, held)
