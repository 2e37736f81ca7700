"""Where the numbers of a board stand: equal ones apart, and all lines about equally hard, by simulated annealing.

Two cells are swapped at a time. A swap that makes the board better is kept; one that makes it worse by d is kept with
chance exp(−d / temperature), and the temperature falls from pass to pass. What comes back is the best board met, never
worse than the one given. The same seed gives the same board.
Reference: Kirkpatrick, Gelatt and Vecchi, "Optimization by Simulated Annealing" (Science 220, 1983).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.chance import STEP, below, part
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.loops import ONE, inner, loop

Integers = NDArray[np.int64]
Floats = NDArray[np.float64]
PASSES, SWAPS, FEWER = 120, 200, 40
"""Temperatures, and swaps tried at each for every cell that may move; fewer for each of many boards, whose lines are
then a little less even (a spread of 0.111 in place of 0.103, for thirty boards of the demo grid)."""
TWIN = 1.0
"""What two equal neighbours cost, against a spread of the lines as large as their mean."""
HOTTEST, COLDEST = 0.3, 1e-4


@dataclass(frozen=True, slots=True, eq=False)
class Layout:
    """What is to be arranged."""

    numbers: Integers
    """Shape (cells,): a code for each number."""
    moves: Integers
    """The cells that may be swapped."""
    hard: Floats
    """For each code how hard it is."""
    neighbours: Integers
    """Shape (pairs, 2): cells that should not hold equal numbers."""
    lines: Integers
    """Shape (lines, in a line): cells of lines that should be about equally hard; −1 for a cell that does not count."""


@dataclass(frozen=True, slots=True, eq=False)
class Arranged:
    """An arrangement."""

    numbers: Integers
    twins: int
    """Pairs of equal neighbours."""
    spread: float
    """Standard deviation of how hard the lines are, as a part of the mean."""


def arranged(board: Layout, seed: int, each: int = SWAPS) -> Arranged:
    """The best arrangement met, with so many swaps for each cell at each temperature.

    Raises Cancelled where the work is given up.
    """
    numbers, best = board.numbers.copy(), board.numbers.copy()
    beside = _beside(board.neighbours, len(numbers))
    through = _lists(board.lines, len(numbers))
    state = np.random.default_rng(seed).integers(0, 2**64, dtype=np.uint64)
    cost = lowest = measured(board, numbers)
    cost_now, lowest_now = _cost(cost), _cost(lowest)
    swaps = each * len(board.moves)
    for temperature in np.geomspace(HOTTEST, COLDEST, PASSES):
        checkpoint()
        cost_now, lowest_now, state = _anneal(
            numbers,
            best,
            cost_now,
            lowest_now,
            board.moves,
            board.hard,
            *beside,
            board.lines,
            *through,
            float(temperature),
            swaps,
            np.uint64(state),
        )
    return measured(board, best)


def measured(board: Layout, numbers: Integers) -> Arranged:
    """An arrangement with its figures."""
    one, other = board.neighbours[:, 0], board.neighbours[:, 1]
    twins = int((numbers[one] == numbers[other]).sum()) if len(board.neighbours) else 0
    sums = _sums(board, numbers)
    spread = float(sums.std() / sums.mean()) if len(sums) and sums.mean() > 0 else 0.0
    return Arranged(numbers.copy(), twins, spread)


def _cost(found: Arranged) -> float:
    return TWIN * found.twins + found.spread


def _sums(board: Layout, numbers: Integers) -> Floats:
    """How hard each line is."""
    if not len(board.lines):
        return np.zeros(0)
    each = np.where(board.lines >= 0, board.hard[numbers[board.lines]], 0.0)
    return np.asarray(each.sum(axis=1))


def _lists(groups: Integers, cells: int) -> tuple[Integers, Integers]:
    """For each cell the groups that it is in: where they begin, and which they are."""
    return _laid_out(
        [
            np.flatnonzero((groups == cell).any(axis=1)) if len(groups) else np.zeros(0, np.int64)
            for cell in range(cells)
        ]
    )


def _beside(pairs: Integers, cells: int) -> tuple[Integers, Integers]:
    """For each cell its neighbours: where they begin, and which they are."""
    both = np.concatenate([pairs, pairs[:, ::-1]])
    return _laid_out([both[both[:, 0] == cell, 1] for cell in range(cells)])


def _laid_out(lists: list[Integers]) -> tuple[Integers, Integers]:
    begins = np.append(0, np.cumsum([len(some) for some in lists]))
    return begins.astype(np.int64), np.concatenate(lists).astype(np.int64)


@inner
def _alike(cell, numbers, first_beside, beside):  # type: ignore[no-untyped-def]
    """How many neighbours of a cell hold its number."""
    me, found = np.uint64(cell), 0
    here = numbers[me]
    for at in range(np.uint64(first_beside[me]), np.uint64(first_beside[me + ONE])):
        found += numbers[np.uint64(beside[at])] == here
    return found


@loop
def _anneal(  # type: ignore[no-untyped-def]
    numbers,
    best,
    cost,
    lowest,
    moves,
    hard,
    first_beside,
    beside,
    lines,
    first_line,
    through,
    temperature,
    swaps,
    state,
):
    count = len(lines)
    sums = np.zeros(count)
    for line in range(count):
        for cell in lines[line]:
            if cell >= 0:
                sums[line] += hard[numbers[cell]]
    whole, squares = sums.sum(), (sums * sums).sum()
    twins = 0
    for cell in range(len(numbers)):
        twins += _alike(cell, numbers, first_beside, beside)
    twins //= 2  # each pair was met from both its sides
    for _ in range(swaps):
        state += STEP
        one = np.uint64(moves[np.uint64(below(state, len(moves)))])
        state += STEP
        other = np.uint64(moves[np.uint64(below(state, len(moves)))])
        if numbers[one] == numbers[other]:
            continue
        before_whole, before_squares, before_twins = whole, squares, twins
        twins -= _alike(one, numbers, first_beside, beside) + _alike(other, numbers, first_beside, beside)
        # Where the two are neighbours themselves they are never equal, neither before nor after.
        numbers[one], numbers[other] = numbers[other], numbers[one]
        twins += _alike(one, numbers, first_beside, beside) + _alike(other, numbers, first_beside, beside)
        more = hard[np.uint64(numbers[one])] - hard[np.uint64(numbers[other])]
        for cell, change in ((one, more), (other, -more)):
            for at in range(np.uint64(first_line[cell]), np.uint64(first_line[cell + ONE])):
                here = np.uint64(through[at])
                squares += change * (2 * sums[here] + change)
                whole += change
                sums[here] += change
        spread = 0.0
        if count and whole > 0:
            mean = whole / count
            spread = np.sqrt(max(squares / count - mean * mean, 0.0)) / mean
        new = twins + spread
        keep = new <= cost
        if not keep:
            state += STEP
            keep = part(state) < np.exp((cost - new) / temperature)
        if keep:
            cost = new
            if cost < lowest - 1e-12:
                lowest = cost
                best[:] = numbers
        else:
            for cell, change in ((one, more), (other, -more)):
                for at in range(np.uint64(first_line[cell]), np.uint64(first_line[cell + ONE])):
                    sums[np.uint64(through[at])] -= change
            numbers[one], numbers[other] = numbers[other], numbers[one]
            whole, squares, twins = before_whole, before_squares, before_twins
    return cost, lowest, state
