"""Packs of question cards: made for a family of facts, typed, pasted, or read from a table."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from PySide6.QtWidgets import (
    QComboBox,
    QFileDialog,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QSpinBox,
)

from bolometric.core.areas.trail.cards.spec import MOST_PACKS
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game, with_value
from bolometric.core.pieces.face_text import read_numbers
from bolometric.core.question_cards.families import FAMILIES
from bolometric.core.question_cards.keyed import read_cards, typed_cards
from bolometric.core.question_cards.packs import MOST_CARDS, QuestionPack, cards_of
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import WIDTH, Editor, wrapped

COLOURS = {
    "#2f6f8f": "lake",
    "#b4532a": "clay",
    "#4d7c3a": "fern",
    "#7a4f9a": "heather",
    "#b08a1e": "honey",
    "#a83f66": "rowan",
    "#3f8079": "pine",
    "#6b6f76": "slate",
}
"""Colours that are offered, with their names; any other may be typed."""
LARGEST_FILE = 1_000_000
SHOWN = 3


class PacksEditor(Editor):
    """Sends the packs whenever they can be."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(at, "Squares that carry a card ask one of these packs. Answers are worked out, or checked.")
        self._game, self._filling = game, False
        self._names: dict[str, str] = {}
        """What packs were called when the editor was opened, and are called now."""
        self._packs: list[dict[str, Any]] = [pack.model_dump() for pack in at.value]
        self.which = QComboBox()
        self.which.setAccessibleName("which pack")
        self.which.currentIndexChanged.connect(lambda _: self._fill())
        self.add, self.remove = QPushButton("Add a pack"), QPushButton("Remove")
        self.add.clicked.connect(self._add)
        self.remove.clicked.connect(self._remove)
        self._row(self.which, self.add, self.remove)
        self._make_fields()
        self.told = wrapped("", "hint")
        self.body.addWidget(self.told)
        self._name_packs(0)
        self.finish(self.which if self._packs else self.add)

    def _row(self, *parts: QComboBox | QPushButton) -> None:
        row = QHBoxLayout()
        for k, part in enumerate(parts):
            row.addWidget(part, 1 if k == 0 else 0)
        self.body.addLayout(row)

    def _make_fields(self) -> None:
        self.form = QFormLayout()
        self.name, self.letter, self.right, self.tables = QLineEdit(), QLineEdit(), QLineEdit(), QLineEdit()
        self.colour, self.family, self.favour = QComboBox(editable=True), QComboBox(), QComboBox()
        self.upto, self.count = QSpinBox(minimum=2, maximum=5000), QSpinBox(minimum=1, maximum=MOST_CARDS)
        self.seed = QSpinBox(minimum=1, maximum=9999)
        self.cards, self.file = QPlainTextEdit(), QPushButton("Read a table of cards …")
        self.cards.setTabChangesFocus(True)
        self.cards.setMinimumSize(WIDTH, 90)
        self.cards.setPlaceholderText("7 + 5; 12")
        for colour, name in COLOURS.items():
            self.colour.addItem(f"{name} {colour}", colour)
        self.family.addItem("cards of your own", "own")
        for key, family in FAMILIES.items():
            self.family.addItem(f"{family.words} …", key)
        for words, key in (("any of them", "even"), ("rather the harder ones", "harder")):
            self.favour.addItem(words, key)
        rows = (
            ("Name", self.name),
            ("Letter", self.letter),
            ("Colour", self.colour),
            ("Asks", self.family),
            ("Up to", self.upto),
            ("Tables", self.tables),
            ("Cards", self.count),
            ("Which", self.favour),
            ("Mix", self.seed),
            ("Right, in %", self.right),
        )
        for words, field in rows:
            field.setAccessibleName(words)
            self.form.addRow(words, field)
        self.body.addLayout(self.form)
        self.body.addWidget(self.cards)
        self.body.addWidget(self.file)
        self.cards.setAccessibleName("the cards, a question and its answer a line")
        self.right.setToolTip("How often each player is right, such as 80 60; the last counts for all further players")
        for line in (self.name, self.letter, self.right, self.tables):
            line.textEdited.connect(lambda _: self._take())
        self.colour.currentTextChanged.connect(lambda _: self._take())
        for chooser in (self.family, self.favour):
            chooser.activated.connect(lambda _: self._take())
        for spin in (self.upto, self.count, self.seed):
            spin.valueChanged.connect(lambda _: self._take())
        self.cards.textChanged.connect(self._take)
        self.file.clicked.connect(self._read_file)

    def _name_packs(self, chosen: int) -> None:
        self._filling = True
        self.which.clear()
        self.which.addItems([str(pack["name"]) for pack in self._packs])
        self._filling = False
        self.which.setCurrentIndex(min(chosen, len(self._packs) - 1))
        self._fill()

    def _fill(self) -> None:
        """Show the pack that is chosen."""
        if self._filling:
            return
        at = self.which.currentIndex()
        self.add.setEnabled(len(self._packs) < MOST_PACKS)
        for part in (self.which, self.remove, self.name, self.letter, self.colour, self.family, self.count, self.right):
            part.setEnabled(at >= 0)
        if at < 0:
            self._show_fields("add")
            return
        pack = QuestionPack.model_validate(self._packs[at])
        self._filling = True
        self.name.setText(pack.name)
        self.letter.setText(pack.letter)
        known = self.colour.findData(pack.colour)
        self.colour.setCurrentIndex(known)
        self.colour.setEditText(self.colour.itemText(known) if known >= 0 else pack.colour)
        self.family.setCurrentIndex(self.family.findData(pack.family))
        self.favour.setCurrentIndex(self.favour.findData(pack.favour))
        for spin, value in ((self.upto, pack.upto), (self.count, pack.count), (self.seed, pack.seed)):
            spin.setValue(value)
        self.tables.setText(" ".join(map(str, pack.tables)))
        self.right.setText(" ".join(f"{100 * float(chance):g}" for chance in pack.right))
        self.cards.setPlainText(typed_cards(pack.cards))
        self._filling = False
        self._show_fields(pack.family)
        self._tell(pack)

    def _show_fields(self, family: str) -> None:
        """Only what means something for the family."""
        own = family == "own"
        tables = not own and FAMILIES[family].tables
        for field, seen in (
            (self.upto, not own and not tables),
            (self.tables, tables),
            (self.count, not own),
            (self.favour, not own),
        ):
            self.form.setRowVisible(field, seen)
        self.cards.setVisible(own)
        self.file.setVisible(own)
        self.resized.emit()

    def _tell(self, pack: QuestionPack) -> None:
        cards = cards_of(pack)
        some = ", ".join(f"{card.text.removesuffix(' = ?')} ({card.answer})" for card in cards[:SHOWN])
        self.told.setText(f"One card: {some}." if len(cards) == 1 else f"{len(cards)} cards, the first ones: {some}.")

    def _take(self) -> None:
        """Take what stands in the fields, if it can be."""
        at = self.which.currentIndex()
        if self._filling or at < 0:
            return
        family = self.family.currentData()
        cards, trouble = read_cards(self.cards.toPlainText())
        if family == "own" and not cards:
            self._show_fields(family)
            self.say(trouble or "Type a question, a semicolon and its answer; a line for each card.")
            return
        pack = self._typed(family, cards)
        if pack is None:
            return
        packs = [pack if k == at else other for k, other in enumerate(self._packs)]
        self.follows = self._renamed(str(self._packs[at]["name"]), pack["name"])
        if self._send(packs):
            self._show_fields(family)
            self._tell(QuestionPack.model_validate(pack))
            self.which.setItemText(at, str(pack["name"]))
            if trouble:
                self.say(trouble)

    def _typed(self, family: str, cards: list[dict[str, str]]) -> dict[str, Any] | None:
        tables, right = read_numbers(self.tables.text()), read_numbers(self.right.text().replace("%", " "))
        if isinstance(tables, str) or isinstance(right, str):
            self.say(f"“{tables if isinstance(tables, str) else right}” is not a number: type numbers with blanks.")
            return None
        before = self._packs[self.which.currentIndex()]["family"]
        if family not in ("own", before) and not FAMILIES[family].goes_up_to(self.upto.value()):
            self._filling = True
            self.upto.setValue(FAMILIES[family].usual)  # it was chosen for another family
            self._filling = False
        upto = self.upto.value()
        colour = self.colour.currentText().split()[-1] if self.colour.currentText().split() else ""
        return {
            "name": self.name.text().strip(),
            "letter": self.letter.text().strip(),
            "colour": colour,
            "family": family,
            "upto": upto,
            "tables": [int(float(one)) for one in tables if "/" not in one],
            "count": self.count.value(),
            "favour": self.favour.currentData(),
            "seed": self.seed.value(),
            "cards": cards if family == "own" else self._packs[self.which.currentIndex()]["cards"],
            "right": [min(max(float(one) / 100, 0.0), 1.0) for one in right if "/" not in one],
        }

    def _renamed(self, old: str, new: str) -> list[tuple[str, Any]]:
        """Squares and lists that name a pack go on naming it."""
        self._names[self._first_name(old)] = new
        trail, names = self._game.area_as(Trail), self._names
        squares = [
            {
                **square.model_dump(exclude_defaults=True),
                **({"pack": names.get(square.pack, square.pack)} if square.pack else {}),
            }
            for square in trail.squares
        ]
        lists = [[names.get(name, name) for name in row] for row in trail.draws_from]
        return [("area.squares", squares), ("area.draws_from", lists)] if any(k != v for k, v in names.items()) else []

    def _first_name(self, now: str) -> str:
        """What a pack was called when the editor was opened."""
        return next((first for first, name in self._names.items() if name == now), now)

    def _send(self, packs: list[dict[str, Any]]) -> bool:
        """Hand the packs on if they can be."""
        try:
            game = with_value(self._game, self.at.path, packs)
        except GameError as error:
            self.say(error.sentence)
            return False
        self._packs = [pack.model_dump() for pack in game.area_as(Trail).packs]
        self.send(self._packs)
        return True

    def _add(self) -> None:
        names = {pack["name"] for pack in self._packs}
        name = next(word for word in ("Adding", *(f"Pack {k}" for k in range(2, 20))) if word not in names)
        colour = list(COLOURS)[len(self._packs) % len(COLOURS)]
        if self._send([*self._packs, {"name": name, "colour": colour}]):
            self._name_packs(len(self._packs) - 1)

    def _remove(self) -> None:
        at = self.which.currentIndex()
        if self._send([pack for k, pack in enumerate(self._packs) if k != at]):
            self._name_packs(max(0, at - 1))

    def _read_file(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self, "Read cards", "", "Tables (*.csv *.tsv *.txt)")
        if name:
            self.read_file(Path(name))

    def read_file(self, path: Path) -> None:
        """Take over the cards of a table; what can't be read is said, and the rest is kept."""
        try:
            if path.stat().st_size > LARGEST_FILE:
                self.say(f"{path.name} is too large for a table of cards.")
                return
            text = path.read_text(encoding="utf-8-sig")
        except (OSError, UnicodeDecodeError):
            self.say(f"{path.name} can't be read as text: save it as a CSV table in UTF-8.")
            return
        cards, trouble = read_cards(text)
        if not cards:
            self.say(trouble or f"There are no cards in {path.name}.")
            return
        self.cards.setPlainText("\n".join(f"{card['question']}\t{card['answer']}" for card in cards))
        if trouble:
            self.say(trouble)
