"""Questions: each is a sentence with fields, answered by a sentence."""

from __future__ import annotations

from fractions import Fraction
from typing import get_args

from PySide6.QtWidgets import (
    QComboBox,
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QScrollArea,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.outcomes.events import Asked, Questions
from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import minus
from bolometric.core.words import odds as told
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.odds.page import OddsPage, plain_label

KINDS: dict[Asked, str] = {"these": "one of these totals", "at_least": "at least", "at_most": "at most"}
MOST_DRAWS = 1000
MOST_OFFERED = 500


class QuestionsPage(OddsPage):
    """Asks about totals typed at the top."""

    def __init__(self) -> None:
        super().__init__()
        assert set(KINDS) == set(get_args(Asked))
        inner = QWidget(objectName="plain")
        self.rows = QVBoxLayout(inner)
        self.rows.setSpacing(10)
        scroll = QScrollArea(widgetResizable=True)
        scroll.setFrameShape(QScrollArea.Shape.NoFrame)
        scroll.setWidget(inner)
        self.column.addWidget(scroll)
        self.kind = QComboBox()
        self.kind.setAccessibleName("what is asked for")
        for key, words in KINDS.items():
            self.kind.addItem(words, key)
        self.totals = QLineEdit()
        self.totals.setAccessibleName("the totals asked for")
        self.totals.setPlaceholderText("for example 7 11")
        self.draws = QSpinBox(minimum=1, maximum=MOST_DRAWS, value=10)
        self.shown, self.one, self.other = QComboBox(), QComboBox(), QComboBox()
        for box, name in (
            (self.draws, "how many draws"),
            (self.shown, "what the first shows"),
            (self.one, "one total"),
            (self.other, "the other total"),
        ):
            box.setAccessibleName(name)
        self.chance, self.within, self.wait, self.after, self.first = (plain_label() for _ in range(5))
        self._ask("How likely is", [self.kind, self.totals], self.chance)
        self._ask("Does it come at least once in", [self.draws, Label("draws?")], self.within)
        self._ask("How long until it comes?", [], self.wait)
        self.pair_row = self._ask("Once the first shows", [self.shown, Label("what must the second show?")], self.after)
        self._ask("Which comes first,", [self.one, Label("or"), self.other, Label("?")], self.first)
        self.rows.addStretch()
        self.kind.currentIndexChanged.connect(lambda _: self._answer())
        self.totals.textEdited.connect(lambda _: self._answer())
        self.draws.valueChanged.connect(lambda _: self._answer())
        for box in (self.shown, self.one, self.other):
            box.activated.connect(lambda _: self._answer())
        self.questions: Questions | None = None

    def _ask(self, words: str, fields: list[QWidget], answer: QLabel) -> QFrame:
        card = QFrame(objectName="card")
        grid = QGridLayout(card)
        row = QHBoxLayout()
        row.addWidget(Label(words, objectName="heading"))
        for field in fields:
            row.addWidget(field, 1 if isinstance(field, QLineEdit) else 0)
        if not any(isinstance(field, QLineEdit) for field in fields):
            row.addStretch()
        grid.addLayout(row, 0, 0)
        grid.addWidget(answer, 1, 0)
        self.rows.addWidget(card)
        return card

    def draw(self) -> None:
        """Ask about another set; what was typed stays if it can still come up."""
        self.questions = Questions(self.set.pieces, self.set.draw)
        odds = self.questions.odds
        if not odds.totals:
            return
        likely = odds.totals[odds.ways.index(max(odds.ways))]
        typed = self._typed()
        if not typed or not any(total in odds.totals for total in typed):
            self.totals.setText(typed_numbers((likely,)))
        firsts = self.questions.firsts()
        self.pair_row.setVisible(bool(firsts))
        self._offer(self.shown, firsts, 0)
        offered = odds.totals[:MOST_OFFERED]
        self._offer(self.one, offered, min(odds.totals.index(likely), len(offered) - 1))
        self._offer(self.other, offered, 0 if likely != odds.totals[0] else len(offered) - 1)
        self._answer()

    def _offer(self, box: QComboBox, values: tuple[Value, ...], usual: int) -> None:
        kept = box.currentText()
        box.clear()
        for value in values:
            box.addItem(minus(value), value)
        found = box.findText(kept)
        box.setCurrentIndex(found if found >= 0 else usual)

    def _typed(self) -> tuple[Value, ...]:
        found = read_numbers(self.totals.text())
        return () if isinstance(found, str) else tuple(tidy(Fraction(word)) for word in found)

    def pick(self, total: Value) -> None:
        """Ask about a total that was picked on another page."""
        super().pick(total)
        if self.kind.currentData() == "these":
            self.totals.setText(typed_numbers((total,)))
            self._drawn = None

    def _answer(self) -> None:
        totals, asked = self._typed(), self.kind.currentData()
        if self.questions is None or not self.questions.odds.totals:
            return
        if not totals:
            self.chance.setText("Type one total or more, with blanks between them.")
            for label in (self.within, self.wait, self.after):
                label.setText("")
        else:
            self.chance.setText(told.chance_answer(self.questions, asked, totals))
            self.within.setText(told.within_answer(self.questions, asked, totals, self.draws.value()))
            self.wait.setText(told.wait_answer(self.questions, asked, totals))
            if self.shown.count():
                shown = self.shown.currentData()
                self.after.setText(told.after_first_answer(self.questions, shown, asked, totals))
        self.first.setText(told.first_answer(self.questions, self.one.currentData(), self.other.currentData()))
