"""A line that holds one face: typed as a number, perhaps with a word and a star."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QLineEdit

from bolometric.core.pieces.face_text import HINT, read_face, typed
from bolometric.core.pieces.faces import Face
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked


class FaceLine(QLineEdit):
    """Sends a face as plain data whenever what stands in it is one, else a sentence that says why it is none."""

    read = Signal(object)
    refused = Signal(str)

    def __init__(self, face: Face, name: str) -> None:
        super().__init__(typed(face))
        self._name = name
        self.setAccessibleName(name)
        self.setToolTip(HINT)
        self.textEdited.connect(self._edited)

    def _edited(self, text: str) -> None:
        found, shown = read_face(text), text.strip()[:20]
        if found is None:
            name = self._name
            self.refused.emit(f"“{shown}” on {name} is not a number." if shown else f"{name.capitalize()} is empty.")
            return
        try:
            with checked():
                Face.model_validate(found)
        except GameError as error:
            self.refused.emit(error.sentence)
        else:
            self.read.emit(found)


def with_face(old: dict[str, Any], new: dict[str, Any]) -> dict[str, Any]:
    """A sector or card with another face, its angle or count kept."""
    kept = {key: value for key, value in old.items() if key in ("angle", "count")}
    return {**new, **kept}
