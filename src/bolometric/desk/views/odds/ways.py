"""Ways: what makes a total. For two numbers the table of pairs; for more, the combinations with their orders."""

from __future__ import annotations

from html import escape

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QScrollArea, QTextBrowser, QWidget

from bolometric.core.outcomes.breakdown import IN_ORDER, can_be_listed, combinations, letter_names, pair_table
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus, percent
from bolometric.core.words.odds import of_all, sure
from bolometric.desk.parts.charts.pair_table import Cell, PairTableView
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.odds.page import PickingPage, plain_label
from bolometric.paint.palette import warmths

MOST_SIDE = 30
MOST_COMBINATIONS = 400
SIGNS = {"add": " + ", "multiply": " × ", "subtract": " − ", "place": " × "}


class WaysPage(PickingPage):
    """Pick a total and every way lights up."""

    def __init__(self) -> None:
        super().__init__("Pick a total to see its ways")
        pick = QHBoxLayout()
        self.words = plain_label()
        pick.addWidget(Label("Ways to make"))
        pick.addWidget(self.total)
        pick.addWidget(self.words, 1)
        self.column.addLayout(pick)
        self.table = PairTableView("Table of pairs")
        self.list = QTextBrowser(objectName="faults")
        self.list.setAccessibleName("Combinations that make the total")
        self.list.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.scroll_area = QScrollArea(widgetResizable=True)
        self.scroll_area.setFrameShape(QScrollArea.Shape.NoFrame)
        self.scroll_area.setWidget(self.table)
        self.column.addWidget(self.scroll_area, 1)
        self.column.addWidget(self.list, 1)
        self.table.pointed.connect(self._pointed)

    def draw(self) -> None:
        """Show the set's ways."""
        odds = self.set.distribution
        self.offer_totals()
        table = pair_table(self.set.pieces, self.set.draw) if can_be_listed(self.set.pieces) else None
        small = table is not None and max(len(table.down), len(table.across)) <= MOST_SIDE
        self.scroll_area.setVisible(small)
        self.list.setVisible(not small)
        if table is not None and small:
            warm = dict(zip(odds.totals, warmths([float(w) for w in odds.ways]), strict=True))
            names = letter_names(self.set.pieces)
            cells = [
                [self._cell(table.totals[r][c], table.ways[r][c], warm) for c in range(len(table.across))]
                for r in range(len(table.down))
            ]
            head = f"{names[0].capitalize()} down, {names[1]} across; a pair is as warm as its total is likely"
            self.table.show_cells(head, table.down, table.across, cells, self.colours)
        self.show_picked()

    def picture(self) -> QWidget | None:
        """The table of pairs, where there is one."""
        return self.table if self.table.isVisible() else None

    def _cell(self, total: Value | None, ways: int, warm: dict[Value, float]) -> Cell:
        if not ways:
            return Cell("", None)
        return Cell("–", None) if total is None else Cell(minus(total), warm[total], total)

    def _pointed(self, cell: Cell | None) -> None:
        if cell is not None and cell.total is not None:
            self.pick(cell.total)  # the list follows, and tells the other pages

    def tell(self, total: Value | None) -> None:
        """Ring the pairs, or list the combinations, that make a total."""
        self.table.pick(total)
        if total is None:
            self.words.setText("")
            return
        odds = self.set.distribution
        chance = percent(float(odds.chance(total)))
        self.words.setText(f"{of_all(odds, odds.ways_of(total))}, {chance} ({sure(odds)})")
        if self.list.isVisible():
            self._tell_combinations(total)

    def _tell_combinations(self, total: Value) -> None:
        if not can_be_listed(self.set.pieces):
            self.list.setPlainText("There are too many outcomes to list the ways one by one.")
            return
        found, count = combinations(self.set.pieces, self.set.draw, total, MOST_COMBINATIONS)
        sign = SIGNS.get(self.set.draw.make, ", ")
        rows = "".join(
            f"<tr><td style='padding-right: 24px'><b>{escape(sign.join(minus(v) for v in values))}</b></td>"
            f"<td align='right'>{ways:,} {'way' if ways == 1 else 'ways'}</td></tr>"
            for values, ways in found
        )
        rest = count - len(found)
        more = f"<p>and {rest:,} more, none likelier than the last of these</p>" if rest else ""
        names = ", ".join(letter_names(self.set.pieces))
        order = "in any order" if self.set.draw.make not in IN_ORDER else f"({names})"
        head = f"{count:,} different {'combination' if count == 1 else 'combinations'} {escape(order)}:"
        self.list.setHtml(f"<p>{head}</p><table cellspacing=3>{rows}</table>{more}")
