"""A line that holds one face: typed as a number, perhaps with a word and a star."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QLineEdit

from bolometric.core.face_text import HINT, read_face, typed
from bolometric.core.faces import Face


class FaceLine(QLineEdit):
    """Sends a face as plain data whenever what stands in it is one, else the text that is none."""

    read = Signal(object)
    unread = Signal(str)

    def __init__(self, face: Face, name: str) -> None:
        super().__init__(typed(face))
        self.setAccessibleName(name)
        self.setToolTip(HINT)
        self.textEdited.connect(self._edited)

    def _edited(self, text: str) -> None:
        found = read_face(text)
        if found is None:
            self.unread.emit(text)
        else:
            self.read.emit(found)


def with_face(old: dict[str, Any], new: dict[str, Any]) -> dict[str, Any]:
    """A sector or card with another face, its angle or count kept."""
    kept = {key: value for key, value in old.items() if key in ("angle", "count")}
    return {**new, **kept}
