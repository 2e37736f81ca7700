"""Draws a trail: squares in rows that turn at each end, from the lower left up to the last square."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import ceil, inf

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from bolometric.core.results.board import Carried, Track
from bolometric.paint.carried import paint_carried, paint_leads
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.laid import along, block
from bolometric.paint.palette import Palette, ink_on

GAP = 0.05
"""Space between squares, as a part of a square."""
LEGIBLE = 9
"""Pixels a square must measure before its number is written."""
READABLE = 26
"""Pixels a square must measure before its figure is written below its number."""
TALLEST = 1.15
"""How much taller than wide a square may be drawn to fill the sheet."""


@dataclass(frozen=True, slots=True)
class TrailPicture:
    """What is drawn; lists are in the order of the squares."""

    length: int
    warmth: Sequence[float] | None = None
    figures: Sequence[str] | None = None
    carried: Sequence[Carried] = ()
    written: Sequence[str] | None = None
    """What is written on each square; None for its number."""
    tints: Sequence[str] | None = None
    """Grounds of the squares where there is no warmth; None for that of a sheet."""
    under: Callable[[QPainter], None] | None = None
    """Draws something over the squares, below their numbers."""


class TrailLayout:
    """Where each square lies within a rectangle."""

    def __init__(self, track: Track, area: QRectF) -> None:
        self.length, self.cells, self.area = track.squares, track.squares, area
        self.handles: list[QPointF] = []
        """Where a curve can be taken hold of."""
        if track.laid == "curve":
            self._squares = self._along(track)
            return
        wide = area.width() / max(area.height(), 1.0)
        row = track.row or (self._best_columns() if track.laid == "to_and_fro" else 0)
        cells, self.columns, self.rows = block(track.laid, self.length, row, wide)
        self.width = area.width() / self.columns
        self.height = min(area.height() / self.rows, self.width * TALLEST)
        self.width = min(self.width, self.height * TALLEST) if track.laid != "to_and_fro" else self.width
        self._squares = [self._cell(*cell) for cell in cells]

    def _cell(self, column: int, row: int) -> QRectF:
        left = self.area.left() + (self.area.width() - self.columns * self.width) / 2
        top = self.area.top() + (self.area.height() - self.rows * self.height) / 2
        gap = GAP * min(self.width, self.height)
        cell = QRectF(left + column * self.width, top + row * self.height, self.width, self.height)
        return cell.adjusted(gap, gap, -gap, -gap)

    def _along(self, track: Track) -> list[QRectF]:
        """Squares along a curve, as large as their distance allows."""
        area, rough = self.area, min(self.area.width(), self.area.height()) / 8
        room = area.adjusted(rough / 2, rough / 2, -rough / 2, -rough / 2)
        self._room = room
        handles = [(room.left() + x * room.width() / 100, room.top() + y * room.height() / 100) for x, y in track.bend]
        self.handles = [QPointF(x, y) for x, y in handles]
        middles, apart = along(handles, self.length)
        side = max(2.0, min(apart * 0.74, rough))
        return [QRectF(x - side / 2, y - side / 2, side, side) for x, y in middles]

    def part_of_room(self, point: QPointF) -> tuple[float, float]:
        """How far a point is from the left and from the top, in percent of what a curve may take."""
        x = (point.x() - self._room.left()) / self._room.width()
        y = (point.y() - self._room.top()) / self._room.height()
        return round(100 * min(max(x, 0.0), 1.0), 1), round(100 * min(max(y, 0.0), 1.0), 1)

    def _best_columns(self) -> int:
        """The number of columns that leaves squares largest."""

        def side(columns: int) -> float:
            return min(self.area.width() / columns, self.area.height() / ceil(self.length / columns))

        return max(range(min(5, self.length), min(self.length, 60) + 1), key=side)

    def square(self, number: int) -> QRectF:
        """The square of a number from 1."""
        return self._squares[number - 1]

    def beside(self, number: int, rows: int) -> int:
        """The number of the square next above (or below, if negative); unchanged where there is none."""
        here = self.square(number)
        middle, size = here.center(), here.height() / 2

        def far(other: int) -> tuple[float, int]:
            there = self.square(other).center() - middle
            ahead = -there.y() if rows > 0 else there.y()
            return (ahead + 3 * abs(there.x()) if ahead > size else inf), other

        distance, found = min(far(other) for other in range(1, self.length + 1))
        aside = abs(self.square(found).center().x() - middle.x())
        return found if distance < inf and aside < 1.5 * here.width() else number

    def number_at(self, point: QPointF) -> int | None:
        """The number of the square at a point, if there is one; where two overlap, the later one."""
        return next((n for n in range(self.length, 0, -1) if self.square(n).contains(point)), None)


def paint_trail(painter: QPainter, layout: TrailLayout, picture: TrailPicture, palette: Palette) -> None:
    """Draw the trail with any QPainter."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    squares = [layout.square(number) for number in range(1, picture.length + 1)]
    _paint_path(painter, squares, palette)
    grounds = _paint_grounds(painter, squares, picture, palette)
    if picture.under is not None:
        picture.under(painter)
    size = min(squares[0].width(), squares[0].height())
    paint_carried(painter, squares, picture.carried, palette)
    if size >= LEGIBLE:
        _paint_numbers(painter, squares, grounds, picture, size)
    paint_leads(painter, squares, picture.carried, palette)
    painter.restore()


