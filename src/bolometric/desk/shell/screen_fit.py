"""How the window fits a screen."""

from __future__ import annotations

from PySide6.QtCore import QSize
from PySide6.QtWidgets import QMainWindow

from bolometric.desk.shell.settings import Settings

FRAME = QSize(8, 40)
"""What a window's frame takes of the screen, about."""


def screen_key(window: QMainWindow) -> str:
    """Under what the window's state is kept: each screen has its own."""
    screen = window.screen()
    size = screen.geometry()
    return f"{screen.name()}-{size.width()}x{size.height()}".replace("/", "-")


def place(window: QMainWindow, settings: Settings) -> None:
    """Where it was on this screen, or else where it was last, no larger than the screen."""
    own = settings.bytes(f"geometry-{screen_key(window)}")
    window.restoreGeometry(own if not own.isEmpty() else settings.bytes("geometry"))
    fit_screen(window)


def remember(window: QMainWindow, settings: Settings) -> None:
    """Keep where it is, for this screen and for any other."""
    settings.keep("geometry", window.saveGeometry())
    settings.keep(f"geometry-{screen_key(window)}", window.saveGeometry())


def fit_screen(window: QMainWindow) -> None:
    """Make it no larger than its screen, whatever a larger one has left in the settings."""
    if not window.isMaximized() and not window.isFullScreen():
        window.resize(window.size().boundedTo(window.screen().availableGeometry().size() - FRAME))
