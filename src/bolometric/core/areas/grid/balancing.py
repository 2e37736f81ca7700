"""Numbers for a grid that suit its pieces, and where they stand; several different grids that are equally fair."""

from __future__ import annotations

from fractions import Fraction
from typing import get_args

import numpy as np

from bolometric.core.areas.grid.rules import claims_of
from bolometric.core.areas.grid.spec import Cell, Grid
from bolometric.core.game.document import Game
from bolometric.core.layouts.annealing import FEWER, Arranged, Layout, arranged, measured
from bolometric.core.layouts.apportion import Favour, Method, apportioned
from bolometric.core.text.figures import listing_words, minus

Cells = list[Cell]
NEXT_TO = ((0, 1), (1, 0), (1, 1), (1, -1))


def possible(game: Game) -> dict[int, float]:
    """The whole numbers above nought that a draw can make, with their chances, up to the largest on the grid.

    Where none of those on the grid can be made, all that can.
    """
    area = game.area_as(Grid)
    made = area.made_by(game.pieces)
    if made is None:
        odds = game.distribution
        all_of = {Fraction(t): float(odds.chance(t)) for t in odds.totals}
    else:
        all_of = {Fraction(n.value): n.chance for n in made.made}
    whole = {int(n): c for n, c in all_of.items() if n.denominator == 1 and n > 0}
    most = max((cell for cell in area.laid_out if isinstance(cell, int)), default=0)
    return {n: c for n, c in whole.items() if n <= most} or whole


def balanced(
    game: Game,
    favour: Favour = "balanced",
    method: Method = "largest_remainder",
    seed: int = 1,
    locked: frozenset[int] = frozenset(),
) -> Cells | None:
    """The grid with numbers as often as suits, well arranged; holes, free and locked cells stay. None if none suits.

    ``locked`` are cells, counted from 0. Raises Cancelled where the work is given up.
    """
    layout = list(game.area_as(Grid).laid_out)
    places = [at for at, cell in enumerate(layout) if isinstance(cell, int) and at not in locked]
    counts = apportioned(possible(game), len(places), favour, method)
    if not counts or not places:
        return None
    numbers = [number for number, count in counts.items() for _ in range(count)]
    shuffled = np.random.default_rng(seed).permutation(numbers)
    for at, number in zip(places, shuffled.tolist(), strict=True):
        layout[at] = int(number)
    return rearranged(game, layout, seed, locked)


def rounding_words(game: Game, favour: Favour, locked: frozenset[int] = frozenset()) -> str:
    """Where the two ways of rounding shares to whole cells differ; nothing where they agree."""
    layout = game.area_as(Grid).laid_out
    cells = sum(isinstance(cell, int) and at not in locked for at, cell in enumerate(layout))
    ours, other = (apportioned(possible(game), cells, favour, method) for method in get_args(Method))
    told = [f"{minus(n)} on {other[n]}, not {ours[n]}" for n in ours if ours[n] != other[n]]
    return f"Shared out by highest averages it would be {listing_words(told, 'and')}." if told else ""


def rearranged(game: Game, layout: Cells, seed: int, locked: frozenset[int] = frozenset()) -> Cells:
    """The same numbers where they stand better. Raises Cancelled where the work is given up."""
    board, codes = _board(game, layout, locked)
    return _laid(layout, arranged(board, seed), codes)


def figures(game: Game, layout: Cells) -> Arranged:
    """How a layout stands: equal neighbours, and the spread of how hard its lines are."""
    board, _ = _board(game, layout, frozenset())
    return measured(board, board.numbers)


def alike(game: Game, count: int, seed: int = 1) -> list[Cells]:
    """So many different grids with the same numbers, all well arranged; each follows from the seed and its place.

    Raises Cancelled where the work is given up.
    """
    layout = list(game.area_as(Grid).laid_out)
    found: list[Cells] = []
    tries = 0
    while len(found) < count and tries < 20 * count + 20:
        mixed = _mixed(layout, np.random.default_rng([seed, tries]))
        board, codes = _board(game, mixed, frozenset())
        one = _laid(mixed, arranged(board, seed * 100_003 + tries, FEWER), codes)
        tries += 1
        if one not in found:
            found.append(one)
    return found


def _mixed(layout: Cells, rng: np.random.Generator) -> Cells:
    places = [at for at, cell in enumerate(layout) if isinstance(cell, int)]
    numbers = rng.permutation([layout[at] for at in places]).tolist()
    mixed = list(layout)
    for at, number in zip(places, numbers, strict=True):
        mixed[at] = int(number)
    return mixed


def _board(game: Game, layout: Cells, locked: frozenset[int]) -> tuple[Layout, list[int]]:
    """A layout for the annealing: numbers as codes, what should be apart, and the lines."""
    area, claims = game.area_as(Grid), claims_of(game)
    codes = sorted({cell for cell in layout if isinstance(cell, int)})
    chances = possible(game)
    hard = np.array([1 / chances[code] if chances.get(code) else 0.0 for code in codes] + [0.0])
    numbers = np.array([codes.index(cell) if isinstance(cell, int) else len(codes) for cell in layout], np.int64)
    moves = np.array([at for at, cell in enumerate(layout) if isinstance(cell, int) and at not in locked], np.int64)
    pairs = []
    for at, cell in enumerate(layout):
        row, column = divmod(at, area.columns)
        for down, along in NEXT_TO:
            there = (row + down) * area.columns + column + along
            on = row + down < area.rows and 0 <= column + along < area.columns
            if on and isinstance(cell, int) and isinstance(layout[there], int):
                pairs.append((at, there))
    lines = claims.lines[claims.lines[:, 0] >= 0]
    return Layout(numbers, moves, hard, np.array(pairs, np.int64).reshape(-1, 2), lines), codes


def _laid(layout: Cells, found: Arranged, codes: list[int]) -> Cells:
    """An arrangement as cells."""
    return [
        codes[code] if isinstance(cell, int) else cell
        for cell, code in zip(layout, found.numbers.tolist(), strict=True)
    ]
