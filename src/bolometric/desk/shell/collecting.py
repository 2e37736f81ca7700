"""Python's search for unused objects: on the window's thread alone, and short.

A search ends what it finds on the thread that it runs on, and Python begins one on whichever thread makes objects. Of
Qt some parts must end on the window's thread: a timer that ended on another made the whole program fall. So Python
begins no search by itself any more; the window's thread does, as often as one is due.

While a full search goes through all there are, no thread does anything else. It takes a quarter of a second once
several views are open, and finds next to nothing: objects are let go by their counts here, few of them point at each
other. What has outlived a search that took long is not gone through again.
"""

from __future__ import annotations

import gc
import time
from typing import Literal

from PySide6.QtCore import QCoreApplication, QTimer

LONG = 0.03
"""Seconds that a search may take again."""
FULL = 2
"""The generation of those that go through everything."""
EVERY = 250
"""Milliseconds after which the window's thread sees whether a search is due."""


class _Watch:
    """Called by Python before and after each search."""

    def __init__(self) -> None:
        self._began = 0.0

    def __call__(self, phase: Literal["start", "stop"], told: dict[str, int]) -> None:
        if told["generation"] != FULL:
            return
        if phase == "start":
            self._began = time.perf_counter()
        elif time.perf_counter() - self._began > LONG:
            gc.freeze()


_watch = _Watch()


def nowhere_else() -> None:
    """From now on no thread searches unless it is told to."""
    gc.disable()


def search_here() -> None:
    """From now on this thread does while it sees to its events; what is there already is kept, and left out."""
    nowhere_else()
    gc.freeze()
    if _watch in gc.callbacks:
        return
    gc.callbacks.append(_watch)
    looking = QTimer(QCoreApplication.instance())
    looking.timeout.connect(when_due)
    looking.start(EVERY)


def when_due() -> None:
    """Search what Python would have searched by now: what is new, or also what has outlived some such searches."""
    due = [made > enough for made, enough in zip(gc.get_count(), gc.get_threshold(), strict=True)]
    if due[0]:
        gc.collect(max(generation for generation, is_due in enumerate(due) if is_due))
