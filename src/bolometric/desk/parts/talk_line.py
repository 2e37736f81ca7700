"""Questions one by one, each with its answer hidden until it is asked for."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from bolometric.core.words.talk import LEVELS, TalkQuestion
from bolometric.desk.parts.plain import Label


class TalkLine(QWidget):
    """Hidden until there is something to talk about."""

    def __init__(self) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.begin, self.reveal, self.next = QPushButton("Talk about it"), QPushButton("Answer"), QPushButton("Next")
        self.words = Label(wordWrap=True)
        for part in (self.begin, self.words, self.reveal, self.next):
            row.addWidget(part, 1 if part is self.words else 0)
        self.make: Callable[[], list[TalkQuestion]] = list
        """Makes the questions; called when they are first asked for."""
        self.questions: list[TalkQuestion] = []
        self.at = 0
        self.begin.clicked.connect(self._begin)
        self.reveal.clicked.connect(self._reveal)
        self.next.clicked.connect(self._go_on)
        self.put_away()

    def put_away(self) -> None:
        """Nothing is asked any more."""
        self.questions, self.at = [], 0
        self.words.setText("")
        for part in (self.reveal, self.next):
            part.hide()

    def _begin(self) -> None:
        self.questions, self.at = self.make(), 0
        self._ask()

    def _ask(self) -> None:
        if not self.questions:
            self.words.setText("The figures of this game are not there yet: a moment.")
            return
        one = self.questions[self.at]
        self.words.setText(f"{self.at + 1} of {len(self.questions)}, {LEVELS[one.level]}: {one.ask}")
        self.reveal.setVisible(bool(one.answer))
        self.next.show()

    def _reveal(self) -> None:
        one = self.questions[self.at]
        self.words.setText(f"{one.ask} {one.answer}")
        self.reveal.hide()

    def _go_on(self) -> None:
        self.at = (self.at + 1) % len(self.questions)
        self._ask()
