"""Draws a trail: squares in rows that turn at each end, from the lower left up to the last square."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.palette import Palette, ink_on

GAP = 0.05
"""Space between squares, as a part of a square."""
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


class TrailLayout:
    """Where each square lies within a rectangle."""

    def __init__(self, length: int, area: QRectF) -> None:
        self.length, self.area = length, area
        self.columns = self._best_columns()
        self.rows = ceil(length / self.columns)
        self.width = area.width() / self.columns
        self.height = min(area.height() / self.rows, self.width * TALLEST)

    def _best_columns(self) -> int:
        """The number of columns that leaves squares largest."""

        def side(columns: int) -> float:
            return min(self.area.width() / columns, self.area.height() / ceil(self.length / columns))

        return max(range(min(5, self.length), min(self.length, 60) + 1), key=side)

    def square(self, number: int) -> QRectF:
        """The square of a number from 1."""
        row, along = divmod(number - 1, self.columns)
        column = along if row % 2 == 0 else self.columns - 1 - along
        top = self.area.top() + (self.area.height() + self.rows * self.height) / 2 - (row + 1) * self.height
        gap = GAP * min(self.width, self.height)
        cell = QRectF(self.area.left() + column * self.width, top, self.width, self.height)
        return cell.adjusted(gap, gap, -gap, -gap)

    def beside(self, number: int, rows: int) -> int:
        """The number ``rows`` above (or below, if negative) in the same column; unchanged beyond the board."""
        row, along = divmod(number - 1, self.columns)
        other = row + rows
        found = other * self.columns + (along if rows % 2 == 0 else self.columns - 1 - along) + 1
        return found if other >= 0 and 1 <= found <= self.length else number

    def number_at(self, point: QPointF) -> int | None:
        """The number of the square at a point, if there is one."""
        return next((n for n in range(1, self.length + 1) if self.square(n).contains(point)), None)


def paint_trail(painter: QPainter, layout: TrailLayout, picture: TrailPicture, palette: Palette) -> None:
    """Draw the trail with any QPainter."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    _paint_path(painter, layout, palette)
    for number in range(1, picture.length + 1):
        _paint_square(painter, layout, picture, number, palette)
    painter.restore()


def _paint_path(painter: QPainter, layout: TrailLayout, palette: Palette) -> None:
    """The line below the squares that shows which way the trail runs, with an arrow in at square 1."""
    middles = QPolygonF([layout.square(number).center() for number in range(1, layout.length + 1)])
    pen = QPen(QColor(palette.faint), max(1.5, 0.07 * min(layout.width, layout.height)))
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    painter.setPen(pen)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawPolyline(middles)


def _paint_square(painter: QPainter, layout: TrailLayout, picture: TrailPicture, number: int, palette: Palette) -> None:
    square = layout.square(number)
    warm = picture.warmth
    ground = QColor(palette.sheet) if warm is None else palette.heat(warm[number - 1])
    size = min(square.width(), square.height())
    last = number == picture.length
    painter.setPen(QPen(QColor(palette.ink if last else palette.line), 2.5 if last else 1))
    painter.setBrush(ground)
    painter.drawRoundedRect(square, 0.14 * size, 0.14 * size)
    painter.setPen(ink_on(ground) if warm is not None else QColor(palette.ink))
    if size < 9:
        return
    figure = picture.figures[number - 1] if picture.figures is not None and size >= READABLE else ""
    upper = square.adjusted(0, 0.04 * size, 0, -0.36 * square.height()) if figure else square
    digits = len(str(picture.length))
    painter.setFont(piece_font(min(0.42 * size if figure else 0.5 * size, 1.25 * square.width() / digits)))
    painter.drawText(upper, Qt.AlignmentFlag.AlignCenter, str(number))
    if figure:
        painter.setFont(screen_font(min(0.24 * size, 13.5)))
        lower = square.adjusted(0, 0.56 * square.height(), 0, -0.05 * size)
        painter.drawText(lower, Qt.AlignmentFlag.AlignCenter, figure)
