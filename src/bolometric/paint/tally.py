"""A tally for a room: a column for each total, one mark a draw, and what was to be expected as an outline."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from PySide6.QtCore import QLineF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.paint.fonts import piece_font
from bolometric.paint.palette import Palette

FEWEST = 8
"""Marks that the height has room for at least, so that a tally grows before it shrinks."""
GAP, LOWEST = 0.12, 3.0
"""Space beside a column, as a part of it; pixels of a mark below which the column is one bar."""


@dataclass(frozen=True, slots=True)
class Column:
    """One total."""

    name: str
    count: int
    expected: float | None = None
    low: float = 0.0
    high: float = 0.0


def paint_tally(painter: QPainter, room: QRectF, columns: Sequence[Column], last: int | None, palette: Palette) -> None:
    """Draw the columns; the newest mark, in column ``last``, stands out."""
    if not columns:
        return
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    wide = room.width() / len(columns)
    name_high = min(0.16 * room.height(), 0.9 * wide)
    ground = room.bottom() - name_high
    most = max(FEWEST, *(max(one.count, one.high if one.expected is not None else 0) for one in columns))
    high = (ground - room.top()) / (most + 0.5)
    longest = max(len(one.name) for one in columns)
    painter.setFont(piece_font(min(0.7 * name_high, 1.4 * wide / max(longest, 2))))
    for at, one in enumerate(columns):
        left = room.left() + at * wide
        painter.setPen(QColor(palette.ink))
        painter.drawText(QRectF(left, ground, wide, name_high), Qt.AlignmentFlag.AlignCenter, one.name)
        if high < LOWEST:  # too many to be told apart
            bar = QRectF(left + GAP * wide, ground - one.count * high, (1 - 2 * GAP) * wide, one.count * high)
            painter.fillRect(bar, QColor(palette.ember if at == last else palette.night))
        for mark in range(one.count if high >= LOWEST else 0):
            newest = at == last and mark == one.count - 1
            box = QRectF(left + GAP * wide, ground - (mark + 1) * high, (1 - 2 * GAP) * wide, high)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(QColor(palette.ember if newest else palette.night))
            inset = min(0.1 * high, 2.0)
            painter.drawRoundedRect(box.adjusted(0, inset, 0, -inset), 3, 3)
        if one.expected is not None:
            _paint_expected(painter, one, left, wide, ground, high, palette)
    painter.setPen(QPen(QColor(palette.ink), 2))
    painter.drawLine(QLineF(room.left(), ground, room.right(), ground))
    painter.restore()


def _paint_expected(
    painter: QPainter, one: Column, left: float, wide: float, ground: float, high: float, palette: Palette
) -> None:
    """A line at what is expected, and a bar from the least to the most that eight of ten series have."""
    assert one.expected is not None
    edge, middle, y = 0.5 * GAP * wide, left + wide / 2, ground - one.expected * high
    painter.setPen(QPen(QColor(palette.ember), 3))
    painter.drawLine(QLineF(left + edge, y, left + wide - edge, y))
    painter.setPen(QPen(QColor(palette.ember), 1.5, Qt.PenStyle.DashLine))
    painter.drawLine(QLineF(middle, ground - one.low * high, middle, ground - one.high * high))
    for end in (one.low, one.high):
        painter.drawLine(QLineF(middle - 6, ground - end * high, middle + 6, ground - end * high))
