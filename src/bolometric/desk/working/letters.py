"""What threads have to say to the window: put into a box by any of them, read on the window's thread.

No thread but the window's touches anything of Qt. A signal that another thread sends reaches for objects that the
window may be ending at that moment, and its events hold on to whoever they are for. Here a thread leaves a letter, and
rings: a descriptor that counts, which the window's loop waits for beside everything else. One letter is read at a time,
so that painting and keys come in between.
"""

from __future__ import annotations

import os
import weakref
from collections import deque
from collections.abc import Callable
from contextlib import suppress
from functools import partial
from typing import Any

from PySide6.QtCore import QObject, QSocketNotifier


class LetterBox(QObject):
    """Read as long as its thread sees to its events."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._letters: deque[Callable[[], object]] = deque()
        self._bell = os.eventfd(0, os.EFD_CLOEXEC | os.EFD_NONBLOCK | os.EFD_SEMAPHORE)
        weakref.finalize(self, os.close, self._bell)  # once no thread can ring any more
        heard = QSocketNotifier(self._bell, QSocketNotifier.Type.Read, self)
        heard.activated.connect(self._read)

    def put(self, say: Callable[..., object], *told: Any) -> None:
        """From any thread: have this called on the box's own."""
        self._letters.append(partial(say, *told))
        os.eventfd_write(self._bell, 1)

    def empty(self) -> None:
        """What has not been read yet is for nobody."""
        self._letters.clear()

    def _read(self) -> None:
        with suppress(BlockingIOError):
            os.eventfd_read(self._bell)
        if self._letters:  # it may have been emptied since it rang
            self._letters.popleft()()
