"""The clock of a room: started and stopped by hand."""

from __future__ import annotations

import time

from PySide6.QtCore import QObject, QTimer, Signal


class Clock(QObject):
    """Counts the seconds while it runs."""

    ticked = Signal()
    """A second has passed."""

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._before, self._since = 0.0, 0.0
        self._timer = QTimer(self, interval=1000)
        self._timer.timeout.connect(self.ticked)

    @property
    def runs(self) -> bool:
        """Whether it runs now."""
        return self._timer.isActive()

    @property
    def seconds(self) -> float:
        """How long it has run."""
        return self._before + (time.monotonic() - self._since if self.runs else 0.0)

    @property
    def words(self) -> str:
        """The same in minutes and seconds, and whether it stands: '3:07 (clock stands)'."""
        whole = int(self.seconds)
        return f"{whole // 60}:{whole % 60:02d}{'' if self.runs else ' (clock stands)'}"

    def turn(self) -> None:
        """Start it, or stop it."""
        if self.runs:
            self.stop()
        else:
            self._since = time.monotonic()
            self._timer.start()

    def stop(self) -> None:
        """Stop it, if it runs."""
        self._before = self.seconds
        self._timer.stop()

    def set(self, seconds: float = 0.0) -> None:
        """Stop it, and have it count on from so many seconds."""
        self._timer.stop()
        self._before = seconds
