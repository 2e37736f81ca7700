"""The fonts that the program ships: one for the screen, one made for learners on the pieces."""

from __future__ import annotations

from importlib.resources import files

from PySide6.QtGui import QFont, QFontDatabase

SCREEN = "Atkinson Hyperlegible Next"
PIECES = "Andika"


def load_fonts() -> None:
    """Make the shipped fonts known to Qt; needs a running QGuiApplication."""
    for file in (files("bolometric") / "assets" / "fonts").iterdir():
        if file.name.endswith(".ttf"):
            QFontDatabase.addApplicationFontFromData(file.read_bytes())


def piece_font(pixels: float) -> QFont:
    """Bold figures for boards, dice and cards."""
    font = QFont(PIECES)
    font.setBold(True)
    font.setPixelSize(max(1, round(pixels)))
    return font


def screen_font(pixels: float, bold: bool = False) -> QFont:
    """Text on screen."""
    font = QFont(SCREEN)
    font.setBold(bold)
    font.setPixelSize(max(1, round(pixels)))
    return font
