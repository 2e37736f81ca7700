"""What is this? A word of the rules, or a gauge, explained in place; the handbook has the rest."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from bolometric.desk.editors.base import wrapped
from bolometric.desk.parts.plain import Label


class WhatItIs(QWidget):
    """A heading, some lines, and the way into the handbook."""

    resized = Signal()
    more = Signal(str)
    """The key of a page of the handbook."""

    def __init__(self, title: str, lines: Sequence[str], page: str) -> None:
        super().__init__()
        self.setAccessibleName(f"{title}: {' '.join(lines)}")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(Label(title, objectName="heading"))
        for line in lines:
            column.addWidget(wrapped(line, "line"))
        book = QPushButton("More in the handbook")
        book.clicked.connect(lambda: self.more.emit(page))
        column.addWidget(book, 0, Qt.AlignmentFlag.AlignLeft)
        self.setFocusProxy(book)
