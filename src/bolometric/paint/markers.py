"""Draws the seats' markers on a board."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.paint.fonts import piece_font
from bolometric.paint.palette import Palette

AROUND = ((0.27, 0.27), (0.73, 0.27), (0.27, 0.73), (0.73, 0.73), (0.5, 0.27), (0.5, 0.73))
"""Where in a square the marker of each seat stands, so that all can stand on one."""


LEAST = 9.0
"""Pixels of a disc's radius: the figure on it can just be read."""


FILLS = ("night", "ember", "moss", "ink", "faint", "line")
"""The colour of each seat's counters; a figure on each tells them apart without it."""


def paint_counter(painter: QPainter, square: QRectF, seat: int, palette: Palette) -> None:
    """A seat's counter on a place: a disc with its figure in the lower right, so that the number can still be read."""
    radius = max(LEAST, 0.2 * min(square.width(), square.height()))
    middle = QPointF(square.right() - radius - 2, square.bottom() - radius - 2)
    fill = QColor(getattr(palette, FILLS[seat % len(FILLS)]))
    painter.setPen(QPen(QColor(palette.sheet), 1.5))
    painter.setBrush(fill)
    painter.drawEllipse(middle, radius, radius)
    painter.setPen(QColor(palette.sheet))
    painter.setFont(piece_font(1.2 * radius))
    box = QRectF(middle.x() - radius, middle.y() - radius, 2 * radius, 2 * radius)
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, str(seat + 1))


def paint_lines(painter: QPainter, filled: Sequence[Sequence[QRectF]], moving: int, palette: Palette) -> None:
    """What each seat has filled of its line: a bar along the foot of its squares, one above the other by seats.

    The last square of each has the seat's disc; that of the seat to move is ringed.
    """
    painter.save()
    painter.setPen(Qt.PenStyle.NoPen)
    for seat, squares in enumerate(filled):
        for square in squares:
            high = min(0.12, 0.5 / len(filled)) * square.height()
            foot = square.bottom() - 2 - (len(filled) - seat) * (high + 1)
            painter.fillRect(QRectF(square.left() + 2, foot, square.width() - 4, high), QColor(palette.night))
    painter.restore()
    paint_markers(painter, [squares[-1] if squares else None for squares in filled], moving, palette)


def paint_markers(painter: QPainter, squares: Sequence[QRectF | None], moving: int, palette: Palette) -> None:
    """A numbered disc for each seat in its square (None: off the board, not drawn); the one to move is ringed."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    for seat, square in enumerate(squares):
        if square is None:
            continue
        radius = max(LEAST, 0.23 * min(square.width(), square.height()))
        x, y = AROUND[seat % len(AROUND)]
        middle = QPointF(square.left() + x * square.width(), square.top() + y * square.height())
        painter.setPen(QPen(QColor(palette.ember if seat == moving else palette.sheet), 3 if seat == moving else 1.5))
        painter.setBrush(QColor(palette.night))
        painter.drawEllipse(middle, radius, radius)
        painter.setPen(QColor(palette.sheet))
        painter.setFont(piece_font(1.2 * radius))
        box = QRectF(middle.x() - radius, middle.y() - radius, 2 * radius, 2 * radius)
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, str(seat + 1))
    painter.restore()
