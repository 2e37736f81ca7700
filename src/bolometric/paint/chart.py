"""Charts: bars, lines with marks, words and named axes, painted in one go.

A window that plays games beside it repaints its charts ten times a second, so a chart is plain data and a few dozen
calls of the painter. Values across may be any range; upwards it is from nought.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QLineF, QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QFontMetricsF, QPainter, QPainterPath, QPen, QPolygonF

from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import Palette

Array = NDArray[np.float64]
Mark = tuple[float, str]
"""A place on an axis and its name."""

TEXT = 13.0
MARGIN_RIGHT, MARGIN_TOP, GAP = 12.0, 8.0, 6.0
DOT = {"o": 6.0, "s": 9.0, "t": 9.0, "d": 9.0}
"""Sizes of the marks on a line: circle, square, triangle, diamond."""


@dataclass(frozen=True, slots=True)
class Bars:
    """Bars that stand on nought: where, how high, how wide, each with its tint; without an edge they touch."""

    at: Sequence[float]
    heights: Sequence[float]
    tints: Sequence[QColor]
    width: float
    edge: QColor | None


@dataclass(frozen=True, slots=True)
class ChartLine:
    """A line through points, with a mark on each if ``mark`` is not empty."""

    x: Array
    y: Array
    colour: str
    mark: str = ""


@dataclass(frozen=True, slots=True)
class ChartWords:
    """Words centred above, or below, a point."""

    x: float
    y: float
    words: str
    colour: str
    size: float
    below: bool


@dataclass(slots=True)
class Drawing:
    """What a chart shows."""

    bars: list[Bars] = field(default_factory=list)
    lines: list[ChartLine] = field(default_factory=list)
    words: list[ChartWords] = field(default_factory=list)
    left: float = 0.0
    right: float = 1.0
    high: float = 1.0
    """The upper end of the upright axis."""
    across: Sequence[Mark] = ()
    up: Sequence[Mark] = ()
    title: str = ""
    """What is counted across."""


class _Scale:
    """From values to pixels."""

    def __init__(self, drawing: Drawing, room: QRectF, font: QFont) -> None:
        metrics = QFontMetricsF(font)
        left = max((metrics.horizontalAdvance(name) for _, name in drawing.up), default=0.0) + 2 * GAP
        below = metrics.height() * (2 if drawing.title else 1) + 2 * GAP
        self.inside = room.adjusted(left, MARGIN_TOP, -MARGIN_RIGHT, -below)
        self.line_height = metrics.height()
        self._left, self._wide = drawing.left, self.inside.width() / max(drawing.right - drawing.left, 1e-12)
        self._tall = self.inside.height() / (drawing.high or 1.0)

    def x(self, value: float) -> float:
        return self.inside.left() + (value - self._left) * self._wide

    def y(self, value: float) -> float:
        return self.inside.bottom() - value * self._tall


def paint_chart(painter: QPainter, room: QRectF, drawing: Drawing, colours: Palette) -> None:
    """Paint a chart into ``room``."""
    painter.fillRect(room, QColor(colours.sheet))
    font = screen_font(TEXT)
    scale = _Scale(drawing, room, font)
    if scale.inside.width() < 1 or scale.inside.height() < 1:
        return
    painter.setFont(font)
    _paint_axes(painter, room, drawing, scale, colours)
    painter.save()
    painter.setClipRect(scale.inside.adjusted(-1, -MARGIN_TOP, 1, 1))
    for bars in drawing.bars:
        _paint_bars(painter, bars, scale)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    for line in drawing.lines:
        _paint_line(painter, line, scale)
    painter.restore()
    for words in drawing.words:
        _paint_words(painter, words, scale)


def _paint_axes(painter: QPainter, room: QRectF, drawing: Drawing, scale: _Scale, colours: Palette) -> None:
    inside, high = scale.inside, scale.line_height
    painter.setPen(QPen(QColor(colours.line), 1))
    for at, _ in drawing.up:
        painter.drawLine(QLineF(inside.left() - GAP / 2, scale.y(at), inside.left(), scale.y(at)))
    painter.drawLine(QLineF(inside.bottomLeft(), inside.topLeft()))
    painter.drawLine(QLineF(inside.bottomLeft(), inside.bottomRight()))
    painter.setPen(QColor(colours.faint))
    middle, to_right = Qt.AlignmentFlag.AlignCenter, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
    for at, name in drawing.up:
        if scale.y(at) >= inside.top() - 1:
            painter.drawText(
                QRectF(room.left(), scale.y(at) - high / 2, inside.left() - room.left() - GAP, high), to_right, name
            )
    for at, name in drawing.across:
        if inside.left() - 1 <= scale.x(at) <= inside.right() + 1:
            wide = painter.fontMetrics().horizontalAdvance(name) + 4.0
            # A name at the edge is moved inwards rather than cut.
            left = min(max(scale.x(at) - wide / 2, room.left()), room.right() - wide)
            painter.drawText(QRectF(left, inside.bottom() + GAP / 2, wide, high), middle, name)
    if drawing.title:
        painter.drawText(QRectF(inside.left(), room.bottom() - high - GAP, inside.width(), high), middle, drawing.title)


def _paint_bars(painter: QPainter, bars: Bars, scale: _Scale) -> None:
    ground = scale.y(0.0)
    for at, height, tint in zip(bars.at, bars.heights, bars.tints, strict=True):
        left, right, top = scale.x(at - bars.width / 2), scale.x(at + bars.width / 2), scale.y(height)
        if height > 0:
            painter.fillRect(QRectF(left, top, max(right - left, 1.0), ground - top), tint)
            if bars.edge is not None:
                painter.setPen(QPen(bars.edge, 1))
                painter.drawRect(QRectF(left, top, right - left, ground - top))


def _paint_line(painter: QPainter, line: ChartLine, scale: _Scale) -> None:
    points = [QPointF(scale.x(x), scale.y(y)) for x, y in zip(line.x.tolist(), line.y.tolist(), strict=True)]
    painter.setPen(QPen(QColor(line.colour), 2))
    painter.drawPolyline(QPolygonF(points))
    if line.mark:
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(line.colour))
        for point in points:
            painter.drawPath(mark_at(point, DOT[line.mark], line.mark))
        painter.setBrush(Qt.BrushStyle.NoBrush)


def mark_at(at: QPointF, size: float, mark: str) -> QPainterPath:
    """A circle ('o'), square ('s'), triangle ('t') or diamond ('d') about a point."""
    path, half = QPainterPath(), size / 2
    if mark == "o":
        path.addEllipse(at, half, half)
    elif mark == "s":
        path.addRect(QRectF(at.x() - half, at.y() - half, size, size))
    else:
        turns = {"t": ((0, -half), (half, half), (-half, half)), "d": ((0, -half), (half, 0), (0, half), (-half, 0))}
        path.addPolygon(QPolygonF([QPointF(at.x() + x, at.y() + y) for x, y in turns[mark]]))
        path.closeSubpath()
    return path


def _paint_words(painter: QPainter, words: ChartWords, scale: _Scale) -> None:
    font = screen_font(words.size)
    painter.setFont(font)
    painter.setPen(QColor(words.colour))
    wide, high = QFontMetricsF(font).horizontalAdvance(words.words) + 4, QFontMetricsF(font).height()
    top = scale.y(words.y) + (1 if words.below else -high - 1)
    painter.drawText(QRectF(scale.x(words.x) - wide / 2, top, wide, high), Qt.AlignmentFlag.AlignCenter, words.words)
