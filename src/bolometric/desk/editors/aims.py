"""Which facts are the aim: sets of facts in plain words, each with its number, its tables or its list."""

from __future__ import annotations

from typing import Any

from PySide6.QtWidgets import QComboBox, QFormLayout, QHBoxLayout, QLineEdit, QListWidget, QPushButton, QSpinBox

from bolometric.core.learner_work.aims import AIMS, BY_STEPS, BY_TABLES, WITHOUT_NUMBER, Aim
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor, wrapped

MOST = 8


def named(kind: str) -> str:
    """A kind of aim as it is offered: 'adding within …'."""
    return "a list of facts" if kind == "list" else AIMS[kind][0].replace("{}", "…").removesuffix(" to …")


class AimsEditor(Editor):
    """Sends the sets whenever they can be."""

    def __init__(self, at: KnobAt, hint: str = "") -> None:
        super().__init__(
            at, hint or "Facts of these sets count as the aim; what never comes up is told under Practice."
        )
        self._aims: list[dict[str, Any]] = [aim.model_dump() for aim in at.value]
        self._filling = False
        self.list = QListWidget()
        self.list.setAccessibleName("sets of facts")
        self.list.setFixedHeight(84)
        self.list.currentRowChanged.connect(lambda _: self._fill())
        self.body.addWidget(self.list)
        self.kind, self.upto = QComboBox(), QSpinBox(minimum=1, maximum=5000)
        self.by, self.tables, self.facts = QSpinBox(minimum=1, maximum=100), QLineEdit(), QLineEdit()
        for kind in AIMS:
            self.kind.addItem(named(kind), kind)
        self.facts.setPlaceholderText("7 + 5, 12 − 4, 6 × 8, 12 or 21, count 5, see 5")
        self.form = QFormLayout()
        for words, field in (
            ("Facts", self.kind),
            ("Up to", self.upto),
            ("At most at a time", self.by),
            ("Tables", self.tables),
            ("List", self.facts),
        ):
            field.setAccessibleName(words)
            self.form.addRow(words, field)
        self.body.addLayout(self.form)
        self.meant = wrapped("", "hint")
        self.body.addWidget(self.meant)
        self.add, self.remove = QPushButton("Add"), QPushButton("Remove")
        row = QHBoxLayout()
        for button in (self.add, self.remove):
            row.addWidget(button)
        row.addStretch()
        self.body.addLayout(row)
        self.kind.activated.connect(lambda _: self._set("kind", self.kind.currentData()))
        self.upto.valueChanged.connect(lambda value: self._set("upto", value))
        self.by.valueChanged.connect(lambda value: self._set("by", value))
        self.tables.textEdited.connect(lambda _: self._retabled())
        self.facts.textEdited.connect(lambda _: self._relisted())
        self.add.clicked.connect(self._add)
        self.remove.clicked.connect(self._remove)
        self._list(0)
        self.finish(self.list if self._aims else self.add)

    def take(self, aims: list[dict[str, Any]]) -> None:
        """Edit other sets."""
        self._aims = aims
        self._list(0)

    def _list(self, chosen: int) -> None:
        self._filling = True
        self.list.clear()
        for aim in self._aims:
            self.list.addItem(Aim.model_validate(aim).words)
        self._filling = False
        self.list.setCurrentRow(min(chosen, len(self._aims) - 1))
        self._fill()

    def _fill(self) -> None:
        """Show the set that is chosen; only what means something for its kind."""
        if self._filling:
            return
        at = self.list.currentRow()
        aim = self._aims[at] if at >= 0 else None
        kind = aim["kind"] if aim else ""
        self.add.setEnabled(len(self._aims) < MOST)
        self.remove.setEnabled(aim is not None)
        for field, seen in (
            (self.kind, aim is not None),
            (self.upto, aim is not None and kind not in WITHOUT_NUMBER),
            (self.by, kind in BY_STEPS),
            (self.tables, kind in BY_TABLES),
            (self.facts, kind == "list"),
        ):
            self.form.setRowVisible(field, seen)
        self.meant.setText(f"{AIMS[kind][1][:1].upper()}{AIMS[kind][1][1:]}." if aim else "")
        if aim:
            self._filling = True
            self.kind.setCurrentIndex(self.kind.findData(kind))
            self.upto.setValue(aim["upto"])
            self.by.setValue(aim["by"])
            self.tables.setText(", ".join(map(str, aim["tables"])))
            self.facts.setText(", ".join(aim["facts"]))
            self._filling = False
        self.resized.emit()

    def _set(self, name: str, value: object) -> None:
        at = self.list.currentRow()
        if self._filling or at < 0:
            return
        changed = {**self._aims[at], name: value}
        if changed["kind"] == "list" and not changed["facts"]:
            changed["facts"] = ["7 + 5"]
        try:
            with checked():
                told = Aim.model_validate(changed).words
        except GameError as error:
            self.say(error.sentence)
            return
        self._aims[at] = changed
        self.list.item(at).setText(told)
        self._pass_on()
        if name == "kind":
            self._fill()

    def _retabled(self) -> None:
        numbers = [part for part in self.tables.text().replace(",", " ").split() if part]
        if not numbers or not all(part.isdigit() for part in numbers):
            self.say("Tables are whole numbers with commas between: 2, 5, 10.")
            return
        self._set("tables", [int(part) for part in numbers])

    def _relisted(self) -> None:
        self._set("facts", [part.strip() for part in self.facts.text().split(",") if part.strip()])

    def _pass_on(self) -> None:
        self.send([dict(aim) for aim in self._aims])

    def _add(self) -> None:
        self._aims.append(Aim().model_dump())
        self._list(len(self._aims) - 1)
        self._pass_on()
        self.kind.setFocus()

    def _remove(self) -> None:
        at = self.list.currentRow()
        del self._aims[at]
        self._list(max(0, at - 1))
        self._pass_on()
