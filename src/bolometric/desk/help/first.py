"""The first page: three ways in, and the walk over the window."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from bolometric.desk.parts.plain import Label

TROUBLED = "loose-scree"
"""How the file of the demo game begins that has something wrong with it."""
WAYS = (
    (
        "begin",
        "Start from what I have",
        "Say which dice, cards and paper lie in your cupboard, who plays and for how "
        "long. Games that fit are offered, each ready to change.",
        "Begin",
    ),
    (
        "trouble",
        "Take a game that has gone wrong",
        "A game of the demo shelf that no class would finish. See what is "
        "said against it, choose a change that mends it, and watch the gauges.",
        "Open it",
    ),
    ("open", "Open a file", "A game that you or a colleague saved.", "Open …"),
)


class FirstPage(QScrollArea):
    """Three cards and a line below them."""

    asked = Signal(str)
    """Which way in: begin, trouble, open, walk or handbook."""

    def __init__(self) -> None:
        super().__init__(widgetResizable=True)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setAccessibleName("First steps")
        inner = QWidget(objectName="plain")
        column = QVBoxLayout(inner)
        column.setContentsMargins(22, 14, 22, 14)
        column.setSpacing(14)
        column.addWidget(Label("Three ways in", objectName="title"))
        self.buttons: dict[str, QPushButton] = {}
        row = QHBoxLayout()
        row.setSpacing(14)
        for key, title, words, does in WAYS:
            row.addWidget(self._card(key, title, words, does), 1)
        column.addLayout(row)
        below = QHBoxLayout()
        for key, words in (("walk", "Walk over the window in six steps"), ("handbook", "Read the handbook")):
            self.buttons[key] = QPushButton(words)
            below.addWidget(self.buttons[key])
        below.addStretch()
        column.addLayout(below)
        column.addWidget(Label("This page stays on the Shelf, as First steps.", objectName="hint", wordWrap=True))
        column.addStretch()
        self.setWidget(inner)
        for key, button in self.buttons.items():
            button.clicked.connect(lambda _=False, key=key: self.asked.emit(key))

    def _card(self, key: str, title: str, words: str, does: str) -> QFrame:
        card = QFrame(objectName="card")
        column = QVBoxLayout(card)
        column.setContentsMargins(16, 14, 16, 14)
        column.addWidget(Label(title, objectName="heading", wordWrap=True))
        column.addWidget(Label(words, wordWrap=True, alignment=Qt.AlignmentFlag.AlignTop), 1)
        self.buttons[key] = QPushButton(does)
        self.buttons[key].setAccessibleName(f"{title}: {does}")
        column.addWidget(self.buttons[key], 0, Qt.AlignmentFlag.AlignLeft)
        return card
