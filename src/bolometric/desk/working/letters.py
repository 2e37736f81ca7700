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
from functools import partial
from threading import Lock
from typing import Any

from PySide6.QtCore import QObject, QSocketNotifier
from shiboken6 import isValid


class LetterBox(QObject):
    """Read as long as its thread sees to its events."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._letters: deque[Callable[[], object]] = deque()
        self._bell = os.eventfd(0, os.EFD_CLOEXEC | os.EFD_NONBLOCK | os.EFD_SEMAPHORE)
        self._taken_down = weakref.finalize(self, os.close, self._bell)
        self._hand = Lock()
        """Nobody rings while the bell is taken down: its number may be another file's by then."""
        self._heard = QSocketNotifier(self._bell, QSocketNotifier.Type.Read, self)
        self._heard.activated.connect(self._read)

    def put(self, say: Callable[..., object], *told: Any) -> None:
        """From any thread: have this called on the box's own; nothing once it is closed."""
        with self._hand:
            if self._taken_down.alive:
                self._letters.append(partial(say, *told))
                os.eventfd_write(self._bell, 1)

    def close(self) -> None:
        """On the box's own thread: what has not been read is for nobody, and no more is taken."""
        with self._hand:
            if self._taken_down.alive:
                if isValid(self._heard):  # else Qt has ended it with what it was a part of
                    self._heard.setEnabled(False)
                self._taken_down()
            self._letters.clear()

    def _read(self) -> None:
        os.eventfd_read(self._bell)
        self._letters.popleft()()
