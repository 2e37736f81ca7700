"""One game as a strip of time: a row for each player, who thinks when, whose hands are busy, who waits."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.measure.notes import Deed
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette

LEFT, TOP, FOOT, ROW = 78.0, 6.0, 26.0, 46.0
STEPS = (0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 60.0)
"""Minutes between the marks of the axis, of which there are eight at most."""


def _end(deed: Deed) -> float:
    return deed.begins + deed.hands + deed.thinking


class Strip(QWidget):
    """Draws the deeds of a game. Arrow keys or the mouse go from deed to deed."""

    pointed = Signal(object)
    """The deed, and the second at which it begins; None for none."""

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName("one game as a strip of time: the arrow keys go from deed to deed")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.deeds: tuple[Deed, ...] = ()
        self.seconds = 0.0
        """How long the game lasts."""
        self.names: tuple[str, ...] = ("player 1",)
        self.colours, self.at = LIGHT, -1

    @property
    def seats(self) -> int:
        """How many rows there are."""
        return len(self.names)

    def show_deeds(self, deeds: tuple[Deed, ...], names: tuple[str, ...], colours: Palette) -> None:
        """Take on a game; ``names`` are what its players are called."""
        self.deeds, self.names, self.colours, self.at = deeds, names, colours, -1
        self.seconds = max(map(_end, deeds), default=0.0)
        self.setMinimumHeight(int(TOP + FOOT + 26 * self.seats))
        self.updateGeometry()
        self.update()

    def sizeHint(self) -> QSize:
        """A row for each player."""
        return QSize(700, int(TOP + FOOT + ROW * self.seats))

    def _row(self) -> float:
        return min(ROW, (self.height() - TOP - FOOT) / self.seats)

    def _x(self, second: float) -> float:
        return LEFT + (self.width() - LEFT - 10) * second / max(self.seconds, 1e-9)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw rows, deeds and the axis."""
        c, row = self.colours, self._row()
        painter = QPainter(self)
        painter.setFont(screen_font(13))
        for seat in range(self.seats):
            top = TOP + seat * row
            painter.setPen(QColor(c.ink))
            flags = Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter
            name = painter.fontMetrics().elidedText(self.names[seat], Qt.TextElideMode.ElideRight, int(LEFT - 8))
            painter.drawText(QRectF(0, top, LEFT - 8, row), flags, name)
            painter.setPen(QPen(QColor(c.line), 1))
            painter.drawLine(int(LEFT), int(top + row / 2), self.width() - 10, int(top + row / 2))
        for k, deed in enumerate(self.deeds):
            for seat in self._seats_of(deed):
                self._paint_deed(painter, deed, TOP + seat * row, row, k == self.at)
        self._paint_axis(painter)
        painter.end()

    def _seats_of(self, deed: Deed) -> Sequence[int]:
        return range(self.seats) if deed.seat is None else (deed.seat,)

    def _paint_deed(self, painter: QPainter, deed: Deed, top: float, row: float, pointed: bool) -> None:
        """Thinking is tall and warm, hands are low and blue: told apart by height as well."""
        c, height = self.colours, row - 10
        hands = QRectF(self._x(deed.begins), top + 5 + height * 0.55, 0, height * 0.45)
        hands.setRight(self._x(deed.begins + deed.hands))
        thinks = QRectF(hands.right(), top + 5, 0, height)
        thinks.setRight(self._x(_end(deed)))
        painter.fillRect(hands, QColor(c.night))
        painter.fillRect(thinks, QColor(c.hot))
        if pointed:
            painter.setPen(QPen(QColor(c.ember if self.hasFocus() else c.ink), 2))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(QRectF(hands.left(), top + 3, max(thinks.right() - hands.left(), 2), row - 6))

    def _paint_axis(self, painter: QPainter) -> None:
        c, minutes = self.colours, self.seconds / 60
        step = next((step for step in STEPS if minutes / step <= 8), STEPS[-1])
        painter.setPen(QColor(c.faint))
        k = 0
        while k * step <= minutes:
            x = self._x(60 * k * step)
            box = QRectF(min(x - 40, self.width() - 80), self.height() - FOOT + 4, 80, FOOT - 4)
            painter.drawText(box, Qt.AlignmentFlag.AlignHCenter, f"{k * step:g} min")
            k += 1

    def _point(self, at: int) -> None:
        if at != self.at:
            self.at = at
            self.update()
            self.pointed.emit(None if at < 0 else (self.deeds[at], self.deeds[at].begins))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        """Point at the deed below the pointer."""
        x, row = event.position().x(), int((event.position().y() - TOP) // self._row())
        here = [k for k, deed in enumerate(self.deeds) if self._x(deed.begins) <= x < self._x(_end(deed))]
        found = sorted(here, key=lambda k: row not in self._seats_of(self.deeds[k]))
        self._point(found[0] if found else -1)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Go from deed to deed."""
        by = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if by is None or not self.deeds:
            super().keyPressEvent(event)
            return
        self._point(min(max(self.at + by, 0), len(self.deeds) - 1))
