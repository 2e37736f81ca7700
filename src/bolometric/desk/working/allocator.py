"""Asks the C library not to keep what the program gives back.

The threads that measure make large arrays and let them go at each edit. By itself the library gives each thread a heap
of its own, and keeps on a heap what was once large, so that what one thread has let go the next can't have: 30 MB of
300 by the time that every demo game has been changed.
"""

from __future__ import annotations

import ctypes
from contextlib import suppress

_TRIM_THRESHOLD, _MMAP_THRESHOLD, _ARENA_MAX = -1, -3, -8
"""As in malloc.h of the GNU C library, by ``mallopt(3)``; another library does without."""
HEAPS = 2
LARGE = 1 << 20
"""Bytes from which an array is asked of the system, and given back to it at once."""
KEPT = 4 << 20
"""Bytes that may lie unused at the end of a heap."""


def keep_little() -> None:
    """Before there are threads."""
    with suppress(OSError, AttributeError):
        mallopt = ctypes.CDLL(None).mallopt
        for what, value in ((_ARENA_MAX, HEAPS), (_MMAP_THRESHOLD, LARGE), (_TRIM_THRESHOLD, KEPT)):
            mallopt(what, value)


def trim() -> None:
    """Give back what lies unused in between."""
    with suppress(OSError, AttributeError):
        ctypes.CDLL(None).malloc_trim(0)
