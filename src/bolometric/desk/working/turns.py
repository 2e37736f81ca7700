"""Work that can wait takes turns: of all threads that look ahead for the person, one is at work at a time.

Python's threads share one interpreter, which the window needs back at every call of the toolkit. Beside one busy thread
it waits a moment each time; beside five, any of them may come before it, and a click that costs 30 ms took half a
second. One after another they are done no later in all.
"""

from __future__ import annotations

import threading
import time
from collections import deque

from bolometric.core.settings.cancel import Stop
from bolometric.desk.working.edit_gate import LOOK

SLICE = 0.05
"""Seconds after which a turn is passed on at the next checkpoint, if somebody waits for it."""


class Turns:
    """A line of pieces of work, each known by an object of its own: the first is at work, the others wait."""

    def __init__(self) -> None:
        self._line: deque[object] = deque()
        self._moved = threading.Condition()
        self._since = 0.0

    def take(self, work: object, unwanted: Stop) -> bool:
        """Stand in line until it is this work's turn; whether it is ``unwanted`` meanwhile and stands there no more."""
        with self._moved:
            if work not in self._line:
                self._line.append(work)
                if len(self._line) == 1:  # whoever comes later does not lengthen the turn that is
                    self._since = time.monotonic()
            while self._line[0] is not work:
                if unwanted():
                    self._leave(work)
                    return True
                self._moved.wait(LOOK)
        return unwanted()

    def pass_on(self, work: object, unwanted: Stop) -> bool:
        """Let the next one have its turn if this one was long, and wait for one's own; whether it is ``unwanted``."""
        with self._moved:
            first = bool(self._line) and self._line[0] is work
            if first and (len(self._line) == 1 or time.monotonic() - self._since < SLICE):
                return unwanted()
            if first:
                self._leave(work)
        return self.take(work, unwanted)

    def end(self, work: object) -> None:
        """Stand in line no more."""
        with self._moved:
            if work in self._line:
                self._leave(work)

    def _leave(self, work: object) -> None:
        if self._line[0] is work:
            self._since = time.monotonic()
        self._line.remove(work)
        self._moved.notify_all()


turns = Turns()
"""The one line of the program."""
