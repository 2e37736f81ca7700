"""Further targets of a brief: a band for any reading, for whom, must or nice; and briefs to begin with."""

from __future__ import annotations

from typing import Any

from PySide6.QtWidgets import QCheckBox, QComboBox, QDoubleSpinBox, QFormLayout, QHBoxLayout, QListWidget, QPushButton

from bolometric.core.game.targets import LARGEST, MOST_TARGETS, NOT_ONE, READY, STYLES, Target, target_words
from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.results.kinds import READINGS
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor

SHARES = ("share", "edge")
SUFFIX = {"share": " %", "edge": " points", "minutes": " min", "seconds": " s", "count": ""}


class TargetsEditor(Editor):
    """Sends the targets whenever they can be."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(
            at, "Each is a band for a reading. A missed must makes a game unsuitable; what is nice counts."
        )
        self._targets: list[dict[str, Any]] = [target.model_dump() for target in at.value]
        self._filling = False
        self.list = QListWidget()
        self.list.setAccessibleName("targets")
        self.list.setFixedHeight(96)
        self.list.setWordWrap(True)
        self.list.currentRowChanged.connect(lambda _: self._fill())
        self.body.addWidget(self.list)
        self.reading, self.choosing, self.fluency = QComboBox(), QComboBox(), QComboBox()
        for key, kind in READINGS.items():
            if key not in NOT_ONE:
                self.reading.addItem(kind.label, key)
        for style, words in STYLES.items():
            self.choosing.addItem(words or "as the game says", style)
        self.fluency.addItem("as the game says", "")
        for profile in PROFILES:
            self.fluency.addItem(profile.name, profile.name)
        self.low, self.high = (QDoubleSpinBox(minimum=-LARGEST, maximum=LARGEST, decimals=1) for _ in range(2))
        self.must = QCheckBox("it is a must")
        form = QFormLayout()
        rows = (
            ("Reading", self.reading),
            ("From", self.low),
            ("To", self.high),
            ("Players", self.choosing),
            ("They work", self.fluency),
            ("", self.must),
        )
        for words, field in rows:
            field.setAccessibleName(words or "whether it is a must")
            form.addRow(words, field)
        self.body.addLayout(form)
        self.add, self.remove, self.ready = QPushButton("Add"), QPushButton("Remove"), QComboBox()
        self.ready.addItem("Begin with a brief …", None)
        for words in READY:
            self.ready.addItem(words, words)
        self.ready.setAccessibleName("a brief to begin with")
        row = QHBoxLayout()
        for part in (self.add, self.remove, self.ready):
            row.addWidget(part)
        self.body.addLayout(row)
        self.reading.activated.connect(lambda _: self._set("reading", self.reading.currentData()))
        self.choosing.activated.connect(lambda _: self._set("style", self.choosing.currentData()))
        self.fluency.activated.connect(lambda _: self._set("fluency", self.fluency.currentData()))
        self.low.valueChanged.connect(lambda value: self._set("low", value / self._scale))
        self.high.valueChanged.connect(lambda value: self._set("high", value / self._scale))
        self.must.toggled.connect(lambda on: self._set("must", on))
        self.add.clicked.connect(self._add)
        self.remove.clicked.connect(self._remove)
        self.ready.activated.connect(lambda _: self._take_ready())
        self._list(0)
        self.finish(self.list if self._targets else self.add)

    @property
    def _scale(self) -> float:
        """What one stored unit is on screen."""
        return 100.0 if READINGS[self.reading.currentData()].unit in SHARES else 1.0

    def _list(self, chosen: int) -> None:
        self._filling = True
        self.list.clear()
        for target in self._targets:
            self.list.addItem(_told(target))
        self._filling = False
        self.list.setCurrentRow(min(chosen, len(self._targets) - 1))
        self._fill()

    def _fill(self) -> None:
        if self._filling:
            return
        at = self.list.currentRow()
        for field in (self.reading, self.low, self.high, self.choosing, self.fluency, self.must, self.remove):
            field.setEnabled(at >= 0)
        self.add.setEnabled(len(self._targets) < MOST_TARGETS)
        if at < 0:
            return
        target, self._filling = self._targets[at], True
        self.reading.setCurrentIndex(self.reading.findData(target["reading"]))
        for box, value in ((self.low, target["low"]), (self.high, target["high"])):
            box.setSuffix(SUFFIX[READINGS[target["reading"]].unit])
            box.setValue(value * self._scale)
        self.choosing.setCurrentIndex(self.choosing.findData(target["style"]))
        self.fluency.setCurrentIndex(max(self.fluency.findData(target["fluency"]), 0))
        self.must.setChecked(target["must"])
        self._filling = False

    def _set(self, name: str, value: object) -> None:
        at = self.list.currentRow()
        if self._filling or at < 0:
            return
        changed = {**self._targets[at], name: value}
        if name == "reading":
            share = READINGS[str(value)].unit in SHARES
            changed |= {"low": 0.0, "high": 0.5 if share else 10.0}
        try:
            with checked():
                told = _told(changed)
        except GameError as error:
            self.say(error.sentence)
            return
        self._targets[at] = changed
        self.list.item(at).setText(told)
        self._pass_on()
        if name == "reading":
            self._fill()

    def _pass_on(self) -> None:
        self.send([dict(target) for target in self._targets])

    def _add(self) -> None:
        self._targets.append(Target(reading="success", low=0.3, high=0.6).model_dump())
        self._list(len(self._targets) - 1)
        self._pass_on()
        self.reading.setFocus()

    def _remove(self) -> None:
        at = self.list.currentRow()
        del self._targets[at]
        self._list(max(0, at - 1))
        self._pass_on()

    def _take_ready(self) -> None:
        chosen = self.ready.currentData()
        if chosen is None:
            return
        minutes, targets = READY[chosen]
        self._targets = [target.model_dump() for target in targets]
        self.follows = [("brief.minutes", {"low": minutes[0], "high": minutes[1]})]
        self._list(0)
        self._pass_on()
        self.follows = []


def _told(target: dict[str, Any]) -> str:
    made = Target.model_validate(target)
    return f"{target_words(made)}{', a must' if made.must else ''}"
