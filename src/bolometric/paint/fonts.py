"""The fonts that the program ships: one for the screen, one made for learners on the pieces."""

from __future__ import annotations

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QFont, QFontDatabase, QPainter

from bolometric.assets import HERE

SCREEN = "Atkinson Hyperlegible Next"
PIECES = "Andika"


def load_fonts() -> None:
    """Make the shipped fonts known to Qt; needs a running QGuiApplication."""
    for file in (HERE / "fonts").iterdir():
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


def write(
    painter: QPainter,
    area: QRectF,
    words: str,
    size: float,
    colour: str,
    side: Qt.AlignmentFlag = Qt.AlignmentFlag.AlignLeft,
    bold: bool = False,
) -> None:
    """Write one line at the top of an area, as much of it as fits."""
    painter.setFont(screen_font(size, bold))
    painter.setPen(QColor(colour))
    fitted = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, int(area.width()))
    painter.drawText(area, side | Qt.AlignmentFlag.AlignTop, fitted)
