"""Rules of one's own, and which rules are told later."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QSpinBox,
)

from bolometric.core.game.document import Game
from bolometric.core.game.house import LONGEST, LONGEST_WORD, MOST_RULES, PLACES, WORDS, Word
from bolometric.core.game.seats import MOST_SEATS
from bolometric.core.settings.knobs import KnobAt
from bolometric.core.settings.lines import one_line
from bolometric.core.words.aloud import own_sentences
from bolometric.desk.editors.base import WIDTH, Editor
from bolometric.desk.parts.plain import Label

LAST = 99
"""The place after all of the program's sentences."""


class HouseRulesEditor(Editor):
    """Sends the sentences whenever one of them, its place or its state changes."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at, "Sentences of your own: said, printed and saved; the figures know nothing of them.")
        self._rules: list[dict[str, Any]] = [rule.model_dump() for rule in at.value]
        self._filling = False
        self.list = QListWidget()
        self.list.setAccessibleName("your rules")
        self.list.setFixedHeight(110)
        self.list.currentRowChanged.connect(lambda _: self._fill())
        self.body.addWidget(self.list)
        self.text = QLineEdit(maxLength=LONGEST)
        self.text.setAccessibleName("what is said")
        self.text.setPlaceholderText("Whisper the sum to your partner first.")
        self.text.textEdited.connect(self._retext)
        self.body.addWidget(self.text)
        self.where, self.after = QComboBox(), QSpinBox(minimum=0, maximum=LAST, prefix="after sentence ")
        for key, heading in PLACES.items():
            self.where.addItem(f"under {heading}", key)
        self.where.setAccessibleName("under which heading")
        self.after.setAccessibleName("after which sentence there")
        self.after.setSpecialValueText("before all others")
        self.where.activated.connect(lambda _: self._change("where", self.where.currentData()))
        self.after.valueChanged.connect(lambda value: self._change("after", value))
        self.struck, self.later = QCheckBox("struck out"), QCheckBox("told later")
        self.struck.toggled.connect(lambda on: self._change("struck", on))
        self.later.toggled.connect(lambda on: self._change("later", on))
        self.add, self.remove = QPushButton("Add"), QPushButton("Remove")
        self.up, self.down = QPushButton("Up"), QPushButton("Down")
        self.add.clicked.connect(self._add)
        self.remove.clicked.connect(self._remove)
        self.up.clicked.connect(lambda: self._move(-1))
        self.down.clicked.connect(lambda: self._move(1))
        rows = ((self.where, self.after), (self.struck, self.later), (self.add, self.remove, self.up, self.down))
        for parts in rows:
            row = QHBoxLayout()
            for part in parts:
                row.addWidget(part)
            self.body.addLayout(row)
        self._list(0)
        self.finish(self.text if self._rules else self.add)

    def _list(self, chosen: int) -> None:
        self._filling = True
        self.list.clear()
        for rule in self._rules:
            item = QListWidgetItem(str(rule["text"]))
            font = item.font()
            font.setStrikeOut(bool(rule["struck"]))
            item.setFont(font)
            self.list.addItem(item)
        self._filling = False
        self.list.setCurrentRow(min(chosen, len(self._rules) - 1))
        self._fill()

    def _fill(self) -> None:
        """Show the sentence that is chosen."""
        if self._filling:
            return
        at = self.list.currentRow()
        for part in (self.text, self.where, self.after, self.struck, self.later, self.remove):
            part.setEnabled(at >= 0)
        self.add.setEnabled(len(self._rules) < MOST_RULES)
        self.up.setEnabled(at > 0)
        self.down.setEnabled(0 <= at < len(self._rules) - 1)
        if at < 0:
            self.text.clear()
            return
        rule = self._rules[at]
        self._filling = True
        self.text.setText(rule["text"])
        self.where.setCurrentIndex(self.where.findData(rule["where"]))
        self.after.setValue(rule["after"])
        self.struck.setChecked(rule["struck"])
        self.later.setChecked(rule["later"])
        self._filling = False

    def _retext(self, text: str) -> None:
        if not one_line(text):
            self.say("A rule needs words: type them, or remove it.")
            return
        self._change("text", text)

    def _change(self, name: str, value: object) -> None:
        at = self.list.currentRow()
        if self._filling or at < 0:
            return
        self._rules[at] = {**self._rules[at], name: value}
        item = self.list.item(at)
        item.setText(str(self._rules[at]["text"]))
        font = item.font()
        font.setStrikeOut(bool(self._rules[at]["struck"]))
        item.setFont(font)
        self._pass_on()

    def _pass_on(self) -> None:
        self.send([dict(rule) for rule in self._rules])

    def _add(self) -> None:
        rule = {"text": "A rule of your own.", "where": "next", "after": LAST, "struck": False, "later": False}
        self._rules.append(rule)
        self._list(len(self._rules) - 1)
        self._pass_on()
        self.text.setFocus()
        self.text.selectAll()

    def _remove(self) -> None:
        at = self.list.currentRow()
        del self._rules[at]
        self._list(max(0, at - 1))
        self._pass_on()

    def _move(self, by: int) -> None:
        at = self.list.currentRow()
        self._rules[at], self._rules[at + by] = self._rules[at + by], self._rules[at]
        self._list(at + by)
        self._pass_on()


class NounsEditor(Editor):
    """For each of the program's words one of the maker's own, for one and for several; empty ones stay as they are."""

    def __init__(self, at: KnobAt, seats: int = 0) -> None:
        super().__init__(at, "What players hear in place of these words. Your own sheet keeps the plain ones.")
        given = {noun.word: noun for noun in at.value}
        grid = QGridLayout()
        for column, words in enumerate(("", "one", "several")):
            grid.addWidget(Label(words, objectName="hint"), 0, column)
        self.lines: dict[Word, tuple[QLineEdit, QLineEdit]] = {}
        at_table = {f"player {seat}" for seat in range(1, min(seats, MOST_SEATS) + 1)}
        shown = [word for word in WORDS if not word.startswith("player ") or word in at_table or word in given]
        for row, word in enumerate(shown, 1):
            one, many = QLineEdit(maxLength=LONGEST_WORD), QLineEdit(maxLength=LONGEST_WORD)
            if word in given:
                one.setText(given[word].one)
                many.setText(given[word].many)
            one.setAccessibleName(f"your word for {word}")
            many.setAccessibleName(f"your word for several of {word}")
            grid.addWidget(Label(word), row, 0)
            grid.addWidget(one, row, 1)
            if word.startswith("player "):
                many.hide()
            else:
                grid.addWidget(many, row, 2)
            for line in (one, many):
                line.textEdited.connect(lambda _: self._take())
            self.lines[word] = (one, many)
        self.body.addLayout(grid)
        self.finish(self.lines["counter"][0])

    def _take(self) -> None:
        self.send(
            [
                {"word": word, "one": one.text().strip(), "many": many.text().strip()}
                for word, (one, many) in self.lines.items()
                if one_line(one.text())
            ]
        )


class ToldLaterEditor(Editor):
    """A list of the program's sentences; those that are marked are left out for the players."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(at, "Marked sentences are left out for the players, who find them out; your sheet keeps them.")
        self.list = QListWidget()
        self.list.setAccessibleName("which sentences are told later")
        self.list.setMinimumSize(WIDTH, 240)
        self.list.setWordWrap(True)
        for _, said in own_sentences(game):
            for sentence in said:
                item = QListWidgetItem(sentence)
                item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                item.setCheckState(Qt.CheckState.Checked if sentence in at.value else Qt.CheckState.Unchecked)
                self.list.addItem(item)
        self.list.itemChanged.connect(lambda _: self._take())
        self.body.addWidget(self.list)
        self.finish(self.list)

    def _take(self) -> None:
        items = [self.list.item(row) for row in range(self.list.count())]
        self.send([item.text() for item in items if item.checkState() == Qt.CheckState.Checked])
