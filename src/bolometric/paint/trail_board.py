"""Draws a trail: squares in rows that turn at each end, from the lower left up to the last square."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from bolometric.core.results.board import Carried
from bolometric.paint.carried import paint_carried, paint_leads
from bolometric.paint.fonts import piece_font, screen_font
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


class TrailLayout:
    """Where each square lies within a rectangle."""

    def __init__(self, length: int, area: QRectF) -> None:
        self.length, self.cells, self.area = length, length, area
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
    squares = [layout.square(number) for number in range(1, picture.length + 1)]
    _paint_path(painter, squares, palette)
    grounds = _paint_grounds(painter, squares, picture, palette)
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
        ground = QColor(palette.sheet) if picture.warmth is None else palette.heat(picture.warmth[i])
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
    widest = 1.25 * width / len(str(picture.length))
    painter.setFont(piece_font(min(0.5 * size if figures is None else 0.42 * size, widest)))
    banded = {one.square for one in picture.carried} if size >= READABLE else set()
    for i, square in enumerate(squares):
        upper = square if figures is None else square.adjusted(0, 0.04 * size, 0, -0.36 * height)
        upper = upper.adjusted(0, 0.16 * size, 0, 0.1 * size) if i + 1 in banded else upper
        painter.setPen(grounds[i][1])
        painter.drawText(upper, Qt.AlignmentFlag.AlignCenter, str(i + 1))
    if figures is not None:
        painter.setFont(screen_font(min(0.24 * size, 13.5)))
        for i, square in enumerate(squares):
            painter.setPen(grounds[i][1])
            lower = square.adjusted(0, 0.56 * height, 0, -0.05 * size)
            painter.drawText(lower, Qt.AlignmentFlag.AlignCenter, figures[i])
