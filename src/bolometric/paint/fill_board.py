"""Draws an amount that is filled: a box of equal cells, a row for each tenth, filled from below."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.results.board import Box
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import minus
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.palette import Palette, ink_on

READABLE = 30
LEFT, LEFT_PART = 64, 0.12
"""Pixels for the amounts at the side, and the part of the width that they take at most."""


@dataclass(frozen=True, slots=True)
class FillPicture:
    """What is drawn: the warmth and the figure of each cell, for landing on any of its steps."""

    warmth: Sequence[float] | None = None
    figures: Sequence[str] | None = None


def shape(box: Box) -> tuple[int, int]:
    """Columns and rows of its cells."""
    usual = 10 if box.cells <= 200 else 50 if box.cells % 50 == 0 else 40
    columns = min(usual, box.cells)
    return columns, -(-box.cells // columns)


class FillLayout:
    """Where each cell lies within a rectangle: rows from below, each from left to right."""

    def __init__(self, box: Box, area: QRectF) -> None:
        self.box, self.area = box, area
        self.cells = box.cells
        self.columns, self.rows = shape(box)
        self.left = min(LEFT, LEFT_PART * area.width())
        self.width = (area.width() - self.left) / self.columns
        self.height = min(area.height() / self.rows, self.width * (1.15 if self.columns == 10 else 2))

    def square(self, number: int) -> QRectF:
        """The cell of a number from 1."""
        row, column = divmod(number - 1, self.columns)
        top = self.area.top() + (self.area.height() + self.rows * self.height) / 2 - (row + 1) * self.height
        left = self.area.left() + self.left + column * self.width
        return QRectF(left, top, self.width, self.height).adjusted(0.6, 0.6, -0.6, -0.6)

    def beside(self, number: int, rows: int) -> int:
        """The cell so many rows above; unchanged beyond the box."""
        other = number + rows * self.columns
        return other if 1 <= other <= self.cells else number

    def number_at(self, point: QPointF) -> int | None:
        """The cell at a point, if there is one."""
        return next((n for n in range(1, self.cells + 1) if self.square(n).contains(point)), None)

    def amount(self, number: int) -> Fraction:
        """What is full once this cell is."""
        return Fraction(min(number * self.box.per_cell, self.box.steps), self.box.per_one)


def paint_fill(painter: QPainter, layout: FillLayout, picture: FillPicture, palette: Palette) -> None:
    """Draw the box with any QPainter."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    figures = picture.figures if min(layout.width, layout.height) >= READABLE else None
    painter.setFont(screen_font(min(0.34 * min(layout.width, layout.height), 13.5)))
    for number in range(1, layout.cells + 1):
        cell = layout.square(number)
        ground = QColor(palette.sheet) if picture.warmth is None else palette.heat(picture.warmth[number - 1])
        painter.setPen(QPen(QColor(palette.line), 1))
        painter.setBrush(ground)
        painter.drawRect(cell)
        if figures is not None:
            painter.setPen(ink_on(ground))
            painter.drawText(cell, Qt.AlignmentFlag.AlignCenter, figures[number - 1])
    first, last = layout.square(1), layout.square(layout.cells)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(QColor(palette.ink), 2.5))
    right = layout.square(min(layout.columns, layout.cells)).right()
    painter.drawRect(QRectF(QPointF(first.left(), last.top()), QPointF(right, first.bottom())))
    _paint_amounts(painter, layout, palette)
    painter.restore()


def _paint_amounts(painter: QPainter, layout: FillLayout, palette: Palette) -> None:
    """At each row (or every few, where rows are low) how much is full at its end."""
    painter.setPen(QColor(palette.ink))
    painter.setFont(piece_font(min(0.5 * max(layout.height, 16), 0.28 * layout.left, 17)))
    step = max(1, round(18 / layout.height))
    for row in range(step - 1, layout.rows, step):
        number = min((row + 1) * layout.columns, layout.cells)
        cell = layout.square(number)
        at = QRectF(layout.area.left(), cell.top(), 0.88 * layout.left, cell.height())
        flags = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignTop
        painter.drawText(at.adjusted(0, -2, 0, 8), flags, minus(tidy(layout.amount(number))))
