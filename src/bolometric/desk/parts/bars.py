"""The bar of views at the top of the window, what the program is at, and the line of notice below."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QSize, Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QApplication, QButtonGroup, QFrame, QHBoxLayout, QPushButton, QToolButton, QWidget

from bolometric.desk.parts.plain import Label


class Elided(Label):
    """A line that takes so many pixels at most; what is longer ends in dots, and the tip has all of it."""

    MOST = 240

    def minimumSizeHint(self) -> QSize:
        """No wider than that."""
        return super().minimumSizeHint().boundedTo(QSize(self.MOST, 100))

    def sizeHint(self) -> QSize:
        """Nor does it ask for more."""
        return self.minimumSizeHint()

    def paintEvent(self, event: QPaintEvent) -> None:
        """As much as there is room for."""
        painter = QPainter(self)
        shown = self.fontMetrics().elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width())
        painter.drawText(self.rect(), self.alignment(), shown)
        painter.end()


class Status(QWidget):
    """What the program is at, and the name of the open file, which is cut off with dots where it is long."""

    cancel_asked = Signal()

    def __init__(self) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(8, 5, 16, 0)
        row.setSpacing(10)
        self.busy = Label("Working it out exactly …", objectName="hint")
        self.cancel = QToolButton(objectName="cancel", text="Cancel")
        self.cancel.clicked.connect(self.cancel_asked)
        self.told, self.file = Label(objectName="hint"), Elided(objectName="hint")
        self.told.hide()
        for part in (self.busy, self.cancel, self.told, self.file):
            row.addWidget(part)
        self.show_busy(False)

    def event(self, event: QEvent) -> bool:
        """A menu bar gives its corner room only when it is resized: have it look again once the words have changed."""
        bar = self.parentWidget()
        if event.type() == QEvent.Type.LayoutRequest and bar is not None:
            QApplication.sendEvent(bar, QResizeEvent(bar.size(), bar.size()))
        return super().event(event)

    def show_busy(self, busy: bool) -> None:
        """Say that exact work is going on, with a way to end it."""
        self.busy.setVisible(busy)
        self.cancel.setVisible(busy)


class ViewBar(QWidget):
    """A button for each view; what the program is at stands elsewhere, so that it moves nothing."""

    chosen = Signal(str)

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
        row.addStretch(1)
        self.status = Status()

    def show_told(self, words: str) -> None:
        """Something that goes on beside the work; nothing once it is over."""
        self.status.told.setText(words)
        self.status.told.setVisible(bool(words))


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