def _paint_path(painter: QPainter, squares: list[QRectF], palette: Palette) -> None:
    """The line below the squares that shows which way the trail runs."""
    middles = QPolygonF([square.center() for square in squares])
    pen = QPen(QColor(palette.faint), max(1.5, 0.08 * min(squares[0].width(), squares[0].height())))
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    painter.setPen(pen)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawPolyline(middles)


def _paint_grounds(
    painter: QPainter, squares: list[QRectF], picture: TrailPicture, palette: Palette
) -> list[tuple[QColor, QColor]]:
    """The squares, the last one with a heavy edge; gives the ground and the ink of each."""
    grounds, round_by = [], 0.14 * min(squares[0].width(), squares[0].height())
    painter.setPen(QPen(QColor(palette.line), 1))
    for i, square in enumerate(squares):
        plain = palette.sheet if picture.tints is None else picture.tints[i]
        ground = QColor(plain) if picture.warmth is None else palette.heat(picture.warmth[i])
        grounds.append((ground, QColor(palette.ink) if picture.warmth is None else ink_on(ground)))
        if i == len(squares) - 1:
            painter.setPen(QPen(QColor(palette.ink), 2.5))
        painter.setBrush(ground)
        painter.drawRoundedRect(square, round_by, round_by)
    return grounds


def _paint_numbers(
    painter: QPainter, squares: list[QRectF], grounds: list[tuple[QColor, QColor]], picture: TrailPicture, size: float
) -> None:
    """The number of each square and, where there is room, its figure below. Fonts change once, not per square."""
    figures = picture.figures if size >= READABLE else None
    width, height = squares[0].width(), squares[0].height()
    names = picture.written or [str(number) for number in range(1, picture.length + 1)]
    widest = 1.25 * width / max(1, *map(len, names))
    banded = {one.square for one in picture.carried} if size >= READABLE else set()
    painter.setFont(piece_font(min((0.5 if figures is None else 0.36 if banded else 0.42) * size, widest)))
    for i, square in enumerate(squares):
        upper = square if figures is None else square.adjusted(0, 0.04 * size, 0, -0.36 * height)
        if i + 1 in banded:
            upper = upper.adjusted(0, 0.2 * size, 0, 0.06 * size if figures is None else 0.02 * size)
        painter.setPen(grounds[i][1])
        painter.drawText(upper, Qt.AlignmentFlag.AlignCenter, names[i])
    if figures is not None:
        painter.setFont(screen_font(min(0.24 * size, 13.5)))
        for i, square in enumerate(squares):
            painter.setPen(grounds[i][1])
            lower = square.adjusted(0, 0.56 * height, 0, -0.05 * size)
            painter.drawText(lower, Qt.AlignmentFlag.AlignCenter, figures[i])
