"""Games as points by two readings: those that are best by both are joined, and any can be chosen."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette

LEFT, BELOW, ROUND = 64.0, 44.0, 12.0
NEAR = 16.0
"""Pixels from the pointer within which a point is meant."""
Band = tuple[float, float]
Point = tuple[float, float]


class Scatter(QWidget):
    """Arrow keys go along the joined points; a click, or Enter, chooses one."""

    chosen = Signal(int)

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setAccessibleName(f"{name}: the arrow keys go along the best")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumHeight(160)
        self.points: Sequence[Point] = ()
        self.edge: Sequence[int] = ()
        self.bands: tuple[Band | None, Band | None] = (None, None)
        self.names: tuple[str, str] = ("", "")
        self.ends: tuple[tuple[str, str], tuple[str, str]] = (("", ""), ("", ""))
        self.at: int | None = None
        self.colours: Palette = LIGHT

    def show_points(
        self,
        points: Sequence[Point],
        edge: Sequence[int],
        bands: tuple[Band | None, Band | None],
        names: tuple[str, str],
        ends: tuple[tuple[str, str], tuple[str, str]],
        colours: Palette,
    ) -> None:
        """Take on points; ``ends`` are the words of the least and greatest value of each axis."""
        self.points, self.edge, self.bands, self.names, self.ends, self.colours = (
            points,
            edge,
            bands,
            names,
            ends,
            colours,
        )
        if self.at is not None and self.at >= len(points):
            self.at = None
        self.update()

    def pick(self, at: int | None) -> None:
        """Ring a point."""
        self.at = at
        self.update()

    @property
    def _room(self) -> QRectF:
        return QRectF(LEFT, ROUND, self.width() - LEFT - ROUND, self.height() - BELOW - ROUND)

    def _span(self, axis: int) -> tuple[float, float]:
        values = [point[axis] for point in self.points]
        low, high = min(values, default=0.0), max(values, default=1.0)
        return (low, high) if high > low else (low - 0.5, low + 0.5)

    def _place(self, x: float, y: float) -> QPointF:
        room, (left, right), (low, high) = self._room, self._span(0), self._span(1)
        across = min(max((x - left) / (right - left), 0.0), 1.0)
        up = min(max((y - low) / (high - low), 0.0), 1.0)
        return QPointF(room.left() + across * room.width(), room.bottom() - up * room.height())

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw it."""
        painter, c, room = QPainter(self), self.colours, self._room
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(room, QColor(c.sheet))
        self._paint_bands(painter)
        painter.setPen(QPen(QColor(c.line), 1))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(room)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(c.faint))
        for point in self.points:
            painter.drawEllipse(self._place(*point), 2.5, 2.5)
        joined = [self._place(*self.points[k]) for k in self.edge]
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(c.ember), 2))
        painter.drawPolyline(QPolygonF(joined))
        painter.setBrush(QColor(c.ember))
        for place in joined:
            painter.drawEllipse(place, 4.5, 4.5)
        if self.at is not None and self.at < len(self.points):
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(c.night), 3))
            painter.drawEllipse(self._place(*self.points[self.at]), 8, 8)
        self._paint_words(painter)
        painter.end()

    def _paint_bands(self, painter: QPainter) -> None:
        """Where both targets are met, as far as it lies in the picture."""
        room = self._room
        for axis, band in enumerate(self.bands):
            if band is None:
                continue
            low, high = (self._place(*((edge, 0.0) if axis == 0 else (0.0, edge))) for edge in band)
            wash = QColor(self.colours.moss_wash)
            wash.setAlpha(110)
            if axis == 0:
                painter.fillRect(QRectF(low.x(), room.top(), max(high.x() - low.x(), 2), room.height()), wash)
            else:
                painter.fillRect(QRectF(room.left(), high.y(), room.width(), max(low.y() - high.y(), 2)), wash)

    def _paint_words(self, painter: QPainter) -> None:
        room, c = self._room, self.colours
        painter.setFont(screen_font(12.5))
        painter.setPen(QColor(c.faint))
        left, right = Qt.AlignmentFlag.AlignLeft, Qt.AlignmentFlag.AlignRight
        below = QRectF(room.left(), room.bottom() + 4, room.width(), 18)
        painter.drawText(below, left, self.ends[0][0])
        painter.drawText(below, right, self.ends[0][1])
        painter.drawText(QRectF(0, room.bottom() - 16, LEFT - 6, 18), right, self.ends[1][0])
        painter.drawText(QRectF(0, room.top(), LEFT - 6, 18), right, self.ends[1][1])
        painter.setPen(QColor(c.ink))
        told = f"{self.names[0]} across, {self.names[1]} upwards"
        painter.drawText(QRectF(room.left(), room.bottom() + 22, room.width(), 20), Qt.AlignmentFlag.AlignCenter, told)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Choose the nearest point."""
        places = [self._place(*point) for point in self.points]
        away = [(place - event.position()).manhattanLength() for place in places]
        nearest = min(range(len(away)), key=away.__getitem__, default=None)
        if nearest is not None and away[nearest] < NEAR:
            self._choose(nearest)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Go along the best."""
        by = {Qt.Key.Key_Left: -1, Qt.Key.Key_Down: -1, Qt.Key.Key_Right: 1, Qt.Key.Key_Up: 1}.get(Qt.Key(event.key()))
        if by is None or not self.edge:
            super().keyPressEvent(event)
            return
        here = self.edge.index(self.at) if self.at in self.edge else -by
        self._choose(self.edge[min(max(here + by, 0), len(self.edge) - 1)])

    def _choose(self, at: int) -> None:
        self.pick(at)
        self.chosen.emit(at)
