"""The looks of paper: in colour, in grey, or in lines alone, which take least ink."""

from __future__ import annotations

from dataclasses import fields, replace

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QColor, QPainter, QPen

from bolometric.paint.palette import LIGHT, Palette, greyed

WHITE, BLACK = "#ffffff", "#000000"
COLOUR = replace(LIGHT, paper=WHITE, sheet=WHITE, line="#8f8674", ink="#14181f")
NO_COLOUR = ("tone",)
GREY = replace(
    COLOUR,
    tone="grey",
    **{f.name: greyed(QColor(getattr(COLOUR, f.name))).name() for f in fields(COLOUR) if f.name not in NO_COLOUR},
)
LINES = Palette(
    paper=WHITE,
    sheet=WHITE,
    ink=BLACK,
    faint="#4a4a4a",
    line=BLACK,
    ember=BLACK,
    night=BLACK,
    night_wash=WHITE,
    moss=BLACK,
    moss_wash=WHITE,
    cold=WHITE,
    middle=WHITE,
    hot=WHITE,
    tone="lines",
)
LOOKS = {"colour": COLOUR, "grey": GREY, "lines": LINES}
THIN = 0.5
MOST_LINES = 7


def hatch(painter: QPainter, place: QRectF, warmth: float, palette: Palette) -> None:
    """Slanting lines in place of a tint: the warmer, the more of them."""
    count = round(warmth * MOST_LINES)
    painter.save()
    painter.setClipRect(place)
    painter.setPen(QPen(QColor(palette.faint), THIN))
    for at in range(count):
        shift = (at + 0.5) / count * (place.width() + place.height()) - place.height()
        foot = QPointF(place.left() + shift, place.bottom())
        painter.drawLine(foot, foot + QPointF(place.height(), -place.height()))
    painter.restore()
