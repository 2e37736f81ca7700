"""The window goes first: while its thread is at work, others stand still at their checkpoints.

Python's threads share one interpreter, which the window gives away at every call of the toolkit. Beside one busy thread
it waits a moment each time, and a page of a thousand calls takes three times as long. What it is at work on is not
asked of the toolkit, which tells of its events in a way of its own on each system: the processor clock of the window's
thread says how much of the time it worked.
"""

from __future__ import annotations

import threading
import time
from collections.abc import Callable

from bolometric.core.settings.cancel import Stop

LOOK = 0.004
"""Seconds over which its work is looked at, and between two looks of whoever waits."""
BUSY = 0.06
"""The part of them in which it worked, from which on it is busy: beside a busy one it gets a fifth, at times less."""
LONGEST, REST = 0.3, 1.0
"""Seconds that others stand still in one go, and for which they then go on: the window may be waiting for them."""


def clock_of_window() -> Callable[[], float]:
    """The seconds for which the main thread has worked; for ever nought where a system does not tell."""
    main = threading.main_thread().ident
    if main is None or not hasattr(time, "pthread_getcpuclockid"):
        return lambda: 0.0
    clock = time.pthread_getcpuclockid(main)
    return lambda: time.clock_gettime(clock)


class WindowFirst:
    """Looks at one thread's clock for any number of others."""

    def __init__(self, worked: Callable[[], float]) -> None:
        self._worked = worked
        self._seen = time.monotonic(), worked()
        self._busy = False
        self._since = 0.0
        """When it was first seen at work without a pause."""

    def at_work(self) -> bool:
        """Whether the window has been at work of late, and others have not stood still for too long already."""
        now, (before, had) = time.monotonic(), self._seen
        if now - before >= LOOK:
            worked = self._worked()
            self._seen = now, worked
            busy = worked - had > BUSY * (now - before)
            if busy and not self._busy:
                self._since = now
            self._busy = busy
        return self._busy and (now - self._since) % (LONGEST + REST) < LONGEST

    def give_way(self, unwanted: Stop) -> bool:
        """Wait while the window is at work; whether the work is ``unwanted``, which ends the wait."""
        while self.at_work() and not unwanted():
            time.sleep(LOOK)
        return unwanted()


window_first = WindowFirst(clock_of_window())
"""The one of the program."""
