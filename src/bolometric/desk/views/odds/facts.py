"""Facts: the sums that a draw makes a learner do, as tables of the two numbers tinted by how often."""

from __future__ import annotations

from math import fsum

from PySide6.QtWidgets import QComboBox, QHBoxLayout, QScrollArea, QWidget

from bolometric.core.outcomes.facts import Facts, facts_of
from bolometric.core.text.figures import minus, percent, plural, significant
from bolometric.core.text.ranking import cut_words, most_often
from bolometric.desk.parts.charts.pair_table import Cell, PairTableView
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.odds.page import OddsPage, plain_label
from bolometric.paint.palette import warmths

NAMES = {
    "add": "adding",
    "subtract": "taking away",
    "multiply": "multiplying",
    "divide": "dividing",
    "div": "dividing whole numbers",
    "mod": "finding the remainder",
}
MOST_SIDE, MOST_TOLD = 40, 20


class DrawFactsPage(OddsPage):
    """A table for each operation."""

    def __init__(self) -> None:
        super().__init__()
        row = QHBoxLayout()
        self.does = QComboBox()
        self.does.setAccessibleName("which operation")
        self.words = plain_label()
        self.operation = Label("Sums of")
        row.addWidget(self.operation)
        row.addWidget(self.does)
        row.addWidget(self.words, 1)
        self.told = plain_label("hint")
        self.table = PairTableView("Table of sums")
        scroll = QScrollArea(widgetResizable=True)
        scroll.setFrameShape(QScrollArea.Shape.NoFrame)
        scroll.setWidget(self.table)
        self.column.addLayout(row)
        self.column.addWidget(scroll, 1)
        self.column.addWidget(self.told)
        self.does.currentIndexChanged.connect(lambda _: self._show())
        self.table.pointed.connect(lambda cell: self.told.setText(cell.told if cell is not None else ""))
        self._facts: tuple[Facts, ...] = ()

    def draw(self) -> None:
        """Show the set's facts."""
        kept = self.does.currentData()
        self._facts = facts_of(self.set.pieces, self.set.draw)
        self.does.blockSignals(True)
        self.does.clear()
        for facts in self._facts:
            self.does.addItem(NAMES[facts.does], facts.does)
        self.does.setCurrentIndex(max(self.does.findData(kept), 0))
        self.does.blockSignals(False)
        self.does.setVisible(len(self._facts) > 0)
        self.operation.setVisible(len(self._facts) > 0)
        self._show()

    def picture(self) -> QWidget:
        """The table of sums."""
        return self.table

    def _show(self) -> None:
        at = self.does.currentIndex()
        if not self._facts or at < 0:
            self.words.setText("This draw asks for no sum: the number is read off, counted or compared.")
            self.table.show_cells("", (), (), (), self.colours)
            return
        facts = self._facts[at]
        down = sorted({left for left, _ in facts.times})
        across = sorted({right for _, right in facts.times})
        each = fsum(map(float, facts.times.values()))
        different = plural(len(facts.times), "different sum")
        self.words.setText(f"{different}, {significant(each, 3)} in each draw ({_known(facts)}).")
        if max(len(down), len(across)) > MOST_SIDE:
            self._show_likeliest(facts)
            return
        chances = [float(chance) for chance in facts.times.values()]
        warm = dict(zip(facts.times, warmths(chances), strict=True))
        cells = [[self._cell(facts, left, right, warm) for right in across] for left in down]
        head = "First number down, second across; as warm as the sum is often done"
        self.table.show_cells(head, down, across, cells, self.colours)

    def _cell(self, facts: Facts, left: object, right: object, warm: dict) -> Cell:  # type: ignore[type-arg]
        chance = facts.times.get((left, right))  # type: ignore[arg-type]
        if chance is None:
            return Cell("", None)
        asked = f"{minus(left)} {facts.sign} {minus(right)}"  # type: ignore[arg-type]
        told = f"{asked}: {percent(float(chance))} of draws ({_known(facts)})"
        return Cell(percent(float(chance)).removeprefix("under "), warm[left, right], None, told)

    def _show_likeliest(self, facts: Facts) -> None:
        """Too many to lay out as a table: the likeliest are told."""
        likely, more = most_often(facts.times, MOST_TOLD)
        named = [f"{minus(a)} {facts.sign} {minus(b)} ({percent(float(facts.times[a, b]))})" for a, b in likely]
        self.table.show_cells("", (), (), (), self.colours)
        self.told.setText(f"Too many for a table. Most often: {cut_words(named, more)}.")


def _known(facts: Facts) -> str:
    return "simulated" if facts.sampled else "exact"
