"""A view that needs more room than a small window has: it keeps its size and is scrolled."""

from __future__ import annotations

from PySide6.QtCore import QSize
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QFrame, QScrollArea, QWidget


class Roomy(QScrollArea):
    """Shows a view at least as large as it needs to be read, and as large as there is room."""

    def __init__(self, view: QWidget, least: QSize) -> None:
        super().__init__()
        self._view, self._least = view, least
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setWidget(view)

    def minimumSizeHint(self) -> QSize:
        """Enough to see that there is something to scroll."""
        return QSize(240, 120)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Fill the room; a view is sized here, since the area would take what its charts would like to have."""
        super().resizeEvent(event)
        self._view.resize(self.viewport().size().expandedTo(self._least))
