"""What is said while a command works for long: a line on standard error that is written over, for whoever looks on."""

from __future__ import annotations

import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager

EVERY = 0.5
"""Seconds between two lines."""


@contextmanager
def looking() -> Iterator[Callable[[int], None] | None]:
    """Tells how many games have been looked at; None where standard error is no terminal and nobody would see it."""
    if not sys.stderr.isatty():
        yield None
        return
    shown, last = 0, time.monotonic()

    def write(line: str) -> None:
        nonlocal shown
        sys.stderr.write(f"\r{line.ljust(shown)}\r{line}")
        sys.stderr.flush()
        shown = len(line)

    def told(done: int) -> None:
        nonlocal last
        if time.monotonic() - last >= EVERY:
            last = time.monotonic()
            write(f"bolometric: {done:,} games looked at. Stop with Ctrl-C.")

    try:
        yield told
    finally:
        if shown:
            write("")
