"""Words of a game shown as words: nothing a file says is taken for markup, for a shortcut or for a placeholder.

Qt guesses whether a label or a tool tip is markup, and markup may open files. So labels are of this kind only, and
tool tips, menu entries and window titles go through these functions.
"""

from __future__ import annotations

from html import escape
from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel


class Label(QLabel):
    """A label of plain text, whatever it holds."""

    def __init__(self, text: str = "", **properties: Any) -> None:
        super().__init__(text, textFormat=Qt.TextFormat.PlainText, **properties)


def tip(text: str) -> str:
    """As a tool tip, which has no format to set: what Qt would take for markup is escaped."""
    return f"<p>{escape(text)}</p>" if "<" in text else text


def entry(text: str) -> str:
    """As an entry of a menu or the words of a button, where "&" alone would mark a shortcut."""
    return text.replace("&", "&&")


def title(text: str) -> str:
    """As part of a window's title, where "[*]" would stand for unsaved changes."""
    return text.replace("[*]", "[*][*]")
