"""A list to choose from by typing: commands, and steps of the history."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QDialog, QLineEdit, QListWidget, QVBoxLayout, QWidget

from bolometric.desk.parts.plain import Label

WIDE, HIGH = 560, 420
STEPS = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1, Qt.Key.Key_PageDown: 8, Qt.Key.Key_PageUp: -8}


class Chooser(QDialog):
    """Entries are narrowed down by the words that are typed, in any order; Enter takes the one that is marked."""

    def __init__(self, parent: QWidget, title: str, entries: Sequence[str], at: int = 0, hint: str = "") -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.resize(WIDE, HIGH)
        self.entries = list(entries)
        self.shown: list[int] = []
        self.words, self.list = QLineEdit(placeholderText="type to narrow down", clearButtonEnabled=True), QListWidget()
        self.words.setAccessibleName(f"{title}: words to look for")
        self.list.setAccessibleName(title)
        column = QVBoxLayout(self)
        column.addWidget(self.words)
        column.addWidget(self.list, 1)
        if hint:
            column.addWidget(Label(hint, wordWrap=True, objectName="hint"))
        self.words.textChanged.connect(lambda _: self.narrow())
        self.words.installEventFilter(self)
        self.list.itemActivated.connect(lambda _: self.accept())
        self.list.itemClicked.connect(lambda _: self.accept())
        self.words.returnPressed.connect(self.accept)
        self.narrow()
        self.list.setCurrentRow(at)

    def narrow(self) -> None:
        """Show what has all the words in it."""
        wanted = self.words.text().lower().split()
        self.shown = [k for k, entry in enumerate(self.entries) if all(word in entry.lower() for word in wanted)]
        self.list.clear()
        self.list.addItems([self.entries[k] for k in self.shown])
        self.list.setCurrentRow(0)

    @property
    def chosen(self) -> int | None:
        """Which of the entries is marked."""
        row = self.list.currentRow()
        return self.shown[row] if 0 <= row < len(self.shown) else None

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """The arrow keys move in the list while one types."""
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            by = STEPS.get(Qt.Key(event.key()))
            if by is not None and self.shown:
                self.list.setCurrentRow(min(max(self.list.currentRow() + by, 0), len(self.shown) - 1))
                return True
        return super().eventFilter(watched, event)


def choose(parent: QWidget, title: str, entries: Sequence[str], at: int = 0, hint: str = "") -> int | None:
    """Ask for one of the entries; None where nothing was chosen."""
    asked = Chooser(parent, title, entries, at, hint)
    return asked.chosen if asked.exec() == QDialog.DialogCode.Accepted else None
