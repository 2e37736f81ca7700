"""A short list of numbers, such as the multipliers of a purse."""

from __future__ import annotations

from fractions import Fraction

from PySide6.QtWidgets import QLineEdit

from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import plain
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor


class NumbersEditor(Editor):
    """One line of numbers with blanks between them."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(at, f"Numbers with blanks between them, {at.longest or 8} at most: for example 1 5 10.")
        self.line = QLineEdit(typed_numbers(at.value))
        self.line.setAccessibleName(at.knob.label)
        self.line.textEdited.connect(self._take)
        self.body.addWidget(self.line)
        self.finish(self.line)

    def _take(self, text: str) -> None:
        numbers = read_numbers(text)
        if isinstance(numbers, str):
            self.say(f"“{numbers}” is not a number: type numbers with blanks between them.")
        elif not numbers:
            self.say("Give at least one number.")
        else:
            self.send([plain(Fraction(number)) for number in numbers])
