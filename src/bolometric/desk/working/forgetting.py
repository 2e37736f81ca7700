"""Gives memory back once another game is opened: what is remembered of the last one, and what the C library keeps."""

from __future__ import annotations

import ctypes
from contextlib import suppress

from bolometric.core.settings.forgetting import forget


def give_back() -> None:
    """Let go of what is remembered of games, and have the C library hand back what is free, where it can."""
    forget()
    with suppress(AttributeError, OSError):  # a C library that is not GNU's has nothing of that name
        ctypes.CDLL(None).malloc_trim(0)
