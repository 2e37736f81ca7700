"""How the window fits a screen, and shares its width."""

from __future__ import annotations

from PySide6.QtCore import QSize
from PySide6.QtWidgets import QMainWindow, QSplitter

MOST_SHEET = 0.38
"""The part of the window that the sheet takes at most once the window is made smaller."""
FRAME = QSize(8, 40)
"""What a window's frame takes of the screen, about."""


def fit_screen(window: QMainWindow) -> None:
    """Make it no larger than its screen, whatever a larger one has left in the settings."""
    if not window.isMaximized() and not window.isFullScreen():
        window.resize(window.size().boundedTo(window.screen().availableGeometry().size() - FRAME))


def share_width(split: QSplitter) -> None:
    """In a small window what stands first leaves the larger part to what stands second."""
    first, most = split.widget(0), int(MOST_SHEET * split.width())
    if first is not None and not first.isHidden() and split.sizes()[0] > most:
        split.setSizes([most, split.width() - most])
