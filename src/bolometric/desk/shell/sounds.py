"""A short sound where pieces are used, if somebody wants it: off until it is switched on."""

from __future__ import annotations

from PySide6.QtWidgets import QApplication


class Sounds:
    """One for the whole window."""

    def __init__(self) -> None:
        self.on = False

    def knock(self) -> None:
        """Pieces fell."""
        if self.on:
            QApplication.beep()


sounds = Sounds()
"""The desktop's own bell is used, so that its settings for sounds hold."""
