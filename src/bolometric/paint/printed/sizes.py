"""How large a board is on paper for the side of its squares, and which side fits the page."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from math import ceil

from PySide6.QtCore import QRectF

from bolometric.core.results.board import Box, Cells, Places, Tiles, Track
from bolometric.core.sheets.tiled import Tiling, strides, tiling
from bolometric.paint import cell_board, fill_board, tile_board
from bolometric.paint.board import Layout, layout_of
from bolometric.paint.laid import block
from bolometric.paint.printed.frame import within
from bolometric.paint.printed.page import Paper, mm
from bolometric.paint.trail_board import GAP

LARGEST, SMALLEST = 60.0, 3.0
"""Millimetres of a square's side, where it is as large as a page has room for."""
APART = 0.6
"""Sides of a square between lines on one page."""
WAITING = 1.3
"""Sides of a square that the row of places for the counters takes."""


@dataclass(frozen=True, slots=True)
class Planned:
    """A board on paper."""

    places: Places
    """The board, a trail with its row as long as the paper lets it be."""
    side: float
    """Of a square, from one to the next, in millimetres."""
    size: tuple[float, float]
    """Of the whole board, in millimetres."""
    tiling: Tiling
    waiting: bool
    """Whether there is a row of places for the counters below it."""
    framed: bool = False
    """Whether it stands on one page within a frame with the game's name."""
    stacked: int = 1
    """How many of it stand on a page, one below the other."""

    @property
    def layout(self) -> Layout:
        """Where the squares lie, in units from the board's upper left."""
        high = self.size[1] - (WAITING * self.side if self.waiting else 0.0)
        return layout_of(self.places, QRectF(0, 0, mm(self.size[0]), mm(high)))

    @property
    def counter(self) -> float:
        """The widest counter that fits a square, in whole millimetres."""
        return int(self.side * (1 - 2 * GAP))


def planned(places: Places, paper: Paper, waiting: bool) -> Planned:
    """Lay a board out on paper. Raises GameError where it would take too many pages."""
    printing = paper.printing
    ways = {"portrait": (False,), "landscape": (True,)}.get(printing.across, (False, True))
    found = []
    for turned in ways:
        room = paper.inside(turned) if printing.square is not None else within(paper.inside(turned))
        side = printing.square if printing.square is not None else _fits(places, room, waiting)
        laid = _laid(places, float(side), room)
        found.append((laid, float(side), _size(laid, float(side), room, waiting), turned))
    if printing.square is None:
        laid, side, size, turned = max(found, key=lambda one: round(one[1], 3))
    else:
        counts = [_pages(size, paper.inside(turned)) for _, _, size, turned in found]
        laid, side, size, turned = found[counts.index(min(counts))]
    free = within(paper.inside(turned))
    framed = size[0] <= free[0] + 1e-6 and size[1] <= free[1] + 1e-6
    return Planned(laid, side, size, tiling(*size, paper.inside(turned), turned), waiting, framed)


def stacked(plan: Planned, paper: Paper, copies: int) -> Planned:
    """With as many lines on a page as it has room for, where each player has one and so many are wanted."""
    if not plan.framed or not isinstance(plan.places, Track) or not plan.places.lines:
        return plan
    room = within(paper.inside(plan.tiling.turned))[1] + APART * plan.side
    return replace(plan, stacked=max(1, min(copies, int(room / (plan.size[1] + APART * plan.side)))))


def _pages(size: tuple[float, float], room: tuple[float, float]) -> int:
    return strides(size[0], room[0]) * strides(size[1], room[1])


def _fits(places: Places, room: tuple[float, float], waiting: bool) -> float:
    """The largest side with which the board is on one page."""
    low, high = SMALLEST, LARGEST
    for _ in range(24):
        side = (low + high) / 2
        wide, tall = _size(_laid(places, side, room), side, room, waiting)
        if wide <= room[0] and tall <= room[1]:
            low = side
        else:
            high = side
    return low


def _laid(places: Places, side: float, room: tuple[float, float]) -> Places:
    """A trail to and fro with as many squares in a row as the paper is wide, if nothing else is said."""
    if isinstance(places, Track) and places.laid == "to_and_fro" and not places.row:
        columns = max(1, min(places.squares, int(room[0] / side + 1e-9)))
        rows = ceil(places.squares / columns)
        return replace(places, row=ceil(places.squares / rows))  # rows as even as can be
    return places


def _size(places: Places, side: float, room: tuple[float, float], waiting: bool) -> tuple[float, float]:
    """Width and height of the board in millimetres, such that its painter draws squares with that side."""
    match places:
        case Track(laid="curve"):
            wide, high = (side * length for length in _curved(places, room[1] / room[0]))
        case Track():
            _, columns, rows = block(places.laid, places.squares, places.row, room[0] / room[1])
            wide, high = columns * side, rows * side
        case Box():
            columns, rows = fill_board.shape(places)
            wide, high = _beside(columns * side, fill_board.LEFT, fill_board.LEFT_PART), rows * side
        case Tiles(names=names, stacked=stacked):
            columns, rows = tile_board.shape(len(names))
            wide, high = columns * side, max(2 * side, rows * side * tile_board.tall(rows, stacked))
        case Cells(columns=names, rows=heads):
            wide = len(names) * side
            if any(heads):
                wide = _beside(wide, cell_board.LEFT, cell_board.LEFT_PART)
            high = _beside(len(heads) * side, cell_board.TOP, cell_board.TOP_PART)
    return wide, high + (WAITING * side if waiting else 0.0)


@lru_cache(maxsize=64)
def _curved(places: Track, high: float) -> tuple[float, float]:
    """Width and height of a curved trail in sides of its squares, in a room ``high`` times as high as it is wide.

    Remembered, since one side after the other is tried on the same curve.
    """
    rough = QRectF(0, 0, 1000.0, 1000.0 * high)
    side = layout_of(places, rough).square(1).width()
    return rough.width() / side, rough.height() / side


def _beside(length: float, most: float, part: float) -> float:
    """A length in millimetres with the names beside it: a part of the whole, or so many units at most."""
    whole = length / (1 - part)
    return whole if mm(whole) * part <= most else length + most / mm(1)
