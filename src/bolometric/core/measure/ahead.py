"""Batches played ahead, on as many processors as there are: the compiled loops let other threads work.

Which games are played, and in which order they come, does not depend on it: each batch has its own child of the seed.
"""

from __future__ import annotations

import os
import sys
import threading
from collections import deque
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from multiprocessing import parent_process
from types import TracebackType

import numpy as np

from bolometric.core.results.batch import Batch, Player

MOST_CORES = 8
"""Threads at the most: taking in what they played is the work of one."""
GENTLE = 5
"""How much a thread that goes gently lets others go first, as ``nice`` counts it."""


def cores() -> int:
    """Processors that runs may use: all of this process's; one where others like it share them out."""
    if parent_process() is not None:
        return 1
    allowed = len(os.sched_getaffinity(0)) if hasattr(os, "sched_getaffinity") else os.cpu_count() or 1
    return min(allowed, MOST_CORES)


def go_gently() -> None:
    """In a thread that only plays: let others of the program go first, a window's above all.

    It plays without the interpreter, so nobody waits for it but who wants what it plays. Where a system knows no
    order among the threads of a program, there is none.
    """
    if sys.platform == "linux":  # where it is the thread's alone, and not the whole program's
        os.nice(GENTLE)


class Ahead:
    """Plays the batches of a game, in order."""

    def __init__(self, player: Player, most_turns: int, root: np.random.SeedSequence) -> None:
        """``root`` is spawned from for each batch."""
        self._player, self._most_turns, self._root = player, most_turns, root
        self._pool: ThreadPoolExecutor | None = None
        self._coming: deque[tuple[int, Future[Batch]]] = deque()
        self._cores = cores()

    def __enter__(self) -> Ahead:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        """Nothing further is begun; what is under way ends by itself, which takes no longer than a batch."""
        if self._pool is not None:
            self._pool.shutdown(wait=False, cancel_futures=True)

    def _child(self) -> np.random.Generator:
        (child,) = self._root.spawn(1)
        return np.random.default_rng(child)

    @staticmethod
    def _begins() -> Callable[[], None] | None:
        """What each thread does first: where a program's main thread does not wait for the games, it goes first."""
        return None if threading.current_thread() is threading.main_thread() else go_gently

    def take(self, games: int) -> Batch:
        """The next batch, of so many games."""
        if self._coming:
            planned, coming = self._coming.popleft()
            assert planned == games, f"{planned} games were begun, and {games} are asked for"
            return coming.result()
        return self._player(games, self._most_turns, self._child())

    def begin(self, size: int, left: int) -> None:
        """Begin batches of a size, where so many games are left to be played, until every processor has one."""
        left -= sum(planned for planned, _ in self._coming)
        if self._cores == 1 or (self._pool is None and left <= size):
            return
        self._pool = self._pool or ThreadPoolExecutor(self._cores, "runs", self._begins())
        while left > 0 and len(self._coming) < self._cores:
            games = min(size, left)
            left -= games
            self._coming.append((games, self._pool.submit(self._player, games, self._most_turns, self._child())))
