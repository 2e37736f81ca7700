"""The points of a curve as a line of numbers; on the board they are dragged."""

from __future__ import annotations

from PySide6.QtWidgets import QLineEdit

from bolometric.core.pieces.face_text import read_numbers
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor


class PointsEditor(Editor):
    """Sends the points once there are two numbers for each."""

    def __init__(self, at: KnobAt) -> None:
        super().__init__(
            at, "Two numbers for each point: how far from the left, and how far from the top, from 0 to 100."
        )
        self.line = QLineEdit(", ".join(f"{x:g} {y:g}" for x, y in at.value))
        self.line.setAccessibleName("the points of the curve")
        self.line.textEdited.connect(self._take)
        self.body.addWidget(self.line)
        self.finish(self.line)

    def _take(self, text: str) -> None:
        numbers = read_numbers(text)
        if isinstance(numbers, str) or any("/" in one for one in numbers):
            self.say(f"“{numbers if isinstance(numbers, str) else '/'}” is not a number: type numbers with blanks.")
        elif len(numbers) < 4 or len(numbers) % 2:
            self.say("A curve needs two points at least, each with two numbers.")
        else:
            values = [float(one) for one in numbers]
            self.send([[values[k], values[k + 1]] for k in range(0, len(values), 2)])
