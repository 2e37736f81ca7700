"""The strip of gauges: each reading as a scale with its target band, its spread and a plain verdict."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QHBoxLayout, QWidget

from bolometric.core.game.document import Band, Game
from bolometric.core.judge.verdict import Verdict, applies, scale, verdict
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, headline, show
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT, Palette

SHOWN = (
    "minutes", "in_time", "score", "seen", "left", "success", "over", "first_seat_edge", "ties", "setbacks",
    "idle_turns", "stuck", "lead_for_good", "choice",
)  # fmt: skip
"""Gauges in their order; each game shows those that mean something in it, as many as there is room for."""
USUAL = ("minutes", "in_time", "first_seat_edge", "setbacks", "lead_for_good")
"""The gauges of a game that one usually begins with."""
HEIGHT = 118
NARROW, LEAST = 196, 128
"""Pixels below which a gauge puts its words one below the other, and the least it needs."""


class Gauge(QAbstractButton):
    """One reading. A click asks how it was worked out and what would move it."""

    def __init__(self, key: str) -> None:
        super().__init__()
        self.key = key
        self.reading: Reading | None = None
        self.band: Band | None = None
        self.colours: Palette = LIGHT
        self.setFixedHeight(HEIGHT)
        self.setMinimumWidth(LEAST)
        self.setToolTip(f"{READINGS[key].label}: {READINGS[key].meaning}. Click for how it was worked out.")
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self._tell()

    def sizeHint(self) -> QSize:
        """Wide enough for its words."""
        return QSize(230, HEIGHT)

    def show_reading(self, reading: Reading | None, band: Band | None) -> None:
        """Take on a reading, or None while there is none."""
        self.reading, self.band = reading, band
        self._tell()
        self.update()

    @property
    def _wide(self) -> bool:
        """Whether label and verdict fit beside each other."""
        return self.width() >= NARROW

    def _tell(self) -> None:
        full = READINGS[self.key].label
        self.setAccessibleName(full if self.reading is None else f"{full}: {headline(self.key, self.reading)}")
        if self.reading is not None:
            judged = verdict(self.key, self.reading, self.band)
            self.setAccessibleDescription(f"{judged.words}; {certainty(self.key, self.reading)}")

    def paintEvent(self, event: QPaintEvent) -> None:
        """Draw the card."""
        c = self.colours
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        card = QRectF(self.rect()).adjusted(1.5, 1.5, -1.5, -1.5)
        focused = self.hasFocus()
        painter.setPen(QPen(QColor(c.ember if focused else c.line), 2 if focused else 1))
        painter.setBrush(QColor(c.sheet))
        painter.drawRoundedRect(card, 8, 8)
        side = 12 if self._wide else 8
        inner = card.adjusted(side, 8, -side, -8)
        self._text(painter, inner, READINGS[self.key].brief_label, 13.5, c.faint, Qt.AlignmentFlag.AlignLeft)
        if self.reading is None:
            self._text(painter, inner.adjusted(0, 20, 0, 0), "…", 23, c.faint, Qt.AlignmentFlag.AlignLeft, bold=True)
        else:
            self._paint_reading(painter, inner, self.reading)
        painter.end()

    def _paint_reading(self, painter: QPainter, inner: QRectF, reading: Reading) -> None:
        c, judged = self.colours, verdict(self.key, reading, self.band)
        colour = {"in": c.moss, "off": c.ember, "open": c.faint}[judged.standing]
        big = headline(self.key, reading)
        value_size = 23 if len(big) < 11 and self._wide else 18
        self._text(
            painter,
            inner.adjusted(0, 19 if self._wide else 17, 0, 0),
            big,
            value_size,
            c.ink,
            Qt.AlignmentFlag.AlignLeft,
            bold=True,
        )
        if judged.words != big and self._wide:
            self._text(painter, inner, judged.words, 13.5, colour, Qt.AlignmentFlag.AlignRight, bold=True)
        elif judged.words != big:
            below = inner.adjusted(0, 66, 0, 0)
            self._text(painter, below, judged.words, 13, colour, Qt.AlignmentFlag.AlignLeft, bold=True)
        self._paint_scale(painter, inner, reading, judged)
        sure = certainty(self.key, reading)
        if reading.method == "exact" and reading.p10 is not None and reading.p90 is not None:
            low = show(self.key, reading.p10).removesuffix(" min")
            high = show(self.key, reading.p90)
            sure = f"{low} to {high} in 8 of 10 · {sure}" if self._wide else f"{low}–{high}, {sure}"
        sure = sure if self._wide else sure.removesuffix(" points")
        self._text(painter, inner.adjusted(0, 84, 0, 0), sure, 12.5, c.faint, Qt.AlignmentFlag.AlignLeft)

    def _paint_scale(self, painter: QPainter, inner: QRectF, reading: Reading, judged: Verdict) -> None:
        c, (low, high) = self.colours, scale(self.key, reading, self.band)
        bar = QRectF(inner.left(), inner.top() + (63 if self._wide else 50), inner.width(), 9)

        def x(value: float) -> float:
            return bar.left() + bar.width() * min(max((value - low) / (high - low), 0.0), 1.0)

        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(c.line))
        painter.drawRoundedRect(bar, 4.5, 4.5)
        if self.band is not None:
            painter.setBrush(QColor(c.moss_wash))
            painter.setPen(QPen(QColor(c.moss), 1))
            painter.drawRect(QRectF(x(self.band.low), bar.top() - 2, x(self.band.high) - x(self.band.low), 13))
        middle = bar.center().y()
        if reading.p10 is not None and reading.p90 is not None:
            painter.setPen(QPen(QColor(c.ink), 2))
            painter.drawLine(QPointF(x(reading.p10), middle), QPointF(x(reading.p90), middle))
        if reading.mean is not None:
            colour = {"in": c.moss, "off": c.ember, "open": c.night}[judged.standing]
            painter.setPen(QPen(QColor(c.sheet), 2))
            painter.setBrush(QColor(colour))
            painter.drawEllipse(QPointF(x(reading.mean), middle), 7.5, 7.5)

    def _text(
        self, painter: QPainter, area: QRectF, words: str, size: float, colour: str, side: Qt.AlignmentFlag,
        bold: bool = False,
    ) -> None:  # fmt: skip
        painter.setFont(screen_font(size, bold))
        painter.setPen(QColor(colour))
        fitted = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, int(area.width()))
        painter.drawText(area, side | Qt.AlignmentFlag.AlignTop, fitted)


class GaugeStrip(QWidget):
    """The gauges side by side."""

    def __init__(self) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(10, 6, 10, 10)
        row.setSpacing(8)
        self.gauges = {key: Gauge(key) for key in SHOWN}
        for gauge in self.gauges.values():
            row.addWidget(gauge)

    def show_waiting(self, colours: Palette) -> None:
        """No game is shown yet: the usual gauges, so that little moves once one is."""
        for key, gauge in self.gauges.items():
            gauge.colours = colours
            gauge.setVisible(key in USUAL)

    def show_readings(self, game: Game, readings: dict[str, Reading], colours: Palette) -> None:
        """Show what is known of a game; a reading that is not there yet shows as waiting."""
        # What thinking is worth takes the place of the lead where there is something to think about.
        instead = {"lead_for_good"} if applies(game, "choice") else set()
        shown = {key for key in self.gauges if applies(game, key)} - instead
        # Hidden ones go first: all of them together would push the window wider than the screen.
        for key in sorted(self.gauges, key=lambda key: key in shown):
            gauge = self.gauges[key]
            gauge.colours = colours
            gauge.setVisible(key in shown)
            gauge.show_reading(readings.get(key), getattr(game.brief, key, None))
