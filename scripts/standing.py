"""What soak.py looks at: the clocks of a moment, how long the window was held, and what there is that could grow."""

import ctypes
import os
import sys
import threading
import time
from pathlib import Path
from typing import NamedTuple

STEAL, TICKS = 8, os.sysconf("SC_CLK_TCK")
"""Where a processor's row in /proc/stat tells what was taken of it, and how many of its units make a second."""


class Now(NamedTuple):
    """The clocks of a moment, in seconds."""

    wall: float
    window: float
    """Processor time of the window's own thread."""
    program: float
    """And of all threads of the program."""
    stolen: tuple[float, ...]
    """What the host of a virtual machine took of each processor."""

    @classmethod
    def read(cls) -> "Now":
        rows = [line.split() for line in Path("/proc/stat").read_text().splitlines() if line.startswith("cpu")]
        stolen = tuple(int(row[STEAL]) / TICKS for row in rows[1:])
        return cls(time.monotonic(), time.thread_time(), time.process_time(), stolen)


class Hold(NamedTuple):
    """How long the window did not answer, in seconds, and while it did what."""

    working: float
    wall: float
    window: float
    doing: str

    @classmethod
    def between(cls, start: Now, end: Now, doing: str, free: float = 0.0) -> "Hold":
        """What was held between two moments, of which `free` seconds were waited for on purpose."""
        wall, window, program = (max(late - early - free, 0.0) for early, late in zip(start[:3], end[:3], strict=True))
        stolen = max(late - early for early, late in zip(start.stolen, end.stolen, strict=True))
        return cls(min(max(wall - stolen, 0.0), program), wall, window, doing)

    def __str__(self) -> str:
        return f"{self.working:.2f} s ({self.window:.2f} in the window, {self.wall:.2f} on the wall: {self.doing})"


class Holds:
    """How often the window was held, and the longest times; it does not grow with them."""

    LONGEST = 8

    def __init__(self, long: float) -> None:
        self.long, self.by_its_own, self.on_the_wall = long, 0, 0
        self.longest: list[Hold] = []
        self.wall = 0.0

    def note(self, one: Hold) -> None:
        """Keep it, if it is long."""
        if one.wall <= self.long:
            return
        self.on_the_wall += 1
        self.by_its_own += one.working > self.long
        self.wall = max(self.wall, one.wall)
        self.longest = sorted([*self.longest, one], reverse=True)[: self.LONGEST]

    def __str__(self) -> str:
        often = f"{self.by_its_own} times by its own work and {self.on_the_wall} times on the wall"
        longest = ", ".join(map(str, self.longest)) or "none"
        return f"held above {self.long} s {often} ({self.wall:.2f} s at most), the longest {longest}"


class Standing(NamedTuple):
    """What there is at a moment."""

    memory: float
    """Resident megabytes."""
    used: float
    """Megabytes of the C library's heaps that are in use; the rest of them lies between, or is kept for later."""
    blocks: int
    """Of memory that Python's own objects are in; to list the objects would break tuples that threads are filling."""
    widgets: int
    remembered: int
    """Answers about games."""
    sessions: int
    """In the logbook: the data that the use itself leaves."""
    loops: int
    """Compiled loops that are loaded: each stays, once a game has needed it."""

    def __str__(self) -> str:
        return (
            f"{self.memory:.0f} MB, {self.used:.0f} of them in use on heaps; {self.blocks} blocks of Python, "
            f"{self.widgets} widgets, {self.remembered} answers remembered, {self.sessions} sessions in the logbook, "
            f"{self.loops} compiled loops"
        )


class HeapsTold(ctypes.Structure):
    """As in malloc.h of the GNU C library."""

    _fields_ = [(name, ctypes.c_size_t) for name in ("arena", "a", "b", "c", "mapped", "d", "e", "used", "free", "end")]


def on_heaps() -> float:
    """Megabytes in use on the heaps of the GNU C library."""
    tell = ctypes.CDLL(None).mallinfo2
    tell.restype = HeapsTold
    told = tell()
    return float(told.used + told.mapped) / 1e6


def at_work() -> int:
    """How many other threads have something to do: those that do not wait in their pool for more."""
    frames = [frame for thread, frame in sys._current_frames().items() if thread != threading.get_ident()]
    return sum(frame.f_code.co_name != "_worker" for frame in frames)


def loops_loaded() -> int:
    """How many compiled loops are loaded, by the surroundings that Numba keeps of each."""
    from numba.core.environment import Environment  # the program has loaded it by then

    return len(Environment._memo)
