"""The facts that players meet, as tables tinted by how often, for the open game and up to two beside it."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtWidgets import QComboBox, QHBoxLayout, QScrollArea, QVBoxLayout, QWidget

from bolometric.core.learner_work import facts as known_facts
from bolometric.core.text.figures import significant
from bolometric.core.words.practice import (
    ALL_SEATS,
    FactCell,
    FactTable,
    Times,
    fact_words,
    fits_table,
    met_most,
    missed,
    operations,
    seats_words,
    summary,
    table_of,
    top_count,
)
from bolometric.desk.parts.charts.pair_table import Cell, PairTableView
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.practice.beside import look_beside
from bolometric.desk.views.practice.page import Known, PracticePage
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import Palette, warmths

MOST_SIDE, MOST_BESIDE, MOST_TOLD = 32, 2, 24


class FactsOf(QWidget):
    """The table of one game."""

    def __init__(self, name: str) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.title, self.words = Label(objectName="heading", wordWrap=True), Label(wordWrap=True)
        self.table = PairTableView(name)
        self.told = Label(objectName="hint", wordWrap=True)
        scroll = QScrollArea(widgetResizable=True)
        scroll.setFrameShape(QScrollArea.Shape.NoFrame)
        scroll.setWidget(self.table)
        for part in (self.title, self.words, self.told):
            column.addWidget(part)
        column.addWidget(scroll, 1)
        self.missing = Label(wordWrap=True)
        column.addWidget(self.missing)
        self.table.pointed.connect(lambda cell: self.told.setText(cell.told if cell is not None else ""))

    def show_facts(self, known: Known, does: str, seat: int, top: float, colours: Palette) -> None:
        """Show the facts of an operation; ``top`` is the largest count of any game that stands beside it."""
        game, times = known.game, known.times
        self.title.setText(game.name)
        self.words.setText(f"{summary(game, times, known.readings)} {seats_words(game, known.readings)}".strip())
        self.missing.setText(missed(game, times, known.exactly) if known.sure else "")
        if not fits_table(game, times, does, MOST_SIDE):
            self.table.show_cells("", (), (), (), colours)
            self.told.setText(_most_often(times, does, seat))
            return
        table = table_of(game, times, does, seat)
        if not table.cells:
            self.table.show_cells("", (), (), (), colours)
            self.told.setText("Nothing of this kind is worked out in this game.")
            return
        self.told.setText("")
        who = "a player" if seat == ALL_SEATS else game.seat_name(seat)
        warm = _warmth(table, top)
        head = f"How often in a game ({known.sure}); ringed is the aim"
        cells = [[_cell(table.cells.get((a, b)), warm, who, known.exactly) for b in table.across] for a in table.down]
        self.table.show_cells(head, table.down, table.across, cells, colours)


def _warmth(table: FactTable, top: float) -> dict[float, float]:
    counts = sorted({cell.times for cell in table.cells.values() if cell.times})
    return dict(zip(counts, warmths([*counts, top])[:-1], strict=True)) if counts else {}


def _cell(found: FactCell | None, warm: dict[float, float], who: str, exactly: bool) -> Cell:
    if found is None:
        return Cell("", None)
    told = fact_words(found, who, exactly)
    if not found.times:
        return Cell("0", None, told=told, wanted=True)
    return Cell(significant(found.times, 1), warm[found.times], None, told, found.wanted)


def _most_often(times: Times, does: str, seat: int) -> str:
    """Too many to lay out as a table: those met most are told."""
    return f"Too many for a table. Most often in a game: {met_most(times, does, seat, MOST_TOLD)}."


def _often(times: Times, does: str) -> float:
    """How often facts of one kind are met in a game, all players together."""
    return sum(sum(each) for one, each in times.items() if one.does == does)


class FactsPage(PracticePage):
    """Tables side by side."""

    name = "Facts"

    def __init__(self, shelf: Callable[[], list[Path]]) -> None:
        super().__init__()
        self._shelf, self._beside = shelf, dict[int, Known]()
        self.lane = Lane("beside", self)
        self.lane.done.connect(self._came)
        row = QHBoxLayout()
        self.does, self.seat = QComboBox(), QComboBox()
        self.does.setAccessibleName("which facts")
        self.does.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToContents)
        self.seat.setAccessibleName("of which player")
        self.others = [QComboBox() for _ in range(MOST_BESIDE)]
        row.addWidget(Label("Facts of"))
        row.addWidget(self.does)
        row.addWidget(Label("for"))
        row.addWidget(self.seat)
        row.addStretch()
        row.addWidget(Label("Beside it"))
        for k, box in enumerate(self.others):
            box.setAccessibleName(f"a game to put beside it, {k + 1} of {MOST_BESIDE}")
            box.setMinimumContentsLength(14)
            box.addItem("no other game", None)
            box.activated.connect(lambda _, k=k: self._ask(k))
            row.addWidget(box)
        self.trouble = Label(objectName="trouble", wordWrap=True)
        self.lane.failed.connect(self.trouble.setText)
        self.column.addLayout(row)
        self.column.addWidget(self.trouble)
        tables = QHBoxLayout()
        self.tables = [FactsOf("Facts of this game"), *(FactsOf("Facts of another game") for _ in self.others)]
        for table in self.tables:
            tables.addWidget(table, 1)
        self.column.addLayout(tables, 1)
        self._picked: str | None = None
        """What somebody chose to see; until then it is what is met most."""
        self.does.activated.connect(lambda _: self._pick())
        self.seat.activated.connect(lambda _: self._show())

    def _pick(self) -> None:
        self._picked = self.does.currentData()
        self._show()

    def draw(self) -> None:
        """Offer what there is, and show it."""
        self._offer()
        self._show()

    def _offer(self) -> None:
        seat = self.seat.currentData()
        offered = operations(self.known.game, self.known.times)
        if [self.does.itemData(k) for k in range(self.does.count())] != list(offered):
            self.does.clear()
            for does in offered:
                self.does.addItem(known_facts.OPERATIONS[does], does)
        often = {does: _often(self.known.times, does) for does in offered}
        shown = self._picked if self._picked in often else max(often, key=lambda does: often[does], default=None)
        self.does.setCurrentIndex(max(self.does.findData(shown), 0))
        if self.seat.count() != self.known.game.seats.count + 1:
            self.seat.clear()
            self.seat.addItem("a player on average", ALL_SEATS)
            for k in range(self.known.game.seats.count):
                self.seat.addItem(self.known.game.seat_name(k), k)
            self.seat.setCurrentIndex(max(self.seat.findData(seat), 0))
        if self.others[0].count() == 1:
            for path in self._shelf():
                for box in self.others:
                    box.addItem(path.name.removesuffix(".bolo.json").replace("-", " "), path)

    def _ask(self, k: int) -> None:
        path = self.others[k].currentData()
        self.trouble.setText("")
        self._beside.pop(k, None)
        if path is not None:
            self.trouble.setText("Looking at the other game …")
            self.lane.ask(lambda: (k, look_beside(path)))
        self._show()

    def _came(self, found: tuple[int, Known]) -> None:
        self.trouble.setText("")
        self._beside[found[0]] = found[1]
        self._show()

    def _show(self) -> None:
        does, seat = self.does.currentData() or known_facts.ADD, self.seat.currentData()
        seat = ALL_SEATS if seat is None else seat
        shown = {0: self.known, **{k + 1: known for k, known in self._beside.items()}}
        top = max(top_count(known.times, does) for known in shown.values())
        self.trouble.setVisible(bool(self.trouble.text()))
        for k, table in enumerate(self.tables):
            table.setVisible(k in shown)
            if k in shown:
                table.show_facts(shown[k], does, seat if k == 0 else ALL_SEATS, top, self.colours)
