"""Making: which numbers a draw can be put together to, and how likely each is, as a chart tinted by chance."""

from __future__ import annotations

from fractions import Fraction
from functools import partial

from PySide6.QtGui import QHideEvent
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QProgressBar,
    QPushButton,
    QScrollArea,
    QSpinBox,
)

from bolometric.core.number_making.draws import Numbers
from bolometric.core.number_making.made import DrawNumber, Making, making_of, numbers_from
from bolometric.core.number_making.rules import SIGNS, MakingRules
from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import tidy
from bolometric.core.words import number_making as told
from bolometric.desk.parts.charts.pair_table import Cell, PairTableView
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.odds.page import OddsPage, plain_label
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import warmths

ACROSS, MOST_ROWS = 20, 50
USES = {"all": "every number once", "some": "each number at most once"}
ORDERS = {"brackets": "any brackets", "left": "left to right"}
DIVISIONS = {"exact": "divisions come out whole", "fractions": "fractions allowed"}
MEANT = {
    "all": "Every number drawn must be in the sum; with “at most once” some may be left over, so more can be made.",
    "brackets": "Brackets may stand anywhere; from left to right one works with what has come out so far.",
    "exact": "5 ÷ 3 is not allowed; with fractions it is, and 5 ÷ 3 × 6 makes 10.",
}


