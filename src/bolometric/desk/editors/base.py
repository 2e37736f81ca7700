"""What all editors share: a heading, room for a sentence when something cannot be, and ``edited``."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QLabel, QVBoxLayout, QWidget

from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.parts.plain import Label

WIDTH = 340


class Editor(QWidget):
    """Edits one setting. Every change that can be read is sent at once, so its effect is seen at once."""

    edited = Signal(object)
    resized = Signal()

    def __init__(self, at: KnobAt, hint: str = "") -> None:
        super().__init__()
        self.at = at
        self.follows: list[tuple[str, Any]] = []
        """Other settings, with their values, that have to change with what is sent."""
        self.setAccessibleName(at.knob.label)
        self.body = QVBoxLayout(self)
        self.body.setContentsMargins(0, 0, 0, 0)
        self.body.setSpacing(8)
        heading = Label(at.knob.label[:1].upper() + at.knob.label[1:], objectName="heading")
        self.body.addWidget(heading)
        if hint or at.knob.hint:
            self.body.addWidget(wrapped(hint or at.knob.hint, "hint"))
        self._trouble = wrapped("", "trouble")
        self._trouble.hide()

    def finish(self, first: QWidget) -> None:
        """Call last: puts the trouble line below the fields and the focus on the first of them."""
        self.body.addWidget(self._trouble)
        self.setFocusProxy(first)

    def say(self, trouble: str) -> None:
        """Show what is wrong, or clear it with an empty text."""
        if trouble == self._trouble.text():
            return
        self._trouble.setText(trouble)
        self._trouble.setVisible(bool(trouble))
        self.resized.emit()

    def send(self, value: Any) -> None:
        """Hand a value on."""
        self.say("")
        self.edited.emit(value)


def wrapped(text: str, name: str) -> QLabel:
    """A label that wraps at the editors' width; plain text, whatever it holds."""
    label: QLabel = Label(text, objectName=name, wordWrap=True)
    label.setMinimumWidth(WIDTH)
    label.setMaximumWidth(WIDTH)
    return label
