"""Where the squares of a trail lie, by how it is laid: rows, a line, a spiral, a loop or a curve."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from math import ceil, hypot

Cell = tuple[int, int]
"""Column and row of a square, from the upper left."""
Place = tuple[float, float]
CHART = 10
"""Squares in a row of a chart, where nothing else is said."""
SAMPLES = 60
"""Points of a curve between two of its handles."""


def in_rows(laid: str, squares: int, columns: int) -> list[Cell]:
    """Rows from the bottom, or from the top, that turn at each end or all begin at the left."""
    rows = ceil(squares / columns)
    found = []
    for at in range(squares):
        row, along = divmod(at, columns)
        column = columns - 1 - along if laid == "to_and_fro" and row % 2 else along
        found.append((column, row if laid == "from_above" else rows - 1 - row))
    return found


def ring(columns: int, rows: int) -> list[Cell]:
    """The outer squares of a block, round from its lower left."""
    right = [(column, rows - 1) for column in range(columns)]
    up = [(columns - 1, row) for row in range(rows - 2, -1, -1)]
    left = [(column, 0) for column in range(columns - 2, -1, -1)]
    down = [(0, row) for row in range(1, rows - 1)]
    return [*right, *up, *left, *down] if columns > 1 and rows > 1 else [*right, *up]


def spiral(squares: int, columns: int, rows: int) -> list[Cell]:
    """From the lower left round and inwards."""
    found: list[Cell] = []
    inset = 0
    while len(found) < squares:
        found += [(x + inset, y + inset) for x, y in ring(columns - 2 * inset, rows - 2 * inset)]
        inset += 1
    return found[:squares]


def block(laid: str, squares: int, row: int, wide: float) -> tuple[list[Cell], int, int]:
    """The cells of the squares with the columns and rows they take, in a room ``wide`` times as wide as it is high."""
    match laid:
        case "line":
            return [(at, 0) for at in range(squares)], squares, 1
        case "loop":
            half = ceil(squares / 2) + 2  # columns and rows together
            columns = max(2, min(half - 2, round(half * wide / (1 + wide))))
            rows = max(2, half - columns)
            return ring(columns, rows)[:squares], columns, rows
        case "spiral":
            columns = max(2, round((squares * wide) ** 0.5))
            rows = max(2, ceil(squares / columns))
            return spiral(squares, columns, rows), columns, rows
    columns = min(row or CHART, squares)
    return in_rows(laid, squares, columns), columns, ceil(squares / columns)


def along(bend: Sequence[Place], count: int) -> tuple[list[Place], float]:
    """So many points evenly along a smooth curve through its handles, and how far apart they are.

    The curve is a Catmull-Rom spline: between two handles it heads as from the one before to the one after. Reference:
    Catmull and Rom, in *Computer Aided Geometric Design* (1974).
    """
    handles = [bend[0], *bend, bend[-1]]
    fine: list[Place] = []
    for before, one, other, after in zip(handles, handles[1:], handles[2:], handles[3:], strict=False):
        for step in range(SAMPLES):
            t = step / SAMPLES
            x, y = (_blend(before[k], one[k], other[k], after[k], t) for k in (0, 1))
            fine.append((x, y))
    fine.append(bend[-1])
    reached = [0.0]
    for a, b in pairwise(fine):
        reached.append(reached[-1] + hypot(b[0] - a[0], b[1] - a[1]))
    apart = reached[-1] / max(count - 1, 1)
    found, at = [], 0
    for k in range(count):
        wanted = min(k * apart, reached[-1])
        while at < len(fine) - 2 and reached[at + 1] < wanted:
            at += 1
        length = reached[at + 1] - reached[at]
        part = (wanted - reached[at]) / length if length else 0.0
        found.append(tuple(a + part * (b - a) for a, b in zip(fine[at], fine[at + 1], strict=True)))
    return [(x, y) for x, y in found], apart


def _blend(before: float, one: float, other: float, after: float, t: float) -> float:
    ahead, back = other - before, after - one
    return (
        one
        + ahead * t / 2
        + (3 * (other - one) - ahead - back / 2) * t**2
        + (2 * (one - other) + ahead / 2 + back / 2) * t**3
    )