class MakingPage(OddsPage):
    """What can be made of any numbers, and of what the pieces of the game show."""

    def __init__(self) -> None:
        super().__init__()
        self.rules = MakingRules()
        self.lane, self.ask_lane = Lane("making", self), Lane("asked", self)
        self.made: Making | None = None
        self.found: tuple[Numbers, tuple[DrawNumber, ...]] = ((), ())
        self.column.addLayout(self._settings())
        self.column.addLayout(self._question())
        self.column.addLayout(self._chances())
        self.words = plain_label()
        self.column.addWidget(self.words)
        self.table = PairTableView("Chart of numbers")
        scroll = QScrollArea(widgetResizable=True)
        scroll.setFrameShape(QScrollArea.Shape.NoFrame)
        scroll.setWidget(self.table)
        self.column.addWidget(scroll, 1)
        self.hint = plain_label("hint")
        self.column.addWidget(self.hint)
        self.table.pointed.connect(lambda cell: self.hint.setText(cell.told if cell is not None else ""))
        self.lane.done.connect(self._show_made)
        self.lane.failed.connect(self._show_trouble)
        self.ask_lane.done.connect(self._show_found)
        self.ask_lane.failed.connect(self.answer.setText)

    def _settings(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.addWidget(Label("Signs"))
        self.signs = {}
        for sign, words in SIGNS.items():
            box = self.signs[sign] = QCheckBox(words, checked=True)
            box.setAccessibleName(f"may {words} be used")
            box.toggled.connect(lambda _: self._ruled())
            row.addWidget(box)
        self.use, self.order, self.division = QComboBox(), QComboBox(), QComboBox()
        for box, choices, name in (
            (self.use, USES, "how often each number is used"),
            (self.order, ORDERS, "brackets"),
            (self.division, DIVISIONS, "division"),
        ):
            for key, words in choices.items():
                box.addItem(words, key)
            box.setAccessibleName(name)
            box.setToolTip(MEANT[next(iter(choices))])
            box.currentIndexChanged.connect(lambda _: self._ruled())
            row.addWidget(box)
        row.addStretch()
        return row

    def _question(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.numbers, self.wanted = QLineEdit("6 5 3 1"), QSpinBox(minimum=-9999, maximum=99_999, value=24)
        self.numbers.setAccessibleName("numbers to put together")
        self.numbers.setMaximumWidth(160)
        self.wanted.setAccessibleName("the number wanted")
        self.answer = plain_label()
        row.addWidget(Label("What can I make from", objectName="heading"))
        row.addWidget(self.numbers)
        row.addWidget(Label("How do I make"))
        row.addWidget(self.wanted)
        row.addWidget(self.answer, 1)
        self.numbers.textEdited.connect(lambda _: self._ask())
        self.wanted.valueChanged.connect(lambda _: self._tell())
        return row

    def _chances(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.heading = Label("How likely is each number of the chart, 1 to", objectName="heading")
        self.most = QSpinBox(minimum=10, maximum=ACROSS * MOST_ROWS, value=100, singleStep=20)
        self.most.setAccessibleName("the last number of the chart")
        self.most.valueChanged.connect(lambda _: self._lay_out())
        self.bar = QProgressBar(maximum=0, textVisible=False)
        self.bar.setMaximumWidth(140)
        self.bar.setAccessibleName("Working it out")
        self.cancel = QPushButton("Cancel")
        self.cancel.clicked.connect(self._press)
        row.addWidget(self.heading)
        row.addWidget(self.most)
        row.addStretch()
        row.addWidget(self.bar)
        row.addWidget(self.cancel)
        return row

    def draw(self) -> None:
        """Another set of pieces."""
        self._ruled()

    def hideEvent(self, event: QHideEvent) -> None:
        """Nobody waits for it while another page is in front."""
        super().hideEvent(event)
        if self.lane.busy:
            self.lane.give_up()
            self._drawn = None

    def _ruled(self) -> None:
        """Work out with the rules as they are set."""
        signs = frozenset(sign for sign, box in self.signs.items() if box.isChecked())
        if not signs:
            self._show_trouble("Leave at least one sign.")
            return
        self.rules = MakingRules(signs, self.use.currentData(), self.order.currentData(), self.division.currentData())
        self.made = None
        self.words.setText("Working it out …")
        self._waiting(True)
        self.lane.ask(partial(_made, self.set.pieces, self.rules))
        self._ask()

    def _waiting(self, on: bool) -> None:
        self.bar.setVisible(on)
        self.cancel.setVisible(on)
        self.cancel.setText("Cancel")

    def _press(self) -> None:
        if self.lane.busy:
            self.lane.give_up()
            self.bar.hide()
            self.cancel.setText("Go on")
            self.words.setText("Cancelled.")
        else:
            self._ruled()

    def _ask(self) -> None:
        typed = read_numbers(self.numbers.text())
        if isinstance(typed, str):
            self.answer.setText(f"“{typed}” is no number.")
            return
        numbers = tuple(tidy(Fraction(word)) for word in typed)
        self.ask_lane.ask(lambda: (numbers, numbers_from(numbers, self.rules)))

    def _show_found(self, found: tuple[Numbers, tuple[DrawNumber, ...]]) -> None:
        self.found = found
        self._tell()

    def _tell(self) -> None:
        """What the numbers asked about make."""
        numbers, made = self.found
        if numbers:
            wanted = Fraction(self.wanted.value())
            answer = told.sum_words(numbers, made, wanted)
            if self.made is not None:
                answer = f"{answer} {told.chance_words(self.made, wanted)}"
            self.answer.setText(answer)
            self.answer.setToolTip(told.draw_words(numbers, made))
            self.hint.setText(told.draw_words(numbers, made))

    def _show_made(self, made: Making) -> None:
        self.made = made
        self._waiting(False)
        self._lay_out()
        self._tell()

    def _show_trouble(self, words: str) -> None:
        self.made = None
        self._waiting(False)
        self.words.setText(words)
        self.table.show_cells("", (), (), (), self.colours)

    def _lay_out(self) -> None:
        if self.made is None:
            return
        made, most = self.made, self.most.value()
        self.words.setText(told.chart_words(made, most))
        chances = [made.chances.get(n, 0.0) for n in range(1, most + 1)]
        warm = warmths(chances)
        numbers = {n.value: n for n in made.made}
        cells = [
            [
                Cell(str(n), warm[n - 1] if n in numbers else None, n, told.number_words(numbers.get(n), n))
                for n in range(first + 1, min(first + ACROSS, most) + 1)
            ]
            for first in range(0, most, ACROSS)
        ]
        cells[-1] += [Cell("", None)] * (ACROSS - len(cells[-1]))
        head = "As warm as a draw can often make the number; a dotted one never"
        self.table.show_cells(head, range(0, most, ACROSS), range(1, ACROSS + 1), cells, self.colours)

    def pick(self, total: object) -> None:
        """A total picked elsewhere is no number made here."""

    def picture(self) -> PairTableView:
        """The chart of numbers."""
        return self.table

    def close_lanes(self) -> None:
        """End the threads."""
        self.lane.close()
        self.ask_lane.close()

    def typed(self, numbers: Numbers) -> None:
        """Ask about these numbers."""
        self.numbers.setText(typed_numbers(numbers))
        self._ask()


def _made(pieces: tuple, rules: MakingRules) -> Making:  # type: ignore[type-arg]
    """Everything that is shown, worked out where nobody waits for it."""
    made = making_of(pieces, rules)
    made.made  # noqa: B018  (remembered)
    made.chances  # noqa: B018
    return made
