"""What an edit must show at once goes first: other threads stand still at their checkpoints until it is there.

Python's threads take turns. Exact work is thousands of small steps, each of which would wait its turn behind whatever
else is busy: beside one such thread it took twenty times as long, and not twice.
"""

from __future__ import annotations

import threading
import time

from bolometric.core.settings.cancel import Stop, never_stop

LONGEST = 1.0
"""Seconds that anybody waits after an edit: exact work that takes longer goes on beside the runs, which are shown
meanwhile."""
LOOK = 0.01
"""Seconds between two looks whether what waits is wanted any more."""


class EditGate:
    """Open, unless something is awaited that must not be held up."""

    def __init__(self) -> None:
        self._open = threading.Event()
        self._open.set()

    def close(self) -> None:
        """Something is awaited."""
        self._open.clear()

    def open(self) -> None:
        """It is there, or is not wanted any more."""
        self._open.set()

    def give_way(self, unwanted: Stop = never_stop) -> bool:
        """Wait while the gate is closed; whether the work is ``unwanted``, which ends the wait.

        Exact work must say when it is: the edit that closes the gate anew waits for the lane that this would hold up.
        """
        end = time.monotonic() + LONGEST
        while not unwanted() and not self._open.wait(LOOK):
            if time.monotonic() > end:
                self._open.set()
        return unwanted()


edits = EditGate()
"""Closed from an edit until its exact readings have been painted."""
