"""Compiles what a fresh machine has not compiled yet, in a process of its own, while the window is used.

A thread that needs a loop which is not there yet waits for that process and not for a compiler of its own, so the
window stays quick at the first start, and closing it never waits. What the open game needs is asked for first.
"""

from __future__ import annotations

import json
import sys
import time
from collections.abc import Callable

from PySide6.QtCore import QObject, QProcess, Signal

from bolometric.core.game.document import Game
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.compiled import Marks, gate

PAUSE = 0.05
"""Seconds between two looks at whether a loop is there."""


class Compiling(QObject):
    """Begun once, by the first window; nothing where all is compiled."""

    told = Signal(str)
    """How far it is; nothing once it is over."""

    def __init__(self, areas: list[str], marks: Marks | None = None, command: list[str] | None = None) -> None:
        super().__init__()
        self.areas, self.marks = areas, Marks() if marks is None else marks
        self._command = command or [sys.executable, "-m", "bolometric.core.play.warm"]
        self._runs = False
        self.process = QProcess(self)
        self.process.readyReadStandardOutput.connect(self._tell)
        self.process.finished.connect(lambda *_: self._end())
        self.process.errorOccurred.connect(lambda _: self._end())

    def begin(self, game: Game) -> None:
        """Compile what is missing: what the open game needs, then its area, then the others."""
        if not self.marks.missing(self.areas):
            return
        self._runs = True
        gate.wait = self._wait
        program, *arguments = self._command
        self.process.start(program, [*arguments, type(game.area).__name__, "asked"])
        self.ask(game)
        self._tell()

    def ask(self, game: Game) -> None:
        """Another game is open by now: what it needs goes first."""
        if self._runs:
            self.process.write(json.dumps(game.model_dump(mode="json")).encode() + b"\n")

    def _tell(self) -> None:
        self.process.readAllStandardOutput()
        done = len(self.areas) - len(self.marks.missing(self.areas))
        if self._runs:
            self.told.emit(f"Getting ready, this once: {done} of {len(self.areas)} kinds of games …")

    def _end(self) -> None:
        """All is compiled, or the compiler gave up: then each thread compiles what it needs."""
        self._runs = False
        gate.wait = None
        self.told.emit("")

    def _wait(self, there: Callable[[], bool]) -> None:
        """On a thread that needs a loop: until it is there, or nobody compiles any more."""
        while self._runs and not there():
            checkpoint()
            time.sleep(PAUSE)

    def close(self) -> None:
        """Give it up at once."""
        if self._runs:
            self._end()
            self.process.kill()
            self.process.waitForFinished(1000)
