"""The four answers: what is practised, who learns, how long, and which pieces are at hand."""

from __future__ import annotations

from PySide6.QtCore import QTimer, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDoubleSpinBox,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.learner_work.aims import AIMS, BY_TABLES, WITHOUT_NUMBER, Aim
from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.pieces.presets import PRESETS
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked
from bolometric.core.tuning.beginning import Answers
from bolometric.desk.editors.aims import named
from bolometric.desk.parts.plain import Label

MOST_PIECES, PAUSE = 8, 400
"""Pieces at hand; milliseconds after the last answer until the games are looked for."""
ANY = "whatever it needs"
KINDS = {"die": "die", "spinner": "spinner", "pack": "cards", "counters": "counters"}


class WantedForm(QWidget):
    """Two lines of answers; ``changed`` comes a moment after the last one."""

    changed = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.pieces: list[AnyPiece] = []
        self._soon = QTimer(self, singleShot=True, interval=PAUSE)
        self._soon.timeout.connect(self.changed)
        self.aim, self.upto, self.tables = (
            QComboBox(),
            QSpinBox(minimum=1, maximum=5000, value=20),
            QLineEdit("2, 5, 10"),
        )
        self.aim.addItem("anything", None)
        for kind in AIMS:
            if kind != "list":
                self.aim.addItem(named(kind), kind)
        self.learners = QSpinBox(minimum=0, maximum=6, specialValueText="any number", suffix=" at a table")
        self.who = QComboBox()
        self.who.addItem("anybody", "")
        for profile in PROFILES:
            self.who.addItem(profile.name, profile.name)
        self.low, self.high = (
            QDoubleSpinBox(decimals=0, minimum=0, maximum=600, value=value, specialValueText="any") for value in (0, 0)
        )
        self.high.setSuffix(" min")
        self.add, self.clear = QComboBox(), QPushButton("None of these")
        self.at_hand, self.trouble = Label(ANY, objectName="hint", wordWrap=True), Label(objectName="trouble")
        self._offer_pieces()
        for chooser in (self.add, self.who):  # what they offer is long; the page is not to be wider for it
            chooser.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            chooser.setMinimumContentsLength(16)
            chooser.view().setMinimumWidth(chooser.view().sizeHintForColumn(0) + 30)
        names = (
            (self.aim, "what is practised"),
            (self.upto, "up to"),
            (self.tables, "which tables"),
            (self.learners, "how many learners sit at a table"),
            (self.who, "how quickly they work"),
            (self.low, "minutes from"),
            (self.high, "minutes to"),
            (self.add, "add a piece at hand"),
        )
        for widget, name in names:
            widget.setAccessibleName(name)
        self._lay_out()
        self.aim.activated.connect(lambda _: self._aimed())
        for box in (self.upto, self.learners, self.low, self.high):
            box.valueChanged.connect(lambda _: self._soon.start())
        self.tables.textEdited.connect(lambda _: self._soon.start())
        self.who.activated.connect(lambda _: self._soon.start())
        self.add.activated.connect(lambda _: self._add())
        self.clear.clicked.connect(self._clear)
        self._aimed()
        self._soon.stop()

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        for parts in (
            (Label("Practise"), self.aim, self.upto, self.tables, Label("with"), self.learners, Label("who"), self.who),
            (
                Label("for"),
                self.low,
                Label("to"),
                self.high,
                Label("with these pieces at hand:"),
                self.at_hand,
                self.add,
                self.clear,
            ),
        ):
            row = QHBoxLayout()
            for part in parts:
                row.addWidget(part, int(part in (self.at_hand,)))
            if self.at_hand not in parts:
                row.addStretch(1)
            column.addLayout(row)
        column.addWidget(self.trouble)
        self.trouble.hide()

    def _offer_pieces(self) -> None:
        self.add.addItem("add …", None)
        for kind, name in KINDS.items():
            for words, piece in PRESETS[kind]:
                if words != "blank, you write":
                    self.add.addItem(f"{name}: {words}", piece)

    def _aimed(self) -> None:
        kind = self.aim.currentData()
        self.upto.setVisible(kind is not None and kind not in WITHOUT_NUMBER)
        self.tables.setVisible(kind in BY_TABLES)
        self._soon.start()

    def _add(self) -> None:
        piece = self.add.currentData()
        self.add.setCurrentIndex(0)
        if piece is not None and len(self.pieces) < MOST_PIECES:
            self._hold([*self.pieces, piece])

    def _clear(self) -> None:
        self._hold([])

    def _hold(self, pieces: list[AnyPiece]) -> None:
        self.pieces = pieces
        self.at_hand.setText(pieces_words(tuple(pieces)) if pieces else ANY)
        self.clear.setEnabled(bool(pieces))
        self._soon.start()

    @property
    def answers(self) -> Answers | None:
        """What has been answered; None, and said why, where that can't be."""
        self.trouble.hide()
        kind, low, high = self.aim.currentData(), self.low.value(), self.high.value()
        try:
            words = self.tables.text().replace(",", " ").split() if kind in BY_TABLES else ("2",)
            tables = tuple(int(word) for word in words)
            with checked():
                aim = () if kind is None else (Aim(kind=kind, upto=self.upto.value(), tables=tables),)
        except GameError as error:
            self._say(error.sentence)
            return None
        except ValueError:
            self._say("Tables are whole numbers with commas: 2, 5, 10.")
            return None
        if high and low > high:
            self._say("The minutes end before they begin: let the second number be the larger.")
            return None
        return Answers(
            aim,
            self.learners.value() or None,
            self.who.currentData(),
            (low, high) if high else None,
            tuple(self.pieces),
        )

    def _say(self, sentence: str) -> None:
        self.trouble.setText(sentence)
        self.trouble.show()
