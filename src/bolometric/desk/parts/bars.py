"""The bar of views at the top of the window, and the line of notice below it."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QButtonGroup, QFrame, QHBoxLayout, QPushButton, QSizePolicy, QToolButton, QWidget

from bolometric.desk.parts.plain import Label


class ViewBar(QWidget):
    """A button for each view, and the name of the open file."""

    chosen = Signal(str)
    cancel_asked = Signal()

    def __init__(self, views: tuple[str, ...]) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(10, 0, 16, 0)
        row.setSpacing(2)
        group = QButtonGroup(self)
        self.buttons: dict[str, QToolButton] = {}
        for name in views:
            button = QToolButton(objectName="view", text=name.capitalize(), checkable=True)
            button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
            button.clicked.connect(lambda _=False, name=name: self.chosen.emit(name))
            group.addButton(button)
            row.addWidget(button)
            self.buttons[name] = button
        self.busy = Label("Working it out exactly …")
        self.cancel = QPushButton("Cancel")
        self.cancel.clicked.connect(self.cancel_asked)
        self.told = Label(objectName="hint")
        self.told.hide()
        row.addWidget(self.busy)
        row.addWidget(self.cancel)
        row.addWidget(self.told)
        row.addSpacing(12)
        self.show_busy(False)
        self.file = Label(objectName="hint", alignment=Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self.file.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)  # the views come first
        row.addWidget(self.file, 1)

    def show_told(self, words: str) -> None:
        """Something that goes on beside the work; nothing once it is over."""
        self.told.setText(words)
        self.told.setVisible(bool(words))

    def show_busy(self, busy: bool) -> None:
        """Say that exact work is going on, with a way to end it."""
        self.busy.setVisible(busy)
        self.cancel.setVisible(busy)


class Notice(QFrame):
    """One sentence that stays until it is closed."""

    def __init__(self) -> None:
        super().__init__(objectName="notice")
        row = QHBoxLayout(self)
        row.setContentsMargins(14, 6, 8, 6)
        self.words = Label(wordWrap=True)
        close = QPushButton("Close")
        close.clicked.connect(self.hide)
        row.addWidget(self.words, 1)
        row.addWidget(close)
        self.hide()

    def say(self, sentence: str) -> None:
        """Show a sentence."""
        self.words.setText(sentence)
        self.setAccessibleName(sentence)
        self.show()
