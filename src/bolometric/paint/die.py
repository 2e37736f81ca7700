"""Draws the faces of a die as numerals on rounded squares."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.wording import minus
from bolometric.paint.fonts import piece_font
from bolometric.paint.palette import Palette


def paint_faces(painter: QPainter, area: QRectF, faces: Sequence[int], palette: Palette) -> None:
    """All faces in one row that fits ``area``."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    side = min(area.height(), area.width() / max(len(faces), 1))
    for i, face in enumerate(faces):
        square = QRectF(area.left() + i * side, area.center().y() - side / 2, side, side)
        square = square.adjusted(1.5, 1.5, -1.5, -1.5)
        painter.setPen(QPen(QColor(palette.faint), 1))
        painter.setBrush(QColor(palette.sheet))
        painter.drawRoundedRect(square, 0.2 * side, 0.2 * side)
        painter.setPen(QColor(palette.ink))
        painter.setFont(piece_font(min(0.6 * side, 1.3 * side / max(len(minus(face)), 1))))
        painter.drawText(square, Qt.AlignmentFlag.AlignCenter, minus(face))
    painter.restore()
