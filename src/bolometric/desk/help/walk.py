"""A walk of six steps over the real window: a line on top says what to see and do, and a frame shows where.

Nothing is held up meanwhile: the window can be used, and the walk can be left and taken up again.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import QEvent, QObject, QRect, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QWidget

from bolometric.desk.parts.plain import Label


@dataclass(frozen=True, slots=True)
class WalkStep:
    """One step: in which view, what is framed, and what is said."""

    view: str
    frames: str
    words: str


STEPS = (
    WalkStep(
        "shape",
        "sheet",
        "These are the rules. Every coloured word is a setting: click one, change it, and see what "
        "it does. Ctrl+Z takes it back.",
    ),
    WalkStep(
        "shape",
        "board",
        "The board as it will be cut out. Warm squares are landed on often, cold ones rarely; point "
        "at one to read more.",
    ),
    WalkStep(
        "shape",
        "gauges",
        "What the rules come to. Green lies in the band that you aim for. Click a gauge to see how "
        "it was worked out and what would move it.",
    ),
    WalkStep(
        "shape",
        "faults",
        "What would annoy players, with changes that mend it. A click makes the change; undo takes it back.",
    ),
    WalkStep("table", "stack", "Play it by hand, or let the program play a seat. The coach says what a choice costs."),
    WalkStep("sheets", "stack", "Print it: boards, dice to fold, rules in large letters, and a card for the teacher."),
)


class Outline(QWidget):
    """A frame round a part of the window; clicks go through it."""

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.colour = "#000000"
        self.hide()

    def frame(self, part: QWidget, colour: str) -> None:
        """Show it round a part."""
        self.colour = colour
        self.setGeometry(QRect(part.mapTo(self.window(), part.rect().topLeft()), part.size()))
        if not self.isVisible():  # an editor that opens meanwhile stays above it
            self.show()
            self.raise_()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Paint the frame."""
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(self.colour), 4))
        painter.drawRoundedRect(self.rect().adjusted(3, 3, -3, -3), 8, 8)
        painter.end()


class Walk(QFrame):
    """The line of words, and where one is."""

    moved = Signal(int)
    """The step to take it up at again."""

    def __init__(self, window: QWidget, show_view: Callable[[str], object], part: Callable[[str], QWidget]) -> None:
        super().__init__(objectName="notice")
        self._show_view, self._part = show_view, part
        self.outline, self.colour, self.at = Outline(window), "#000000", 0
        self.words = Label(wordWrap=True)
        self.back, self.on, self.leave = QPushButton("Back"), QPushButton("Next"), QPushButton("Leave")
        row = QHBoxLayout(self)
        row.setContentsMargins(14, 6, 8, 6)
        row.addWidget(self.words, 1)
        for button in (self.back, self.on, self.leave):
            row.addWidget(button)
        self.back.clicked.connect(lambda: self.show_step(self.at - 1))
        self.on.clicked.connect(lambda: self.show_step(self.at + 1))
        self.leave.clicked.connect(self.stop)
        window.installEventFilter(self)
        self.hide()

    def show_step(self, at: int) -> None:
        """Show one of the steps; past the last the walk is over."""
        if not 0 <= at < len(STEPS):
            self.moved.emit(0)  # from the start again another time
            self._close()
            return
        self.at, step = at, STEPS[at]
        self._show_view(step.view)
        told = f"Step {at + 1} of {len(STEPS)}. {step.words}"
        self.words.setText(told)
        self.setAccessibleName(told)
        self.back.setEnabled(at > 0)
        self.on.setText("Next" if at < len(STEPS) - 1 else "Done")
        self.show()
        self._frame()
        self.on.setFocus()
        self.moved.emit(at)

    def stop(self) -> None:
        """Leave it for now."""
        self._close()

    def _close(self) -> None:
        self.outline.hide()
        self.hide()

    def _frame(self) -> None:
        layout = self.window().layout()
        if layout is not None:
            layout.activate()
        self.outline.frame(self._part(STEPS[self.at].frames), self.colour)

    def view_changed(self, view: str) -> None:
        """Another view was chosen: the frame is only round what is there."""
        if self.isVisible():
            self.outline.setVisible(view == STEPS[self.at].view)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """The frame follows the window's size."""
        if event.type() in (QEvent.Type.Resize, QEvent.Type.LayoutRequest) and self.outline.isVisible():
            self._frame()
        return False
