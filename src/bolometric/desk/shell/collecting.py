"""Keeps Python's search for unused objects short: while it goes through all there are, no thread does anything else.

A full search takes a quarter of a second once several views are open, and finds next to nothing: objects are let go by
their counts here, few of them point at each other. What has outlived a search that took long is not gone through again.
"""

from __future__ import annotations

import gc
import time
from typing import Literal

LONG = 0.03
"""Seconds that a search may take again."""
FULL = 2
"""The generation of those that go through everything."""


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


def keep_short() -> None:
    """From now on, and leave out what is there already, which the program keeps for good."""
    gc.freeze()
    if _watch not in gc.callbacks:
        gc.callbacks.append(_watch)
    gc.enable()
