"""Editors for a number, a choice, a target band and a line of text."""

from __future__ import annotations

from PySide6.QtWidgets import (
    QAbstractSpinBox,
    QCheckBox,
    QDoubleSpinBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QRadioButton,
    QSpinBox,
    QWidget,
)

from bolometric.core.game.brief import Band
from bolometric.core.pieces.expression import LETTERS
from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor, wrapped
from bolometric.desk.parts.plain import Label


def spin(value: float, low: float, high: float, step: float, decimals: int) -> QSpinBox | QDoubleSpinBox:
    """A number field that sends only finished numbers, and steps by ``step``."""
    box: QSpinBox | QDoubleSpinBox
    if decimals:
        box = QDoubleSpinBox(decimals=decimals, minimum=low, maximum=high, singleStep=step, value=value)
    else:
        box = QSpinBox(minimum=int(low), maximum=int(high), singleStep=int(step), value=int(value))
    box.setCorrectionMode(QAbstractSpinBox.CorrectionMode.CorrectToNearestValue)
    box.setMinimumWidth(110)
    box.selectAll()
    return box


FEW_CHOICES = 6
"""Choices up to which each is shown with its effect below it."""


class NumberEditor(Editor):
    """One number within its limits."""

    def __init__(self, at: KnobAt) -> None:
        low, high = at.low or 0, at.high or 0
        super().__init__(at, at.knob.hint or f"From {low:g} to {high:g}.")
        whole = isinstance(at.value, int)
        self.box = spin(at.value, low, high, at.knob.step, 0 if whole else 1)
        self.box.setAccessibleName(at.knob.label)
        row = QHBoxLayout()
        row.addWidget(self.box)
        row.addWidget(Label(at.knob.unit or at.knob.label))
        row.addStretch()
        self.body.addLayout(row)
        self.box.valueChanged.connect(self.send)
        self.finish(self.box)


class ChoiceEditor(Editor):
    """One of a few ways, each with what it does to the game."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at)
        if len(at.knob.choices) > FEW_CHOICES:
            self._lay_out_many()
            return
        first: QWidget = self
        for choice in at.knob.choices:
            button = QRadioButton(choice.words, checked=choice.value == at.value)
            button.setAccessibleDescription(choice.effect)
            button.toggled.connect(lambda on, value=choice.value: self._take(on, value))
            self.body.addWidget(button)
            effect = wrapped(choice.effect, "hint")
            effect.setIndent(24)
            self.body.addWidget(effect)
            first = button if button.isChecked() else first
        self.finish(first)

    def _lay_out_many(self) -> None:
        """In two columns, with the effect of only the chosen one below."""
        grid = QGridLayout()
        self.body.addLayout(grid)
        self._effect = wrapped("", "hint")
        self._effect.setMinimumHeight(3 * self.fontMetrics().height())
        first: QWidget = self
        rows = -(-len(self.at.knob.choices) // 2)
        for i, choice in enumerate(self.at.knob.choices):
            button = QRadioButton(choice.words, checked=choice.value == self.at.value)
            button.setAccessibleDescription(choice.effect)
            button.setToolTip(choice.effect)
            button.toggled.connect(lambda on, value=choice.value: self._take(on, value))
            button.toggled.connect(lambda on, effect=choice.effect: self._effect.setText(effect) if on else None)
            grid.addWidget(button, i % rows, i // rows)
            if button.isChecked():
                first = button
                self._effect.setText(choice.effect)
        self.body.addWidget(self._effect)
        self.finish(first)

    def _take(self, on: bool, value: str) -> None:
        if on:
            self.send(value)


class BandEditor(Editor):
    """A target from one value to another, or none."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at)
        scale = at.knob.scale
        band = at.value or _usual(at)
        most = 100 if scale == 100 else 600
        self._low = spin(band.low * scale, -most if "edge" in at.path else 0, most, 1, 1)
        self._high = spin(band.high * scale, -most if "edge" in at.path else 0, most, 1, 1)
        self._none = QCheckBox("No target", checked=at.value is None)
        row = QHBoxLayout()
        for words, box in (("from", self._low), ("to", self._high)):
            box.setAccessibleName(f"{at.knob.label}, {words}")
            row.addWidget(Label(words))
            row.addWidget(box)
            box.valueChanged.connect(self._send)
        row.addWidget(Label(at.knob.unit))
        row.addStretch()
        self.body.addLayout(row)
        self.body.addWidget(self._none)
        self._none.toggled.connect(self._send)
        self._enable()
        self.finish(self._none if at.value is None else self._low)

    def _enable(self) -> None:
        for box in (self._low, self._high):
            box.setEnabled(not self._none.isChecked())

    def _send(self) -> None:
        self._enable()
        if self._none.isChecked():
            self.send(None)
            return
        low, high = self._low.value(), self._high.value()
        if low > high:
            self.say("The band ends below its start: make the first number the smaller one.")
            return
        scale = self.at.knob.scale
        self.send({"low": low / scale, "high": high / scale})


def _usual(at: KnobAt) -> Band:
    """A sensible band to begin with where there was none."""
    from bolometric.core.game.brief import Brief

    default = Brief.model_fields[at.path.split(".")[-1]].default
    return default if isinstance(default, Band) else Band(low=0, high=1)


class AmountEditor(Editor):
    """One exact number: whole, decimal or a fraction."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at)
        self.line = QLineEdit(typed_numbers((tidy(at.value),)))
        self.line.setAccessibleName(at.knob.label)
        self.line.selectAll()
        self.line.textEdited.connect(self._take)
        self.body.addWidget(self.line)
        self.finish(self.line)

    def _take(self, text: str) -> None:
        found = read_numbers(text)
        if isinstance(found, str) or len(found) != 1:
            self.say(f"“{text.strip()[:20]}” is not one number." if text.strip() else "Type a number.")
        else:
            self.send(found[0])


class FormulaEditor(Editor):
    """A formula over the letters of the numbers shown, which are named beside it."""

    def __init__(self, at: KnobAt, names: list[str]) -> None:
        super().__init__(at)
        self.line = QLineEdit(at.value, maxLength=at.longest or 120)
        self.line.setMinimumWidth(300)
        self.line.setAccessibleName(at.knob.label)
        self.line.textEdited.connect(self.send)
        self.body.addWidget(self.line)
        letters = ", ".join(f"{LETTERS[i]} is {name}" for i, name in enumerate(names))
        self.body.addWidget(wrapped(f"Here {letters}.", "hint"))
        self.finish(self.line)


class TextEditor(Editor):
    """A few words."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at)
        self.line = QLineEdit(at.value, maxLength=at.longest or 60)
        self.line.setMinimumWidth(300)
        self.line.setAccessibleName(at.knob.label)
        self.line.selectAll()
        self.line.textEdited.connect(self.send)
        self.body.addWidget(self.line)
        self.finish(self.line)


class TextsEditor(Editor):
    """A few short texts in a row, with commas between them."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at, "Separate them with commas.")
        self.line = QLineEdit(", ".join(at.value))
        self.line.setMinimumWidth(300)
        self.line.setAccessibleName(at.knob.label)
        self.line.textEdited.connect(self._take)
        self.body.addWidget(self.line)
        self.finish(self.line)

    def _take(self, text: str) -> None:
        found = [part.strip() for part in text.split(",") if part.strip()]
        if found:
            self.send(found)
        else:
            self.say("Type one heading at least.")
