"""A view that needs more room than a small window has: it keeps its size and is scrolled."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, QSize
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QFrame, QScrollArea, QSizePolicy, QWidget


def take_the_rest(part: QWidget, least: int) -> None:
    """Have a part be as high as the others leave it, but so many pixels at least.

    Where words wrap, Qt asks for as much height as every part would like to have: a chart or a board, which would like
    a lot, makes a view scroll in which all of it could be seen.
    """
    part.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Ignored)
    part.setMinimumHeight(least)


class Roomy(QScrollArea):
    """Shows a view at least as large as it needs to be read, and as large as there is room."""

    def __init__(self, view: QWidget, least: QSize | None = None) -> None:
        """``least`` is what the view needs; None for as much as its parts ask for."""
        super().__init__()
        self._view, self._least = view, least
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setWidget(view)
        view.installEventFilter(self)

    def minimumSizeHint(self) -> QSize:
        """Enough to see that there is something to scroll."""
        return QSize(240, 120)

    def needs(self) -> int:
        """Pixels of width below which the view would be scrolled sideways."""
        least = 0 if self._least is None else self._least.width()
        return max(self._view.minimumSizeHint().width(), least) + self.verticalScrollBar().sizeHint().width()

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Fill the room; a view is sized here, since the area would take what its charts would like to have."""
        super().resizeEvent(event)
        self._fill()

    def _fill(self) -> None:
        wanted = self._view.minimumSizeHint()  # so wide that no word is cut off
        least = wanted if self._least is None else self._least.expandedTo(QSize(wanted.width(), 0))
        size, layout = self.viewport().size().expandedTo(least), self._view.layout()
        if layout is not None and layout.hasHeightForWidth():  # words that wrap leave the rest its room
            size.setHeight(max(size.height(), layout.minimumHeightForWidth(size.width())))
        self._view.resize(size)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """The parts of the view may come to ask for more, or for less."""
        if event.type() == QEvent.Type.LayoutRequest:
            self._fill()
        return super().eventFilter(watched, event)
