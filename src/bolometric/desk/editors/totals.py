"""Which totals a rule is about: a key for each total that can come up, or a list to type."""

from __future__ import annotations

import re

from PySide6.QtWidgets import QGridLayout, QLineEdit, QToolButton

from bolometric.core.draw import Distribution
from bolometric.core.knobs import KnobAt
from bolometric.core.wording import minus, percent
from bolometric.desk.editors.base import Editor

MOST_KEYS = 36
COLUMNS = 6


class TotalsEditor(Editor):
    """Switches totals on and off, each with its chance below it."""

    def __init__(self, at: KnobAt, distribution: Distribution) -> None:
        few = len(distribution.totals) <= MOST_KEYS
        hint = "Choose the totals this happens on; below each is how often it comes up."
        super().__init__(at, hint if few else "Type the totals, with blanks between them.")
        if few:
            self._add_keys(distribution)
        else:
            self._add_line()

    def _add_keys(self, distribution: Distribution) -> None:
        self._keys: dict[int, QToolButton] = {}
        grid = QGridLayout()
        grid.setSpacing(4)
        shown = sorted({*distribution.totals, *self.at.value})
        for i, total in enumerate(shown):
            chance = percent(float(distribution.chance(total))) if distribution.chance(total) else "never"
            key = QToolButton(text=f"{minus(total)}\n{chance}", checkable=True, checked=total in self.at.value)
            key.setObjectName("total")
            key.setAccessibleName(f"total {total}, comes up {chance}")
            key.toggled.connect(self._send_keys)
            self._keys[total] = key
            grid.addWidget(key, i // COLUMNS, i % COLUMNS)
        self.body.addLayout(grid)
        self.finish(next(iter(self._keys.values())))

    def _send_keys(self) -> None:
        self.send(tuple(total for total, key in self._keys.items() if key.isChecked()))

    def _add_line(self) -> None:
        self._line = QLineEdit(" ".join(map(str, self.at.value)))
        self._line.setMinimumWidth(300)
        self._line.setAccessibleName(self.at.knob.label)
        self._line.textEdited.connect(self._send_line)
        self.body.addWidget(self._line)
        self.finish(self._line)

    def _send_line(self, text: str) -> None:
        numbers = whole_numbers(text)
        if isinstance(numbers, str):
            self.say(f"“{numbers}” is not a whole number.")
        else:
            self.send(numbers)


def whole_numbers(text: str) -> tuple[int, ...] | str:
    """The whole numbers in a text with blanks or commas between them, or the first word that is none."""
    words = [word for word in re.split(r"[\s,;]+", text.replace("−", "-").strip()) if word]
    for word in words:
        if not re.fullmatch(r"[+-]?\d{1,9}", word, re.ASCII):
            return word[:20]
    return tuple(int(word) for word in words)
