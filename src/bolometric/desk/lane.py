"""One thing at a time worked out on a thread of its own: what was wanted before is given up."""

from __future__ import annotations

import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor

from pydantic_core import PydanticCustomError
from PySide6.QtCore import QObject, Signal

from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import BolometricError, Cancelled
from bolometric.desk.giving_way import edits

Work = Callable[[], object]


class Lane(QObject):
    """Works out the newest thing that was asked for."""

    done = Signal(object)
    """What came out."""
    failed = Signal(str)
    """Why there is nothing, in a sentence."""
    _relay = Signal(object, object, str)

    def __init__(self, name: str, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._wanted: Work | None = None
        self._goes_on = threading.Event()
        self._goes_on.set()
        self._threads = ThreadPoolExecutor(1, name)
        self._relay.connect(self._deliver)

    @property
    def busy(self) -> bool:
        """Whether something is being worked out."""
        return self._wanted is not None

    @property
    def paused(self) -> bool:
        """Whether the work stands still until it may go on."""
        return not self._goes_on.is_set()

    def pause(self, stand: bool) -> None:
        """Let the work stand still at its next checkpoint, or go on."""
        (self._goes_on.clear if stand else self._goes_on.set)()

    def ask(self, work: Work) -> None:
        """Work this out instead of what was wanted before."""
        self._wanted = work
        self._goes_on.set()
        self._threads.submit(self._do, work)

    def give_up(self) -> None:
        """Nothing is wanted any more."""
        self._wanted = None
        self._goes_on.set()

    def close(self) -> None:
        """Give up and end the thread."""
        self.give_up()
        self._threads.shutdown(wait=True, cancel_futures=True)

    def _stands_still(self) -> bool:
        """Wait here while the work is paused; never a reason to give it up."""
        self._goes_on.wait()
        return edits.give_way()

    def _do(self, work: Work) -> None:
        found, words = None, ""
        try:
            with heeding(lambda: self._stands_still() or self._wanted is not work):
                found = work()
        except Cancelled:
            return
        except (BolometricError, PydanticCustomError) as error:
            words = str(error)
        except Exception as error:  # a thread must not die without a word
            words = f"This could not be worked out ({type(error).__name__})."
        self._relay.emit(work, found, words)

    def _deliver(self, work: object, found: object, words: str) -> None:
        if work is self._wanted:
            self._wanted = None
            if words:
                self.failed.emit(words)
            else:
                self.done.emit(found)
