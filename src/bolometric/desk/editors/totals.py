"""Which totals a rule is about: a key for each total that can come up, and a line to type any."""

from __future__ import annotations

from fractions import Fraction

from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLineEdit, QToolButton

from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.face_text import read_numbers, typed_numbers
from bolometric.core.settings.amounts import Value, plain, tidy
from bolometric.core.settings.knobs import KnobAt
from bolometric.core.text.figures import minus, percent
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.plain import Label

MOST_KEYS = 36
COLUMNS = 6


class TotalsEditor(Editor):
    """Switches totals on and off. Keys and line always show the same choice."""

    def __init__(self, at: KnobAt, distribution: Distribution) -> None:
        few = len(distribution.totals) <= MOST_KEYS
        hint = "Choose the totals this happens on; below each is how often it comes up." if few else ""
        super().__init__(at, hint)
        self._keys: dict[Value, QToolButton] = {}
        if few:
            self._add_keys(distribution)
        row = QHBoxLayout()
        self._line = QLineEdit(typed_numbers(at.value))
        self._line.setAccessibleName(at.knob.label)
        self._line.setPlaceholderText("none")
        self._line.textEdited.connect(self._take_line)
        row.addWidget(Label("Totals"))
        row.addWidget(self._line, 1)
        self.body.addLayout(row)
        self.finish(next(iter(self._keys.values()), self._line))

    def _add_keys(self, distribution: Distribution) -> None:
        grid = QGridLayout()
        grid.setSpacing(4)
        for i, total in enumerate(distribution.totals):
            chance = percent(float(distribution.chance(total)))
            key = QToolButton(text=f"{minus(total)}\n{chance}", checkable=True, checked=total in self.at.value)
            key.setObjectName("total")
            key.setAccessibleName(f"total {total}, comes up {chance}")
            key.clicked.connect(self._take_keys)
            self._keys[total] = key
            grid.addWidget(key, i // COLUMNS, i % COLUMNS)
        self.body.addLayout(grid)

    def _take_keys(self) -> None:
        typed = _numbers(self._line.text())
        others = [total for total in typed if total not in self._keys] if isinstance(typed, list) else []
        chosen = sorted({*others, *(total for total, key in self._keys.items() if key.isChecked())})
        self._line.setText(typed_numbers(tuple(chosen)))
        self._send(chosen)

    def _take_line(self, text: str) -> None:
        numbers = _numbers(text)
        if isinstance(numbers, str):
            self.say(f"“{numbers}” is not a number: type totals with blanks between them.")
            return
        for total, key in self._keys.items():
            key.setChecked(total in numbers)
        self._send(numbers)

    def _send(self, totals: list[Value]) -> None:
        self.send(tuple(plain(Fraction(total)) for total in totals))


def _numbers(text: str) -> list[Value] | str:
    """The totals in a text, or the first word that is none."""
    found = read_numbers(text)
    return found if isinstance(found, str) else [tidy(Fraction(word)) for word in found]
