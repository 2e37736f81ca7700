"""A chart on a page: nothing to drag by accident, scaled to what it shows, named as far as there is room."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QRectF, QSize
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from bolometric.core.text.figures import minus
from bolometric.paint.chart import Bars, ChartLine, ChartWords, Drawing, Mark, paint_chart
from bolometric.paint.palette import LIGHT, Palette

MOST_LABELS = 40
"""Bars above this many carry no figures of their own: they would cover each other."""

MOST_NAMED = 24
"""Steps that are named below a chart at most."""
LINE = 24
"""Pixels that a name at the upright axis takes."""
HEADROOM = 1.2
"""How much higher than the highest bar the chart is, so that its figure fits above it."""
PADDING = 0.01
"""The part of its range that a chart leaves free at either side."""

Numbers = Sequence[float] | NDArray[np.float64]


class ChartView(QWidget):
    """One still chart."""

    def __init__(self, across: str, up: str) -> None:
        super().__init__()
        self._across = across
        self._top = 0.0
        self._marks: Sequence[Mark] = ()
        self._span = (0.0, 0.0, 0.0)
        self.colours: Palette = LIGHT
        self.drawing = Drawing(title=across)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName(f"Chart: {up} by {across or 'player'}")

    def sizeHint(self) -> QSize:
        """Large enough to be read; a page gives it more."""
        return QSize(420, 240)

    def name_across(self, across: str) -> None:
        """What is counted across; said from the next drawing on."""
        self._across = across

    def clear_to(self, colours: Palette) -> None:
        """Empty the chart and take on the colours."""
        before = self.drawing
        self.colours = colours
        self.drawing = Drawing(
            left=before.left,
            right=before.right,
            high=before.high,
            across=before.across,
            up=before.up,
            title=self._across,
        )
        self.update()

    def bars(
        self, at: Numbers, heights: Numbers, tints: Sequence[QColor] | QColor, width: float, edge: QColor | None
    ) -> None:
        """Bars, each with its tint; with no edge they touch."""
        places = [float(x) for x in at]
        several = [tints] * len(places) if isinstance(tints, QColor) else tints
        self.drawing.bars.append(Bars(places, [float(y) for y in heights], several, width, edge))

    def label(self, x: float, y: float, words: str, colour: str, size: float = 13, below: bool = False) -> None:
        """Words centred above (or below) a point."""
        self.drawing.words.append(ChartWords(x, y, words, colour, size, below))

    def line(
        self, x: NDArray[np.float64], y: NDArray[np.float64], colour: str, dots: bool = False, mark: str = "o"
    ) -> None:
        """A line through points, with marks on them if they are few."""
        self.drawing.lines.append(ChartLine(x, y, colour, mark if dots else ""))

    def frame(self, left: float, right: float, top: float) -> None:
        """The range that is shown, from zero up."""
        free = PADDING * (right - left)
        self.drawing.left, self.drawing.right = left - free, right + free
        self.drawing.high = top * HEADROOM or 1.0

    def marks_across(self, marks: Sequence[Mark]) -> None:
        """Which values are named below the chart."""
        self._marks, self._span = list(marks), (0.0, 0.0, 0.0)
        self._name_across()

    def _name_across(self) -> None:
        """As many of the marks as there is room for, evenly."""
        longest = max((len(words) for _, words in self._marks), default=1)
        every = -(-len(self._marks) // self._room(longest)) if self._marks else 1
        self.drawing.across = self._marks[::every]

    def count_across(self, low: float, high: float, least: float = 0.0) -> None:
        """Name round numbers below the chart, ``least`` apart at least, as many as there is room for."""
        self._span = low, high, least
        self._count_across()

    def _count_across(self) -> None:
        low, high, least = self._span
        longest = max(len(minus(float(f"{value:.4g}"))) for value in (low, high))
        most = min(MOST_NAMED, self._room(longest))
        self.drawing.across = _rounds(low, high, least, most)

    def _room(self, letters: int) -> int:
        """How many names of so many letters fit beside each other."""
        return max(1, int((self.width() - 60) / (9 * letters + 12)))

    def percents_up(self, top: float) -> None:
        """Name the upright axis in percent."""
        self._top = top
        self._name_up()

    def _name_up(self) -> None:
        """Round shares, as many as there is room for."""
        most = min(5, max(1, (self.height() - 60) // LINE))
        steps = [s for s in (0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.25, 0.5, 1) if self._top / s <= most]
        step = steps[0] if steps else 1.0
        self.drawing.up = [(k * step, f"{100 * k * step:.3g}%") for k in range(int(self._top * HEADROOM / step) + 1)]

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Name as much as there is room for now."""
        super().resizeEvent(event)
        if self._span[1] > self._span[0]:
            self._count_across()
        elif self._marks:
            self._name_across()
        if self._top:
            self._name_up()

    def paintEvent(self, event: QPaintEvent) -> None:
        """All in one go."""
        painter = QPainter(self)
        paint_chart(painter, QRectF(self.rect()), self.drawing, self.colours)
        painter.end()


def _rounds(low: float, high: float, least: float, most: int) -> list[Mark]:
    """Round numbers between two, at most so many."""
    steps = (m * 10**e for e in range(-4, 13) for m in (1, 2, 5))
    step = next((step for step in steps if step >= least and (high - low) / step <= most), 1.0)
    first = int(np.ceil(low / step))
    return [(k * step, minus(float(k * step))) for k in range(first, int(high / step) + 1)]
