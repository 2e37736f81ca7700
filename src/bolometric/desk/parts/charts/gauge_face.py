"""What a gauge shows of a reading: its figure, a verdict, a scale with the target band and the spread, how sure it is.

Apart from the gauge itself, since the window comes up before anything of the core is there.
"""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.core.game.brief import Band
from bolometric.core.judge.verdict import Verdict, scale, verdict
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, headline, show
from bolometric.paint.fonts import write
from bolometric.paint.palette import Palette


def aloud(key: str, reading: Reading, band: Band | None) -> tuple[str, str]:
    """Name and description for whoever listens."""
    told = f"{verdict(key, reading, band).words}; {certainty(key, reading)}"
    return f"{READINGS[key].label}: {headline(key, reading)}", told


def paint_reading(
    painter: QPainter, inner: QRectF, key: str, reading: Reading, band: Band | None, c: Palette, wide: bool
) -> None:
    """Draw all of it below the label; ``wide`` where label and verdict fit beside each other."""
    judged = verdict(key, reading, band)
    colour = {"in": c.moss, "off": c.ember, "open": c.faint}[judged.standing]
    big = headline(key, reading)
    value_size = 23 if len(big) < 11 and wide else 18
    write(
        painter,
        inner.adjusted(0, 19 if wide else 17, 0, 0),
        big,
        value_size,
        c.ink,
        Qt.AlignmentFlag.AlignLeft,
        bold=True,
    )
    if judged.words != big and wide:
        write(painter, inner, judged.words, 13.5, colour, Qt.AlignmentFlag.AlignRight, bold=True)
    elif judged.words != big:
        below = inner.adjusted(0, 66, 0, 0)
        write(painter, below, judged.words, 13, colour, Qt.AlignmentFlag.AlignLeft, bold=True)
    _paint_scale(painter, inner, key, reading, band, judged, c, wide)
    sure = certainty(key, reading)
    if reading.method == "exact" and reading.p10 is not None and reading.p90 is not None:
        low = show(key, reading.p10).removesuffix(" min")
        high = show(key, reading.p90)
        sure = f"{low} to {high} in 8 of 10 · {sure}" if wide else f"{low}–{high}, {sure}"
    sure = sure if wide else sure.removesuffix(" points")
    write(painter, inner.adjusted(0, 84, 0, 0), sure, 12.5, c.faint, Qt.AlignmentFlag.AlignLeft)


def _paint_scale(
    painter: QPainter,
    inner: QRectF,
    key: str,
    reading: Reading,
    band: Band | None,
    judged: Verdict,
    c: Palette,
    wide: bool,
) -> None:
    low, high = scale(key, reading, band)
    bar = QRectF(inner.left(), inner.top() + (63 if wide else 50), inner.width(), 9)

    def x(value: float) -> float:
        return bar.left() + bar.width() * min(max((value - low) / (high - low), 0.0), 1.0)

    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(c.line))
    painter.drawRoundedRect(bar, 4.5, 4.5)
    if band is not None:
        painter.setBrush(QColor(c.moss_wash))
        painter.setPen(QPen(QColor(c.moss), 1))
        painter.drawRect(QRectF(x(band.low), bar.top() - 2, x(band.high) - x(band.low), 13))
    middle = bar.center().y()
    if reading.p10 is not None and reading.p90 is not None:
        painter.setPen(QPen(QColor(c.ink), 2))
        painter.drawLine(QPointF(x(reading.p10), middle), QPointF(x(reading.p90), middle))
    if reading.mean is not None:
        colour = {"in": c.moss, "off": c.ember, "open": c.night}[judged.standing]
        painter.setPen(QPen(QColor(c.sheet), 2))
        painter.setBrush(QColor(colour))
        painter.drawEllipse(QPointF(x(reading.mean), middle), 7.5, 7.5)
