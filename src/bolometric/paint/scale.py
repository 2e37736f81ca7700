"""A scale of how hard a game is: a line from end to end with a mark on it."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.results.scale import Scale
from bolometric.paint.palette import Palette


def paint_scale(painter: QPainter, scale: Scale, room: QRectF, colours: Palette, small: bool = False) -> None:
    """The line, filled up to the mark; an empty line for what is not known."""
    middle, wide = room.center().y(), 4 if small else 6
    painter.setPen(QPen(QColor(colours.line), wide, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
    painter.drawLine(int(room.left()), int(middle), int(room.right()), int(middle))
    if scale.value is None:
        return
    at = room.left() + scale.value * room.width()
    painter.setPen(QPen(QColor(colours.hot), wide, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
    painter.drawLine(int(room.left()), int(middle), int(at), int(middle))
    painter.setPen(QPen(QColor(colours.ink), 2))
    painter.setBrush(QColor(colours.sheet))
    painter.drawEllipse(QRectF(at - wide, middle - wide, 2 * wide, 2 * wide))
