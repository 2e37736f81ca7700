"""The strip of gauges: each reading as a scale with its target band, its spread and a plain verdict."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import QAbstractButton, QFrame, QHBoxLayout, QScrollArea, QSizePolicy, QWidget

from bolometric.paint.fonts import write
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.core.game.brief import Band
    from bolometric.core.game.document import Game
    from bolometric.core.results.readings import Reading

SHOWN = (
    "minutes",
    "in_time",
    "score",
    "seen",
    "found",
    "left",
    "success",
    "over",
    "first_seat_edge",
    "ties",
    "setbacks",
    "idle_turns",
    "stuck",
    "lead_for_good",
    "choice",
)
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
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self._label = ""

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
        """Say what it shows; not before the core is there, see GaugeStrip.show_waiting."""
        from bolometric.core.results.kinds import READINGS
        from bolometric.desk.parts.charts.gauge_face import aloud

        kind, told = READINGS[self.key], ""
        name = kind.label
        if self.reading is not None:
            name, told = aloud(self.key, self.reading, self.band)
        self.setAccessibleName(name)
        self.setAccessibleDescription(told)
        if not self._label:
            self._label = kind.brief_label
            self.setToolTip(f"{kind.label}: {kind.meaning}. Click for how it was worked out.")

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
        write(painter, inner, self._label, 13.5, c.faint)
        if self.reading is None:
            write(painter, inner.adjusted(0, 20, 0, 0), "…", 23, c.faint, bold=True)
        else:
            from bolometric.desk.parts.charts.gauge_face import paint_reading

            paint_reading(painter, inner, self.key, self.reading, self.band, c, self._wide)
        painter.end()


class GaugeStrip(QScrollArea):
    """The gauges side by side; where there is no room for all, they are scrolled within the strip."""

    def __init__(self) -> None:
        super().__init__()
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setWidgetResizable(True)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        inner = QWidget(objectName="plain")
        row = self._row = QHBoxLayout(inner)
        row.setContentsMargins(10, 6, 10, 10)
        row.setSpacing(8)
        self.gauges = {key: Gauge(key) for key in SHOWN}
        for gauge in self.gauges.values():
            row.addWidget(gauge)
        self.setWidget(inner)

    def _height(self) -> int:
        """With the scroll bar, where there is one."""
        shown = sum(1 for gauge in self.gauges.values() if not gauge.isHidden())
        least = shown * (LEAST + self._row.spacing()) + 20
        return HEIGHT + 16 + (self.horizontalScrollBar().sizeHint().height() if least > self.width() else 0)

    def sizeHint(self) -> QSize:
        """As high as a gauge."""
        return QSize(900, self._height())

    def minimumSizeHint(self) -> QSize:
        """Narrower than all its gauges, since it scrolls."""
        return QSize(300, self._height())

    def resizeEvent(self, event: QResizeEvent) -> None:
        """The scroll bar comes or goes."""
        super().resizeEvent(event)
        self.updateGeometry()

    def show_waiting(self, colours: Palette) -> None:
        """Nothing is known yet, not even what a reading is called: the usual gauges, so that little moves later."""
        for key, gauge in self.gauges.items():
            gauge.colours = colours
            gauge.setVisible(key in USUAL)

    def show_labels(self) -> None:
        """The core is there: say what each gauge is."""
        for gauge in self.gauges.values():
            gauge.show_reading(None, None)

    def show_readings(self, game: Game, readings: dict[str, Reading], colours: Palette) -> None:
        """Show what is known of a game; a reading that is not there yet shows as waiting."""
        from bolometric.core.judge.verdict import applies

        # What thinking is worth takes the place of the lead where there is something to think about.
        instead = {"lead_for_good"} if applies(game, "choice") else set()
        shown = {key for key in self.gauges if applies(game, key)} - instead
        # Hidden ones go first: all of them together would push the window wider than the screen.
        for key in sorted(self.gauges, key=lambda key: key in shown):
            gauge = self.gauges[key]
            gauge.colours = colours
            gauge.setVisible(key in shown)
            gauge.show_reading(readings.get(key), getattr(game.brief, key, None))
        self.updateGeometry()
