"""A page: what is drawn on it, its measures, and the edge that every page has: a ruler, its name and its number.

Painters work in units of 1/96 inch from the upper left of the paper, so that fonts and pens are those of the screen.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QFontMetricsF, QPainter, QPen

from bolometric.core.game.printing import PAPERS, Printing
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import Palette
from bolometric.paint.printed.looks import LOOKS

UNIT = 96 / 25.4
"""Units to a millimetre."""
FOOT = 10.0
"""Millimetres at the foot of each page for the ruler and the name."""
RULER = 100.0
SMALL = 11.0


def mm(length: float) -> float:
    """Millimetres as units."""
    return length * UNIT


@dataclass(frozen=True, slots=True)
class Page:
    """One page of one sheet."""

    sheet: str
    """Which kind of sheet, as in the printing of the game."""
    title: str
    size: tuple[float, float]
    """Width and height as it lies, in millimetres."""
    draw: Callable[[QPainter], None]
    """Draws what stands inside the margins, without the foot."""


@dataclass(frozen=True, slots=True)
class Paper:
    """What all pages of a game have in common."""

    printing: Printing
    name: str

    @property
    def palette(self) -> Palette:
        """The colours."""
        return LOOKS[self.printing.look]

    def size(self, turned: bool = False) -> tuple[float, float]:
        """Width and height in millimetres."""
        wide, high = PAPERS[self.printing.paper]
        return (high, wide) if turned else (wide, high)

    def inside(self, turned: bool = False) -> tuple[float, float]:
        """Width and height inside the margins and above the foot, in millimetres."""
        wide, high = self.size(turned)
        return wide - 2 * self.printing.margin, high - 2 * self.printing.margin - FOOT

    def room(self, turned: bool = False) -> QRectF:
        """The same in units, where it lies on the page."""
        wide, high = self.inside(turned)
        return QRectF(mm(self.printing.margin), mm(self.printing.margin), mm(wide), mm(high))


def paint_page(painter: QPainter, page: Page, paper: Paper, number: int, count: int) -> None:
    """Draw a page with its foot; the painter's unit is 1/96 inch."""
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    page.draw(painter)
    painter.restore()
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    _foot(painter, page, paper, f"{number} of {count}")
    painter.restore()


def _foot(painter: QPainter, page: Page, paper: Paper, number: str) -> None:
    """A ruler of 100 mm, and what the page is."""
    left, right = mm(paper.printing.margin), mm(page.size[0] - paper.printing.margin)
    bottom = mm(page.size[1] - paper.printing.margin)
    line, ink = bottom - mm(1.2), QColor(paper.palette.faint)
    painter.setPen(QPen(ink, 0.8))
    painter.drawLine(QPointF(left, line), QPointF(left + mm(RULER), line))
    for tenth in range(11):
        high = mm(2.2) if tenth % 5 == 0 else mm(1.2)
        x = left + mm(tenth * RULER / 10)
        painter.drawLine(QPointF(x, line), QPointF(x, line - high))
    told = QRectF(left, bottom - mm(8.2), mm(42), mm(4.4))
    fitted(painter, told, "100 mm: print at 100 %", Qt.AlignmentFlag.AlignLeft, SMALL, ink)
    name = QRectF(told.right() + mm(3), told.top(), right - told.right() - mm(3), told.height())
    fitted(painter, name, f"{paper.name} · {page.title} · {number}", Qt.AlignmentFlag.AlignRight, SMALL, ink)


def fitted(
    painter: QPainter,
    place: QRectF,
    words: str,
    side: Qt.AlignmentFlag,
    size: float,
    ink: QColor,
    font: Callable[[float], QFont] = screen_font,
) -> None:
    """A line of text in a place: as large as asked, or as small as it must be to fit; nothing is cut off."""
    made = font(size)
    wide = QFontMetricsF(made).horizontalAdvance(words)
    high = QFontMetricsF(made).height()
    shrink = min(1.0, 0.98 * place.width() / max(wide, 1.0), place.height() / max(high, 1.0))
    painter.save()
    painter.setPen(ink)
    painter.setFont(made)
    painter.translate(place.center())
    painter.scale(shrink, shrink)  # fonts come in whole pixels, a scale does not
    grown = QRectF(
        -place.width() / 2 / shrink, -place.height() / 2 / shrink, place.width() / shrink, place.height() / shrink
    )
    painter.drawText(grown, side | Qt.AlignmentFlag.AlignVCenter, words)
    painter.restore()
