"""The one way of working beside the window: a thread of its own, one piece of work after another.

Work is given up at its next ``checkpoint`` once it is not wanted any more. What it comes to is handed over on the
window's thread; what goes wrong ends in one sentence there, whoever asked.
"""

from __future__ import annotations

import threading
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass
from typing import Any, TypeVar

from PySide6.QtCore import QObject, Signal

from bolometric.core.settings.cancel import heeding
from bolometric.core.settings.errors import BolometricError, Cancelled
from bolometric.desk.working.edit_gate import edits
from bolometric.desk.working.letters import LetterBox
from bolometric.desk.working.told_of import told_of
from bolometric.desk.working.turns import turns
from bolometric.desk.working.window_first import window_first

Work = Callable[[], object]
Found = TypeVar("Found")


def _always() -> bool:
    return True


def _nothing(found: object) -> None:
    """For work that is told of by nobody."""


@dataclass(frozen=True, slots=True, eq=False)
class _Task:
    work: Work
    wanted: Callable[[], bool]
    """Asked on either thread."""
    then: Callable[[Any], None]
    """Given what came out, on the window's thread."""
    urgent: bool
    """Whether it goes on where other work gives way to an edit, and waits for no turn."""


class Lane(QObject):
    """One thread. :meth:`ask` puts the newest work in place of all before; :meth:`add` puts work behind the others.

    Lanes take turns at what is not urgent, but for those made with ``apart``, which go on beside them.
    """

    done = Signal(object)
    """What came out of the newest work asked for."""
    failed = Signal(str)
    """Why there is nothing, in a sentence."""

    def __init__(self, name: str, parent: QObject | None = None, apart: bool = False) -> None:
        super().__init__(parent)
        self._apart = apart
        self._asked: Work | None = None
        self._closed = False
        self._goes_on = threading.Event()
        self._goes_on.set()
        self._thread = ThreadPoolExecutor(1, name)
        self._box = LetterBox(self)

    @property
    def busy(self) -> bool:
        """Whether what was asked for is being worked out."""
        return self._asked is not None

    @property
    def paused(self) -> bool:
        """Whether the work stands still until it may go on."""
        return not self._goes_on.is_set()

    def pause(self, stand: bool) -> None:
        """Let the work stand still at its next checkpoint, or go on."""
        (self._goes_on.clear if stand else self._goes_on.set)()

    def ask(self, work: Work) -> None:
        """Work this out instead of what was asked for before."""
        self._asked = work
        self._goes_on.set()
        self.add(work, lambda: self._asked is work, self._came)

    def add(
        self,
        work: Callable[[], Found],
        wanted: Callable[[], bool] = _always,
        then: Callable[[Found], None] = _nothing,
        urgent: bool = False,
    ) -> None:
        """Work this out after what is under way, if it is ``wanted`` by then; nothing once the lane is closed."""
        if not self._closed:
            self._thread.submit(self._do, _Task(work, wanted, then, urgent))

    def tell(self, say: Callable[..., object], *told: Any) -> None:
        """For work under way: have this called on the window's thread, unless the lane is closed by then."""
        self._box.put(say, *told)

    def give_up(self) -> None:
        """What was asked for is not wanted any more."""
        self._asked = None
        self._goes_on.set()

    def flush(self) -> None:
        """Wait until everything that was added has been done."""
        end: Future[None] = self._thread.submit(_end_of_line)
        end.result()

    def close(self, finish: bool = False) -> None:
        """End the thread: at once, giving everything up, or after it has done what was added."""
        self._closed = not finish
        self.give_up()
        self._thread.shutdown(wait=True, cancel_futures=not finish)
        self._closed = True
        self._box.close()

    def _do(self, task: _Task) -> None:
        found, words = None, ""
        try:
            with heeding(lambda: self._given_up(task)):
                if self._unwanted(task) or (self._waits(task) and turns.take(task, lambda: self._unwanted(task))):
                    return
                found = task.work()
        except Cancelled:
            return
        except BolometricError as error:
            words = str(error)
        except Exception as error:  # a thread has no one above it: say it in the window, keep the program
            words = f"This could not be worked out ({told_of(error)})."
        finally:
            turns.end(task)
        self.tell(self._deliver, task, found, words)

    def _given_up(self, task: _Task) -> bool:
        """Whether a piece of work is not wanted; waits here while it is paused, or others go before."""

        def unwanted() -> bool:
            return self._unwanted(task)

        if self.paused:
            turns.end(task)
            self._goes_on.wait()
        if task.urgent:
            return unwanted()
        # The gates last: they may have been closed while others had their turn.
        passed = self._waits(task) and turns.pass_on(task, unwanted)
        return passed or edits.give_way(unwanted) or window_first.give_way(unwanted)

    def _unwanted(self, task: _Task) -> bool:
        return self._closed or not task.wanted()

    def _waits(self, task: _Task) -> bool:
        """Whether it takes turns with the work of other lanes."""
        return not (self._apart or task.urgent)

    def _deliver(self, task: _Task, found: object, words: str) -> None:
        if not task.wanted():
            return
        if words:
            if task.then == self._came:
                self._asked = None
            self.failed.emit(words)
        else:
            task.then(found)

    def _came(self, found: object) -> None:
        self._asked = None
        self.done.emit(found)


def _end_of_line() -> None:
    """Nothing: the end of what was added before."""
