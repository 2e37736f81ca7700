"""Charts in the program's look, on pyqtgraph. Import this module late: it takes half a second."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import pyqtgraph as pg
from numpy.typing import NDArray
from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QResizeEvent

from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import Palette

MOST_LABELS = 40
"""Bars above this many carry no figures of their own: they would cover each other."""

MOST_NAMED = 24
"""Steps that are named below a chart at most."""
LINE = 24
"""Pixels that a name at the upright axis takes."""
HEADROOM = 1.2
"""How much higher than the highest bar the chart is, so that its figure fits above it."""


class Chart(pg.PlotWidget):  # type: ignore[misc]
    """One still chart: nothing to drag by accident, scaled to what it shows."""

    # Of the class, since the base is resized while it is made.
    _top = 0.0
    _marks: Sequence[tuple[float, str]] = ()
    _span = (0.0, 0.0, 0.0)

    def __init__(self, across: str, up: str) -> None:
        super().__init__()
        self._across = across
        self.setMenuEnabled(False)
        self.setMouseEnabled(False, False)
        self.hideButtons()
        self.setAccessibleName(f"Chart: {up} by {across or 'seat'}")
        self.getPlotItem().setContentsMargins(4, 8, 12, 4)

    def name_across(self, across: str) -> None:
        """What is counted across; said from the next drawing on."""
        self._across = across

    def clear_to(self, colours: Palette) -> None:
        """Empty the chart and take on the colours."""
        self.clear()
        self.setBackground(colours.sheet)
        for side in ("bottom", "left"):
            axis = self.getAxis(side)
            axis.setPen(QColor(colours.line))
            axis.setTextPen(QColor(colours.faint))
            axis.setTickFont(screen_font(13))
            axis.enableAutoSIPrefix(False)
        if self._across:
            self.getAxis("bottom").setLabel(self._across, **{"color": colours.faint, "font-size": "13px"})
        self.getAxis("bottom").setStyle(tickLength=0)

    def bars(
        self, at: Sequence[float] | NDArray[np.float64], heights: Sequence[float] | NDArray[np.float64],
        tints: Sequence[QColor] | QColor, width: float, edge: QColor | None,
    ) -> None:  # fmt: skip
        """Bars, each with its tint; with no edge they touch."""
        several = {} if isinstance(tints, QColor) else {"brushes": list(tints)}
        one = {"brush": tints} if isinstance(tints, QColor) else {}
        pens = {"pens": several["brushes"]} if edge is None and several else {"pen": edge}
        self.addItem(pg.BarGraphItem(x=list(at), height=list(heights), width=width, **pens, **several, **one))

    def label(self, x: float, y: float, words: str, colour: str, size: float = 13, below: bool = False) -> None:
        """Words centred above (or below) a point."""
        item = pg.TextItem(words, color=QColor(colour), anchor=(0.5, 0.0 if below else 1.0))
        item.setFont(screen_font(size))
        item.setPos(x, y)
        self.addItem(item, ignoreBounds=True)

    def line(
        self, x: NDArray[np.float64], y: NDArray[np.float64], colour: str, dots: bool = False, mark: str = "o"
    ) -> None:
        """A line through points, with marks on them if they are few."""
        size = 6 if mark == "o" else 9
        marks = {"symbol": mark, "symbolSize": size, "symbolBrush": QColor(colour), "symbolPen": None} if dots else {}
        self.plot(x, y, pen=pg.mkPen(QColor(colour), width=2), **marks)

    def upright(self, x: float, colour: str) -> None:
        """A dashed upright line at ``x``."""
        pen = pg.mkPen(QColor(colour), width=1.5, style=Qt.PenStyle.DashLine)
        self.addItem(pg.InfiniteLine(x, pen=pen), ignoreBounds=True)

    def frame(self, left: float, right: float, top: float) -> None:
        """The range that is shown, from zero up."""
        self.setXRange(left, right, padding=0.01)
        self.setYRange(0, top * HEADROOM or 1, padding=0)

    def marks_across(self, marks: Sequence[tuple[float, str]]) -> None:
        """Which values are named below the chart."""
        self._marks, self._span = list(marks), (0.0, 0.0, 0.0)
        self._name_across()

    def _name_across(self) -> None:
        """As many of the marks as there is room for, evenly."""
        longest = max((len(words) for _, words in self._marks), default=1)
        every = -(-len(self._marks) // self._room(longest)) if self._marks else 1
        self.getAxis("bottom").setTicks([self._marks[::every]])

    def count_across(self, low: float, high: float, least: float = 0.0) -> None:
        """Name round numbers below the chart, ``least`` apart at least, as many as there is room for."""
        self._span = low, high, least
        self._count_across()

    def _count_across(self) -> None:
        low, high, least = self._span
        longest = max(len(f"{value:.4g}") for value in (low, high))
        most = min(MOST_NAMED, self._room(longest))
        steps = (m * 10**e for e in range(-4, 13) for m in (1, 2, 5))
        step = next((step for step in steps if step >= least and (high - low) / step <= most), 1.0)
        first = int(np.ceil(low / step))
        marks = [(k * step, f"{k * step:.6g}".replace("-", "−")) for k in range(first, int(high / step) + 1)]
        self.getAxis("bottom").setTicks([marks])

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
        marks = [(k * step, f"{100 * k * step:.3g}%") for k in range(int(self._top * HEADROOM / step) + 1)]
        self.getAxis("left").setTicks([marks])

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Name as much as there is room for now."""
        super().resizeEvent(event)
        if self._span[1] > self._span[0]:
            self._count_across()
        elif self._marks:
            self._name_across()
        if self._top:
            self._name_up()
