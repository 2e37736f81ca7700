"""Chances: the distribution as bars with ways and chances, in order of value or of chance."""

from __future__ import annotations

from itertools import pairwise
from math import ceil

from PySide6.QtGui import QColor
from PySide6.QtWidgets import QComboBox, QHBoxLayout

from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus, percent
from bolometric.core.words.odds import odds_words, total_words
from bolometric.desk.parts.charts.chart import MOST_LABELS, ChartView
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.odds.page import PickingPage, plain_label
from bolometric.paint.palette import ink_on, warmths

MOST_PERCENTS = 20
"""Bars up to which each carries its chance above and its ways within; more have room for the ways alone."""
MANY_BARS = 150
"""Bars above this many have no edge: it would be all there is to see."""
LETTERS_ACROSS = 96
"""Letters that fit below the chart."""
MOST_BARS = 3000
ORDERS = (("value", "in order of value"), ("chance", "most likely first"))
COMPACT_GAPS = 4
"""Where gaps are this many times wider than the least, bars stand side by side, each with its value below."""


class ChancesPage(PickingPage):
    """Shows the distribution of the total."""

    def __init__(self) -> None:
        super().__init__("Pick a total")
        self.words = plain_label()
        self.chart = ChartView("total", "chance")
        self.order = QComboBox()
        self.order.setAccessibleName("Order of the bars")
        for key, words in ORDERS:
            self.order.addItem(words, key)
        self.answer = plain_label()
        pick = QHBoxLayout()
        pick.addWidget(Label("Pick a total"))
        pick.addWidget(self.total)
        pick.addWidget(self.answer, 1)
        pick.addWidget(self.order)
        self.column.addWidget(self.words)
        self.column.addWidget(self.chart, 1)
        self.column.addLayout(pick)
        self.order.currentIndexChanged.connect(lambda _: self._draw_bars())

    def draw(self) -> None:
        """Show the set's odds."""
        self.offer_totals()
        self._draw_bars()
        self.show_picked()

    def _draw_bars(self) -> None:
        odds, colours = self.set.distribution, self.colours
        count = len(odds.totals)
        self.words.setText(f"{odds_words(odds)} {_of_bars(count)}".strip())
        self.chart.clear_to(colours)
        if not 0 < count <= MOST_BARS:
            return
        rows = sorted(zip(odds.totals, odds.ways, odds.chances.tolist(), strict=True))
        if self.order.currentData() == "chance":
            rows.sort(key=lambda row: (-row[1], row[0]))
        at, width = self._places([float(total) for total, _, _ in rows])
        warm = warmths([chance for _, _, chance in rows])
        most = max(chance for _, _, chance in rows)
        tints = [colours.heat(warmth) for warmth in warm]
        edge = QColor(colours.faint) if len(rows) <= MANY_BARS else None
        self.chart.bars(at, [chance for _, _, chance in rows], tints, width, edge)
        if len(rows) <= MOST_LABELS:
            few = len(rows) <= MOST_PERCENTS
            for x, (_, ways, chance), tint in zip(at, rows, tints, strict=True):
                self.chart.label(x, chance, percent(chance) if few else str(ways), colours.ink, 12.5)
                if few and chance > most / 12 and len(str(ways)) < 7:
                    self.chart.label(x, 0, str(ways), ink_on(tint).name(), 12.5)
        self.chart.frame(at[0] - width, at[-1] + width, most * 1.06)
        self.chart.percents_up(most)
        longest = max(len(minus(total)) for total, _, _ in rows)
        step = max(1, ceil(len(rows) * (longest + 2) / LETTERS_ACROSS))
        self.chart.marks_across([(x, minus(total)) for x, (total, _, _) in list(zip(at, rows, strict=True))[::step]])

    def _places(self, values: list[float]) -> tuple[list[float], float]:
        """Where the bars stand, and their width: to scale in order of value where that can be read."""
        gaps = [b - a for a, b in pairwise(values)]
        to_scale = self.order.currentData() == "value" and (not gaps or max(gaps) <= COMPACT_GAPS * min(gaps))
        if to_scale:
            return values, 0.8 * min(gaps, default=1.0)
        return [float(i) for i in range(len(values))], 0.8

    def tell(self, total: Value | None) -> None:
        """Read one total out."""
        self.answer.setText("" if total is None else total_words(self.set.distribution, total))


def _of_bars(count: int) -> str:
    """What is written at so many bars, or why there are none."""
    if count > MOST_BARS:
        return "There are too many totals to draw a bar for each."
    if count > MOST_LABELS or not count:
        return ""
    return "Above each bar its chance, in it its ways." if count <= MOST_PERCENTS else "Above each bar its ways."
