"""What squares carry: a band of its colour with its word, and an arrow to where it leads."""

from __future__ import annotations

from collections.abc import Sequence
from math import atan2, cos, pi, sin

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPainterPath, QPen, QPolygonF

from bolometric.core.results.board import Carried
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import Palette, ink_on

BAND = 0.27
"""The height of a band, as a part of its square."""
WORDED = 24
"""Pixels a square must measure before the word is written on its band."""
BOW = 0.16
"""How far an arrow bows out, as a part of its length."""


def paint_carried(painter: QPainter, squares: Sequence[QRectF], carried: Sequence[Carried], palette: Palette) -> None:
    """The bands along the upper edge, each with its word where there is room."""
    for one in carried:
        square, tint = squares[one.square - 1], palette.tint(one.tint)
        size = min(square.width(), square.height())
        band = QRectF(square.left(), square.top(), square.width(), BAND * size)
        outline = QPainterPath()
        outline.addRoundedRect(square, 0.14 * size, 0.14 * size)
        strip = QPainterPath()
        strip.addRect(band)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(tint)
        if palette.tone != "lines":
            painter.drawPath(outline.intersected(strip))
        if size >= WORDED and one.mark:
            painter.setPen(ink_on(tint))
            painter.setFont(screen_font(min(0.2 * size, 13.0, 1.7 * square.width() / max(len(one.mark), 3))))
            painter.drawText(band, Qt.AlignmentFlag.AlignCenter, one.mark)


def paint_leads(painter: QPainter, squares: Sequence[QRectF], carried: Sequence[Carried], palette: Palette) -> None:
    """An arrow, bowed so that it does not run along the track, from each square that leads to another."""
    for one in carried:
        if one.to is None:
            continue
        begin, end = (_below_the_number(squares[place - 1]) for place in (one.square, one.to))
        along, heart = end - begin, _heart(squares)
        aside, halfway = QPointF(-along.y(), along.x()) * BOW, (begin + end) / 2
        inward = QPointF.dotProduct(aside, heart - halfway) >= 0
        middle = halfway + (aside if inward else -aside)
        tint = palette.stroke(one.tint)
        tint.setAlphaF(0.7)
        size = min(squares[0].width(), squares[0].height())
        pen = QPen(tint, max(1.6, 0.06 * size))
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        painter.setPen(pen)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        path = QPainterPath(begin)
        path.quadTo(middle, end)
        painter.drawPath(path)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(tint)
        painter.drawPolygon(_tip(middle, end, max(6.0, 0.2 * size)))


def _heart(squares: Sequence[QRectF]) -> QPointF:
    """The middle of the board: arrows bow towards it, so that they stay on the board."""
    left, right = min(square.left() for square in squares), max(square.right() for square in squares)
    top, bottom = min(square.top() for square in squares), max(square.bottom() for square in squares)
    return QPointF((left + right) / 2, (top + bottom) / 2)


def _below_the_number(square: QRectF) -> QPointF:
    return QPointF(square.center().x(), square.bottom() - 0.12 * square.height())


def _tip(before: QPointF, end: QPointF, size: float) -> QPolygonF:
    """The head of an arrow that comes from somewhere."""
    heading = atan2(end.y() - before.y(), end.x() - before.x())
    wings = [end - QPointF(cos(heading + turn), sin(heading + turn)) * size for turn in (pi / 7, -pi / 7)]
    return QPolygonF([end, *wings])
