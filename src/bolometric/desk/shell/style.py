"""The look of the window, made from the palette: Qt's Fusion style, a palette for it, and a short style sheet."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QPalette
from PySide6.QtWidgets import QApplication

from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import DARK, LIGHT, STRONG_DARK, STRONG_LIGHT, Palette

STYLE = "fusion"
TEXT = 15
"""Pixels of ordinary text."""


def scheme(choice: str) -> Palette:
    """The palette for 'light', 'dark' or 'system'; stronger where the desktop asks for more contrast."""
    hints = QApplication.styleHints()
    dark = hints.colorScheme() == Qt.ColorScheme.Dark if choice == "system" else choice == "dark"
    strong = hints.accessibility().contrastPreference() == Qt.ContrastPreference.HighContrast
    if strong:
        return STRONG_DARK if dark else STRONG_LIGHT
    return DARK if dark else LIGHT


def dress(app: QApplication, colours: Palette) -> None:
    """Give the application its look."""
    if app.style().name() != STYLE:
        app.setStyle(STYLE)
    app.setFont(screen_font(TEXT))
    app.setPalette(_qt_palette(colours))
    app.setStyleSheet(_sheet(colours))


def _qt_palette(c: Palette) -> QPalette:
    roles = {
        QPalette.ColorRole.Window: c.paper,
        QPalette.ColorRole.WindowText: c.ink,
        QPalette.ColorRole.Base: c.sheet,
        QPalette.ColorRole.AlternateBase: c.paper,
        QPalette.ColorRole.Text: c.ink,
        QPalette.ColorRole.Button: c.sheet,
        QPalette.ColorRole.ButtonText: c.ink,
        QPalette.ColorRole.ToolTipBase: c.sheet,
        QPalette.ColorRole.ToolTipText: c.ink,
        QPalette.ColorRole.PlaceholderText: c.faint,
        QPalette.ColorRole.Highlight: c.night,
        QPalette.ColorRole.HighlightedText: c.sheet,
        QPalette.ColorRole.Link: c.night,
        QPalette.ColorRole.Mid: c.line,
        QPalette.ColorRole.Accent: c.night,
    }
    palette = QPalette()
    for role, colour in roles.items():
        palette.setColor(role, QColor(colour))
    for role in (QPalette.ColorRole.Text, QPalette.ColorRole.ButtonText, QPalette.ColorRole.WindowText):
        palette.setColor(QPalette.ColorGroup.Disabled, role, QColor(c.faint))
    return palette


def _sheet(c: Palette) -> str:
    return f"""
    QToolTip {{ background: {c.sheet}; color: {c.ink}; border: 1px solid {c.line}; padding: 4px; }}
    QMenuBar {{ background: {c.paper}; }}
    QMenuBar::item:selected, QMenu::item:selected {{ background: {c.night_wash}; color: {c.ink}; }}
    QMenu {{ background: {c.sheet}; color: {c.ink}; border: 1px solid {c.line}; }}
    QMenu::item:disabled {{ color: {c.faint}; }}
    QSplitter::handle {{ background: {c.line}; }}
    QScrollArea, QWidget#plain {{ background: transparent; }}
    QFrame#popover {{ background: {c.sheet}; border: 1.5px solid {c.night}; border-radius: 8px; }}
    QLabel#heading {{ font-weight: bold; font-size: 16px; }}
    QLabel#title {{ font-weight: bold; font-size: 24px; }}
    QLabel#hint {{ color: {c.faint}; font-size: 13px; }}
    QLabel#trouble {{ color: {c.ember}; font-weight: bold; font-size: 14px; }}
    QTextBrowser#faults {{ background: {c.paper}; border: none; padding: 6px 14px; }}
    QTextBrowser#sheet {{ background: {c.sheet}; border: none; padding: 8px 14px; }}
    QTextBrowser#sheet[over="true"] {{ border-right: 2px solid {c.night}; }}
    QToolButton#view {{
        border: none; border-bottom: 3px solid transparent; padding: 6px 11px; font-size: 16px; background: transparent;
    }}
    QToolButton#page {{ border: none; padding: 4px 12px; background: transparent; color: {c.night}; }}
    QToolButton#page:checked {{ background: {c.night_wash}; font-weight: bold; border-radius: 6px; color: {c.ink}; }}
    QToolButton#page:hover, QToolButton#page:focus {{ text-decoration: underline; }}
    QToolButton#add {{
        background: {c.night_wash}; color: {c.night}; border: 1px solid transparent; border-radius: 6px;
        padding: 5px 12px; font-weight: 600;
    }}
    QToolButton#add:hover {{ border-color: {c.night}; }}
    QToolButton#add:focus {{ border: 2px solid {c.ember}; }}
    QToolButton#add::menu-indicator {{ image: none; }}
    QFrame#card {{ background: {c.sheet}; border: 1px solid {c.line}; border-radius: 8px; }}
    QLineEdit#cell {{ font-size: 20px; font-weight: bold; border: 1px solid {c.faint}; border-radius: 5px; }}
    QLineEdit#cell:focus {{ border: 2px solid {c.ember}; }}
    QPlainTextEdit#sequence {{ background: {c.sheet}; border: 1px solid {c.line}; border-radius: 6px; }}
    QToolButton#view:checked {{ border-bottom: 3px solid {c.ember}; font-weight: bold; }}
    QToolButton#view:hover, QToolButton#view:focus {{ background: {c.night_wash}; }}
    QToolButton#total {{
        min-width: 48px; min-height: 38px; border: 1px solid {c.line}; border-radius: 6px; background: {c.paper};
    }}
    QToolButton#total:checked {{ background: {c.night}; color: {c.sheet}; font-weight: bold; }}
    QToolButton#total:focus {{ border: 2px solid {c.ember}; }}
    QPushButton {{
        background: {c.night_wash}; color: {c.night}; border: 1px solid transparent; border-radius: 6px;
        padding: 5px 12px; font-weight: 600;
    }}
    QToolButton#cancel {{ border: none; background: transparent; color: {c.night}; text-decoration: underline; }}
    QToolButton#cancel:focus {{ border: 1px solid {c.ember}; }}
    QToolButton#fold {{ border: none; background: {c.sheet}; color: {c.night}; font-weight: bold; }}
    QPushButton#now {{ font-size: 17px; padding: 9px 16px; }}
    QPushButton:hover {{ border-color: {c.night}; }}
    QPushButton:focus {{ border: 2px solid {c.ember}; }}
    QPushButton:disabled {{ color: {c.faint}; }}
    QFrame#notice {{ background: {c.night_wash}; border-radius: 6px; }}
    QProgressBar {{ border: 1px solid {c.line}; border-radius: 4px; background: {c.paper}; height: 10px; }}
    QProgressBar::chunk {{ background: {c.night}; border-radius: 3px; }}
    """
