"""Giving work up midway: what takes long looks up now and then whether its answer is still wanted.

The question is handed down beside the calls, not through them, so that a function whose answers are remembered
(``lru_cache``) can be given up too and keeps the arguments it is remembered by. Each thread has its own.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from threading import Lock
from typing import TypeVar

from bolometric.core.settings.errors import Cancelled

One = TypeVar("One")
Stop = Callable[[], bool]
"""Whether the answer is no longer wanted; asked often, so it must be quick."""

LOOK = 0.02
"""Seconds between two checkpoints of whoever waits for a lock."""

_asked: ContextVar[tuple[Stop, ...]] = ContextVar("asked", default=())


def never_stop() -> bool:
    """For work that nobody cancels."""
    return False


@contextmanager
def heeding(stop: Stop) -> Iterator[None]:
    """Within it ``checkpoint`` asks ``stop`` too, after those of whoever called.

    >>> with heeding(lambda: True):
    ...     checkpoint()
    Traceback (most recent call last):
    ...
    bolometric.core.settings.errors.Cancelled
    """
    before = _asked.set((*_asked.get(), stop))
    try:
        yield
    finally:
        _asked.reset(before)


def watched(items: Iterable[One], every: int = 500) -> Iterator[One]:
    """The same items, with a checkpoint before the first and then at every so many: for long loops of little work.

    >>> list(watched("abc"))
    ['a', 'b', 'c']
    """
    for at, one in enumerate(items):
        if at % every == 0:
            checkpoint()
        yield one


@contextmanager
def alone(lock: Lock) -> Iterator[None]:
    """Within it no other thread has the lock; it may be given up while it waits, and lets others go before it.

    For work with checkpoints of its own: there whoever has the lock may have to wait for the one who waits for it.
    Raises Cancelled.
    """
    while not lock.acquire(timeout=LOOK):
        checkpoint()
    try:
        yield
    finally:
        lock.release()


def checkpoint() -> None:
    """Called at least every 50 ms or so by whatever takes longer.

    Raises:
        Cancelled: once a ``stop`` heeded here is true.
    """
    if any(stop() for stop in _asked.get()):
        raise Cancelled
