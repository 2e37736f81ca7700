"""Draws a board that is a table: rows and columns with their names, a word and a tint on each place."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.results.board import Cells
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.markers import paint_counter
from bolometric.paint.palette import Palette, ink_on

LEFT, LEFT_PART, TOP, TOP_PART = 78, 0.16, 44, 0.2
"""Pixels for the names of rows and the part of the width that they take at most; the same for those of columns."""
TALLEST = 1.2
LARGEST = 60
"""Pixels of a letter on a place, at the most."""
LEGIBLE, NAMED = 12, 20
"""Pixels a place must measure before its word, and before rows and columns, are named."""


@dataclass(frozen=True, slots=True)
class CellPicture:
    """What is drawn."""

    cells: Cells
    warmth: Sequence[float] | None = None
    tints: Sequence[str] | None = None
    """Grounds of the places where there is no warmth; None for that of a sheet."""


class CellLayout:
    """Where each place lies within a rectangle; places go along each row, rows from above."""

    def __init__(self, table: Cells, area: QRectF) -> None:
        self.table, self.area = table, area
        self.columns, self.rows = len(table.columns), len(table.rows)
        self.cells = self.columns * self.rows
        self.left = min(LEFT, LEFT_PART * area.width()) if any(table.rows) else 0.0
        self.top = min(float(TOP), TOP_PART * area.height())
        self.width = (area.width() - self.left) / self.columns
        self.height = min((area.height() - self.top) / self.rows, self.width * TALLEST)
        self.above = area.top() + (area.height() - self.top - self.rows * self.height) / 2 + self.top

    def square(self, number: int) -> QRectF:
        """The place of a number from 1."""
        row, column = divmod(number - 1, self.columns)
        left, top = self.area.left() + self.left + column * self.width, self.above + row * self.height
        return QRectF(left, top, self.width, self.height).adjusted(1, 1, -1, -1)

    def beside(self, number: int, rows: int) -> int:
        """The place ``rows`` above (or below, if negative); unchanged beyond the board."""
        found = number - rows * self.columns
        return found if 1 <= found <= self.cells else number

    def number_at(self, point: QPointF) -> int | None:
        """The place at a point, if there is one."""
        return next((n for n in range(1, self.cells + 1) if self.square(n).contains(point)), None)


def paint_cells(painter: QPainter, layout: CellLayout, picture: CellPicture, palette: Palette) -> None:
    """Draw the table with any QPainter."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    size = min(layout.width, layout.height)
    # Words are written smaller, on several lines if need be: numbers beside them stay as large as they can be.
    in_words = [text for text in picture.cells.texts if _is_words(text)]
    longest = max([1, *(len(text) for text in picture.cells.texts if not _is_words(text))])
    longest_word = max([1, *(len(word) for text in in_words for word in text.split())])
    lines = max([1, *(len(text.split()) for text in in_words)])
    font = piece_font(min(0.44 * size, 1.5 * layout.width / longest, LARGEST))
    small = piece_font(min(0.6 * layout.height / lines, 1.3 * layout.width / longest_word, LARGEST, 0.3 * size))
    for number, text in enumerate(picture.cells.texts, 1):
        if number in picture.cells.unused:
            continue
        place = layout.square(number)
        plain = palette.sheet if picture.tints is None else picture.tints[number - 1]
        ground = QColor(plain) if picture.warmth is None else palette.heat(picture.warmth[number - 1])
        painter.setPen(
            QPen(
                QColor(palette.ember if number == picture.cells.here else palette.line),
                3 if number == picture.cells.here else 1,
            )
        )
        painter.setBrush(ground)
        painter.drawRoundedRect(place, 3, 3)
        if size >= LEGIBLE:
            painter.setFont(small if _is_words(text) else font)
            painter.setPen(ink_on(ground) if picture.warmth is not None else QColor(palette.ink))
            painter.drawText(place, WRAPPED if _is_words(text) else Qt.AlignmentFlag.AlignCenter, text)
        if picture.cells.owners and picture.cells.owners[number - 1] >= 0:
            paint_counter(painter, place, picture.cells.owners[number - 1], palette)
    if layout.width >= NAMED:
        _paint_names(painter, layout, palette)
    painter.restore()


WRAPPED = Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap


def _is_words(text: str) -> bool:
    return text.replace(" ", "").isalpha()


def _paint_names(painter: QPainter, layout: CellLayout, palette: Palette) -> None:
    """What the rows and columns are."""
    table = layout.table
    painter.setPen(QColor(palette.faint))
    painter.setFont(screen_font(min(13.0, 1.7 * layout.width / max([1, *(len(name) for name in table.columns)]))))
    for column, name in enumerate(table.columns):
        first = layout.square(column + 1)
        box = QRectF(first.left() - 4, first.top() - 20, first.width() + 8, 18)
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, name)
    painter.setFont(screen_font(13))
    for row, name in enumerate(table.rows):
        first = layout.square(row * layout.columns + 1)
        box = QRectF(layout.area.left(), first.top(), layout.left - 8, first.height())
        painter.drawText(box, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignRight, name)
    head = QRectF(layout.area.left(), layout.above - layout.top, layout.area.width(), layout.top - 20)
    words = f"{table.down} ↓   {table.across} →" if table.down else f"{table.across} →" if table.across else ""
    painter.drawText(head, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, words)
