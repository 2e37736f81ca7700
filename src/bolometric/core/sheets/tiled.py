"""A board over several pages: which part of it each page shows, with overlap to glue, and a map of the pages."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil

from bolometric.core.settings.errors import GameError

OVERLAP = 8.0
"""Millimetres that two neighbouring pages share."""
MOST_PAGES = 20


@dataclass(frozen=True, slots=True)
class PageWindow:
    """What one page shows of a board, in millimetres from the board's upper left."""

    left: float
    top: float
    wide: float
    high: float
    column: int
    row: int


@dataclass(frozen=True, slots=True)
class Tiling:
    """The pages of one board."""

    turned: bool
    """Whether they lie across."""
    columns: int
    rows: int
    windows: tuple[PageWindow, ...]

    @property
    def pages(self) -> int:
        """How many there are."""
        return len(self.windows)


def strides(length: float, room: float) -> int:
    """Into how many parts a length is cut, each overlapping the next."""
    return 1 if length <= room + 1e-6 else ceil((length - OVERLAP - 1e-6) / (room - OVERLAP))


def tiling(wide: float, high: float, room: tuple[float, float], turned: bool = False) -> Tiling:
    """Cut a board into pages, all in millimetres.

    Args:
        wide: the board's width.
        high: its height.
        room: what can be printed on a page as it lies: width, height.
        turned: whether the pages lie across.

    Returns:
        The pages, row by row from the upper left.

    Raises:
        GameError: for more than 20 pages, with what to do.

    >>> tiling(100, 100, (186, 273)).pages, tiling(400, 100, (186, 273)).pages
    (1, 3)
    """
    across, down = room
    columns, rows = strides(wide, across), strides(high, down)
    if columns * rows > MOST_PAGES:
        raise GameError(
            f"This board would take {columns * rows} pages ({columns} by {rows}), and {MOST_PAGES} are the most: take "
            "smaller squares, larger paper, or rows that fit.",
            "printing.square",
        )
    windows = []
    for row in range(rows):
        for column in range(columns):
            left, top = column * (across - OVERLAP), row * (down - OVERLAP)
            windows.append(PageWindow(left, top, min(across, wide - left), min(down, high - top), column, row))
    return Tiling(turned, columns, rows, tuple(windows))
