"""Draws what a face shows: a numeral, a fraction, dots or a word, within any rectangle."""

from __future__ import annotations

from fractions import Fraction

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPen

from bolometric.core.pieces.faces import Face, Shown
from bolometric.core.text.figures import minus
from bolometric.paint.fonts import piece_font
from bolometric.paint.palette import Palette

MOST_DOTS = 12
FEW = 6
"""Dots up to which they are drawn large."""


def paint_value(painter: QPainter, area: QRectF, face: Face, shown: Shown, ink: QColor) -> None:
    """What the face shows, as large as fits ``area``."""
    painter.setPen(ink)
    number = face.number
    if shown == "dots" and isinstance(number, int) and 0 <= number <= MOST_DOTS:
        _paint_dots(painter, area, number, ink)
    elif shown == "words" and face.word:
        _fitted(painter, area, face.word)
    elif shown == "fractions" and isinstance(number, Fraction):
        _paint_fraction(painter, area, number, ink)
    else:
        _fitted(painter, area, minus(number))


def _fitted(painter: QPainter, area: QRectF, words: str) -> None:
    """Text in the middle, its size such that it fits both ways."""
    size = 0.62 * area.height()
    painter.setFont(piece_font(size))
    wide = QFontMetricsF(painter.font()).horizontalAdvance(words)
    if wide > 0.88 * area.width():
        painter.setFont(piece_font(size * 0.88 * area.width() / wide))
    painter.drawText(area, Qt.AlignmentFlag.AlignCenter, words)


def _paint_fraction(painter: QPainter, area: QRectF, number: Fraction, ink: QColor) -> None:
    """One number over another, a minus sign before both."""
    half = area.height() / 2
    inner = area.adjusted(0.1 * area.width(), 0, -0.1 * area.width(), 0)
    if number < 0:
        sign = QRectF(area.left(), area.top(), 0.22 * area.width(), area.height())
        _fitted(painter, sign, "−")
        inner.setLeft(sign.right())
    _fitted(
        painter, QRectF(inner.left(), area.top() + 0.06 * half, inner.width(), 0.9 * half), str(abs(number.numerator))
    )
    _fitted(
        painter,
        QRectF(inner.left(), area.center().y() + 0.04 * half, inner.width(), 0.9 * half),
        str(number.denominator),
    )
    painter.setPen(QPen(ink, max(1.0, 0.04 * area.height())))
    painter.drawLine(QPointF(inner.left() + 2, area.center().y()), QPointF(inner.right() - 2, area.center().y()))


def _paint_dots(painter: QPainter, area: QRectF, count: int, ink: QColor) -> None:
    """So many dots in rows of as equal length as can be, so that they can be counted."""
    if count == 0:
        return
    rows = {
        1: (1,),
        2: (1, 1),
        3: (1, 1, 1),
        4: (2, 2),
        5: (2, 1, 2),
        6: (3, 3),
        7: (2, 3, 2),
        8: (3, 2, 3),
        9: (3, 3, 3),
        10: (3, 4, 3),
        11: (4, 3, 4),
        12: (4, 4, 4),
    }[count]
    side = 0.8 * min(area.width(), area.height())
    radius = (0.11 if count <= FEW else 0.085) * side
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(ink)
    for r, dots in enumerate(rows):
        y = area.center().y() + side * ((r + 0.5) / len(rows) - 0.5)
        for d in range(dots):
            x = area.center().x() + side * ((d + 0.5) / dots - 0.5)
            if count in (2, 3):  # along a slant, so that they are not read as a column
                x = area.center().x() + side * ((r + 0.5) / len(rows) - 0.5)
            painter.drawEllipse(QPointF(x, y), radius, radius)


def paint_special(painter: QPainter, area: QRectF, palette: Palette) -> None:
    """The mark of a special face: a folded corner in the accent."""
    corner = 0.3 * min(area.width(), area.height())
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(palette.ember))
    right, top = area.right(), area.top()
    painter.drawPolygon([QPointF(right - corner, top), QPointF(right, top + corner), QPointF(right, top)])
