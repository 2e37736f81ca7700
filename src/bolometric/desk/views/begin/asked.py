"""The answers: what is practised, who learns, how long, with which pieces, how hard, how much to decide."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import Qt, QTimer, Signal
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
from bolometric.core.logbook.practised import NOT_MET
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.pieces.presets import PRESETS
from bolometric.core.pieces.words import pieces_words
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked
from bolometric.core.tuning.briefs.wanted import Wanted
from bolometric.core.tuning.briefs.wishes import USUAL_SUMS, WISHES, wished
from bolometric.desk.editors.aims import named
from bolometric.desk.parts.plain import Label

MOST_PIECES, PAUSE = 8, 400
"""Pieces at hand; milliseconds after the last answer until the games are looked for."""
ANY = "whatever it needs"
ANY_WISH = {"sums": "sums as they come", "deciding": "any deciding", "luck": "any luck"}
ABOUT = {"sums": "how hard the sums are", "deciding": "how much there is to decide", "luck": "how much is luck"}
KINDS = {"die": "die", "spinner": "spinner", "pack": "cards", "counters": "counters"}


@dataclass(frozen=True, slots=True)
class Unmet:
    """The facts that a group has not met are to be practised."""

    group: str


class WantedForm(QWidget):
    """Three lines of answers; ``changed`` comes a moment after the last one."""

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
        self.who.addItem("anybody", None)
        for profile in PROFILES:
            self.who.addItem(profile.name, profile)
        self.wishes = {about: QComboBox() for about in WISHES}
        for about, chooser in self.wishes.items():
            chooser.addItem(ANY_WISH[about], "")
            for wish in WISHES[about]:
                chooser.addItem(wish.words, wish.key)
                chooser.setItemData(chooser.count() - 1, wish.told, Qt.ItemDataRole.ToolTipRole)
            chooser.setAccessibleName(ABOUT[about])
            chooser.activated.connect(lambda _: self._soon.start())
        self.low, self.high = (
            QDoubleSpinBox(decimals=0, minimum=0, maximum=600, value=value, specialValueText="any") for value in (0, 0)
        )
        self.high.setSuffix(" min")
        self.add, self.clear = QComboBox(), QPushButton("None of these")
        self.at_hand, self.trouble = Label(ANY, objectName="hint", wordWrap=True), Label(objectName="trouble")
        self._offer_pieces()
        # What they offer is long; the page is not to be wider for it.
        for chooser in (self.add, self.who, *self.wishes.values()):
            chooser.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            chooser.setMinimumContentsLength(20)
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
        self.who.activated.connect(lambda _: self._known())
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
            (Label("with"), *self.wishes.values()),
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

    def offer_groups(self, groups: list[str]) -> None:
        """Groups of the logbook, of which it is known what they have met."""
        there = [self.aim.itemText(at) for at in range(self.aim.count())]
        for at in reversed(range(self.aim.count())):
            if isinstance(self.aim.itemData(at), Unmet) and self.aim.itemData(at).group not in groups:
                self.aim.removeItem(at)
        for group in groups:
            if NOT_MET.format(group) not in there:
                self.aim.addItem(NOT_MET.format(group), Unmet(group))

    @property
    def unmet(self) -> str:
        """The group whose missing facts are to be practised; nothing where the aim is another."""
        kind = self.aim.currentData()
        return kind.group if isinstance(kind, Unmet) else ""

    def _aimed(self) -> None:
        kind = None if self.unmet else self.aim.currentData()
        self.upto.setVisible(kind is not None and kind not in WITHOUT_NUMBER)
        self.tables.setVisible(kind in BY_TABLES)
        self._soon.start()

    def _known(self) -> None:
        """It is known who learns: then sums of which they get most right are what is usually wanted."""
        sums = self.wishes["sums"]
        usual = USUAL_SUMS if self.who.currentData() is not None else ""
        if sums.currentData() in ("", USUAL_SUMS):
            sums.setCurrentIndex(sums.findData(usual))
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
    def answers(self) -> Wanted | None:
        """What has been answered; None, and said why, where that can't be."""
        self.trouble.hide()
        kind, low, high = None if self.unmet else self.aim.currentData(), self.low.value(), self.high.value()
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
        who = self.who.currentData()
        asked = [(about, box.currentData()) for about, box in self.wishes.items() if box.currentData()]
        targets = [wished(about, key).model_dump() for about, key in asked]
        return Wanted(
            aim,
            self.learners.value() or None,
            () if who is None else (who,),
            (low, high) if high else None,
            tuple(self.pieces),
            brief={"targets": targets} if targets else {},
        )

    def _say(self, sentence: str) -> None:
        self.trouble.setText(sentence)
        self.trouble.show()
