"""Draws what a face shows: a numeral, a fraction, a word or a picture, within any rectangle."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPen

from bolometric.core.pieces.faces import Face, Shown, pictured
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus
from bolometric.paint.fonts import piece_font
from bolometric.paint.palette import Palette

FEW = 6
"""Dots up to which they are drawn large."""


def paint_value(painter: QPainter, area: QRectF, face: Face, shown: Shown, ink: QColor) -> None:
    """What the face shows, as large as fits ``area``."""
    painter.setPen(ink)
    number = face.number
    if pictured(shown, number):
        PICTURE[shown](painter, area, number, ink)
    elif shown == "coins":
        paint_coins(painter, area, face.word.split(" + ") if face.word else [minus(number)], ink)
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


def _paint_dots(painter: QPainter, area: QRectF, number: Value, ink: QColor) -> None:
    """So many dots in rows of as equal length as can be, so that they can be counted."""
    count = int(number)
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


def _paint_frames(painter: QPainter, area: QRectF, number: Value, ink: QColor) -> None:
    """Frames of two rows of five, one below the other, filled from the left of the upper row."""
    frames = max(1, -(-int(number) // 10))
    side = min(0.94 * area.width() / 5, 0.94 * area.height() / (2 * frames + 0.4 * (frames - 1)))
    left, top = area.center().x() - 2.5 * side, area.center().y() - (frames + 0.2 * (frames - 1)) * side
    for at in range(10 * frames):
        frame, place = divmod(at, 10)
        box = QRectF(left + place % 5 * side, top + (2.4 * frame + place // 5) * side, side, side)
        painter.setPen(QPen(ink, max(0.8, 0.05 * side)))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(box)
        if at < number:
            painter.setBrush(ink)
            painter.drawEllipse(box.center(), 0.32 * side, 0.32 * side)


def _paint_bar(painter: QPainter, area: QRectF, number: Value, ink: QColor) -> None:
    """A bar in equal parts, of which the first ones are filled."""
    parts, filled = number.denominator, number.numerator
    bar = area.adjusted(0.02 * area.width(), 0.34 * area.height(), -0.02 * area.width(), -0.34 * area.height())
    painter.setPen(QPen(ink, max(0.8, 0.02 * area.width())))
    shade = QColor(ink)
    shade.setAlphaF(0.6)  # so that the lines between parts that are filled are seen
    for part in range(parts):
        painter.setBrush(shade if part < filled else Qt.BrushStyle.NoBrush)
        wide = bar.width() / parts
        painter.drawRect(QRectF(bar.left() + part * wide, bar.top(), wide, bar.height()))


def paint_coins(painter: QPainter, area: QRectF, coins: list[str], ink: QColor) -> None:
    """Coins in rows of two or three, each with its number in two rings."""
    across = 1 if len(coins) == 1 else 2 if len(coins) <= 4 else 3
    rows = -(-len(coins) // across)
    side = min(area.width() / across, area.height() / rows)
    for at, coin in enumerate(coins):
        row, place = divmod(at, across)
        in_row = min(across, len(coins) - row * across)
        x = area.center().x() + (place - (in_row - 1) / 2) * side
        middle = QPointF(x, area.center().y() + (row - (rows - 1) / 2) * side)
        painter.setPen(QPen(ink, max(0.8, 0.03 * side)))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for radius in (0.46, 0.4):
            painter.drawEllipse(middle, radius * side, radius * side)
        half = 0.3 * side
        _fitted(painter, QRectF(middle.x() - half, middle.y() - half, 2 * half, 2 * half), coin)


PICTURE: dict[Shown, Callable[[QPainter, QRectF, Value, QColor], None]] = {
    "dots": _paint_dots,
    "frames": _paint_frames,
    "bars": _paint_bar,
}


def paint_special(painter: QPainter, area: QRectF, palette: Palette) -> None:
    """The mark of a special face: a folded corner in the accent."""
    corner = 0.3 * min(area.width(), area.height())
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(palette.ember))
    right, top = area.right(), area.top()
    painter.drawPolygon([QPointF(right - corner, top), QPointF(right, top + corner), QPointF(right, top)])
