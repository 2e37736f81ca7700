"""One change with what it does to a reading: words, a bar from nothing to the effect, and the figure with its error."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QEnterEvent, QFocusEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QSizePolicy

from bolometric.core.tuning.moves import Step
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import Palette

HIGH = 26
WORDS, FIGURE = 0.40, 0.25
"""Shares of the width for the words of the change, and for its figure."""


class StepBar(QAbstractButton):
    """A click, or Space, chooses the change."""

    pointed = Signal()

    def __init__(self, step: Step, figure: str, most: float, met: bool, colours: Palette) -> None:
        super().__init__(checkable=True)
        self.step, self.figure, self.most, self.met, self.colours = step, figure, most, met, colours
        self.setAccessibleName(f"{step.words}: {figure}")
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFixedHeight(HIGH)

    def sizeHint(self) -> QSize:
        """As wide as there is room."""
        return QSize(420, HIGH)

    def enterEvent(self, event: QEnterEvent) -> None:
        """The pointer is on it."""
        super().enterEvent(event)
        self.pointed.emit()

    def focusInEvent(self, event: QFocusEvent) -> None:
        """The keyboard is on it."""
        super().focusInEvent(event)
        self.pointed.emit()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw it."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        c, wide = self.colours, float(self.width())
        lit = self.hasFocus() or self.underMouse()
        if lit or self.isChecked():
            painter.fillRect(self.rect(), QColor(c.night_wash))
        if self.isChecked():
            painter.fillRect(0, 0, 4, HIGH, QColor(c.ember))
        painter.setFont(screen_font(13.5, self.isChecked()))
        painter.setPen(QColor(c.ink))
        words = QRectF(6, 0, WORDS * wide - 12, HIGH)
        shown = painter.fontMetrics().elidedText(self.step.words, Qt.TextElideMode.ElideRight, int(words.width()))
        painter.drawText(words, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft, shown)
        self._paint_bar(painter, QRectF(WORDS * wide, 0, (1 - WORDS - FIGURE) * wide, HIGH))
        painter.setPen(QColor(c.ink if self.step.sure else c.faint))
        painter.setFont(screen_font(13))
        figure = QRectF((1 - FIGURE) * wide + 8, 0, FIGURE * wide - 10, HIGH)
        told = painter.fontMetrics().elidedText(self.figure, Qt.TextElideMode.ElideRight, int(figure.width()))
        painter.drawText(figure, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft, told)
        painter.end()

    def _paint_bar(self, painter: QPainter, room: QRectF) -> None:
        """From the line in the middle to the effect; twice the error as a thin line about its end."""
        c, half = self.colours, room.width() / 2 - 8
        middle = room.center().x()
        end = middle + half * max(min(self.step.effect / self.most, 1.0), -1.0)
        bar = QRectF(min(middle, end), 6, max(abs(end - middle), 1.0), HIGH - 12)
        colour = QColor(c.moss if self.met else c.ember if self.step.effect > 0 else c.night)
        if not self.step.sure:
            colour = QColor(c.line)
        painter.fillRect(bar, colour)
        painter.setPen(QPen(QColor(c.faint), 1))
        painter.drawLine(int(middle), 0, int(middle), HIGH)
        if self.step.error:
            by = half * 2 * self.step.error / self.most
            painter.setPen(QPen(QColor(c.ink), 1.5))
            painter.drawLine(int(max(end - by, room.left())), HIGH // 2, int(min(end + by, room.right())), HIGH // 2)
