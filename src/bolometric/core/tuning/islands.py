"""A wide search: many small ones that go on from each other, wherever there is a processor, and wait for no others.

Each island makes, screens and ranks its own candidates and gives back the best, so that little is sent and the one who
asks has little to do. Islands of the first wave begin from the game itself; each later one from the best of two islands
of the wave before, and it begins as soon as these two are there. What an island finds depends on the seed, its place
and those two alone: the same seed gives the same list, on however many workers, in whatever order they end. An island
whose worker dies is begun again, and no other; what is found is kept in a file, if one is named, and not sought again.

Reference: E. Cantú-Paz, "A survey of parallel genetic algorithms" (Calculateurs Parallèles 10, 1998), on islands.
"""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from concurrent.futures import FIRST_COMPLETED, BrokenExecutor, CancelledError, Executor, Future, wait
from dataclasses import dataclass, field
from functools import partial
from hashlib import sha256
from heapq import nlargest
from pathlib import Path

import numpy as np

from bolometric.core.game.files import to_text
from bolometric.core.game.targets import Target
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.recipes import Space, Values
from bolometric.core.tuning.screening import Keeping, Screening
from bolometric.core.tuning.workers import Share, alone

EACH, WAVES, PARTS = 250, 4, 4
"""Candidates of an island, waves of islands, and generations of an island."""
PARENTS = 12
"""Candidates that others are made from, and that an island gives back."""
ATTEMPTS, LOOK = 3, 0.1
"""How often an island is begun whose worker dies; seconds between two looks whether it is to be given up."""
BEST = 48
"""Candidates that are kept of all islands."""
KILLED = "KilledWorker"
"""What a cluster calls an error of a piece of work whose workers died; it is only imported where there is one."""
At = tuple[int, int]
"""The wave of an island, and its place in it."""
Found = list[tuple[Values, tuple[float, float, float]]]
"""Candidates with their ranks, the best first."""


@dataclass(frozen=True)
class Task:
    """What is sought."""

    space: Space
    targets: tuple[Target, ...]
    seed: int
    tries: int
    keeping: Keeping

    @property
    def abreast(self) -> int:
        """Islands of a wave."""
        return max(round(self.tries / EACH / WAVES), 1)

    @property
    def mark(self) -> str:
        """What tells this search from others, but for what is kept of the point of a game."""
        told = [to_text(self.space.game), self.space.paths, [one.model_dump(mode="json") for one in self.targets]]
        return sha256(json.dumps([told, self.seed, self.tries, EACH], default=str).encode()).hexdigest()


@dataclass(frozen=True, slots=True)
class Step:
    """How far it is."""

    part: float
    tried: int
    best: tuple[Values, ...]
    """The best of all islands so far."""


def needs(at: At, abreast: int) -> tuple[At, ...]:
    """The islands that one goes on from."""
    wave, place = at
    return () if not wave else tuple(dict.fromkeys(((wave - 1, place), (wave - 1, (place + 1) % abreast))))


def explore(task: Task, at: At, parents: tuple[Values, ...]) -> Found:
    """One island, wherever it is. Raises Cancelled."""
    search = Screening(task.space, task.targets, task.seed, alone, {}, task.keeping)
    rng = np.random.default_rng([task.seed, *at])
    search.screen(parents)
    for _ in range(PARTS):
        search.generation(PARENTS, EACH // PARTS, rng)
    return [(one.values, one.rank) for one in search.ranked[:PARENTS]]


@dataclass
class _Sea:
    """All islands: those that are done, under way, ready, and what they found."""

    task: Task
    done: dict[At, Found] = field(default_factory=dict)
    best: dict[Values, tuple[float, float, float]] = field(default_factory=dict)

    def take(self, at: At, found: Found) -> None:
        """An island is done."""
        self.done[at] = found
        self.best.update(found)
        if len(self.best) > 4 * BEST:
            self.best = dict(self._first(BEST))

    def _first(self, count: int) -> Found:
        """The best; of equals those whose values come first in writing, whichever island was quicker."""
        return nlargest(count, self.best.items(), key=lambda one: (one[1], repr(one[0])))

    def parents(self, at: At) -> tuple[Values, ...]:
        """What an island begins with."""
        return tuple(dict.fromkeys(values for one in needs(at, self.task.abreast) for values, _ in self.done[one]))

    def order(self) -> list[At]:
        """All islands, each after those it goes on from."""
        return [(wave, place) for wave in range(WAVES) for place in range(self.task.abreast)]

    def step(self) -> Step:
        """How far it is by now."""
        whole = WAVES * self.task.abreast
        return Step(len(self.done) / whole, EACH * len(self.done), tuple(values for values, _ in self._first(BEST)))


def islands(task: Task, share: Share, kept: Path | None = None) -> Iterator[Step]:
    """Search all islands; after each one, in whatever order they end, how far it is.

    Raises:
        GameError: ``kept`` is of another search or can't be written, or workers die again and again.
        Cancelled: once the work is given up.
    """
    sea = _Sea(task)
    with _Keeping(kept, task.mark) as file:
        for at, found in file.read():
            sea.take(at, found)
        if sea.done:
            yield sea.step()
        for at, found in _ended(sea, share):
            sea.take(at, found)
            file.write(at, found)
            if told := getattr(share, "count", None):
                told(EACH)
            yield sea.step()


def _ended(sea: _Sea, share: Share) -> Iterator[tuple[At, Found]]:
    """The islands that are not there yet, as they end."""
    begin: Callable[[], Executor] | None = getattr(share, "executor", None)
    left = [at for at in sea.order() if at not in sea.done]
    if begin is None:
        for at in left:
            checkpoint()
            yield at, explore(sea.task, at, sea.parents(at))
        return
    yield from _Crew(sea, begin, left).ended()


class _Crew:
    """Islands under way on an executor: as soon as one may begin it is handed over."""

    def __init__(self, sea: _Sea, begin: Callable[[], Executor], left: list[At]) -> None:
        self.sea, self.begin, self.pool = sea, begin, begin()
        self.waiting = {at: set(needs(at, sea.task.abreast)) - sea.done.keys() for at in left}
        self.heirs: dict[At, list[At]] = {}
        for at in left:
            for one in needs(at, sea.task.abreast):
                self.heirs.setdefault(one, []).append(at)
        self.under_way: dict[Future[Found], At] = {}
        self.attempts: dict[At, int] = {}

    def ended(self) -> Iterator[tuple[At, Found]]:
        """Each as it ends."""
        try:
            for at in [at for at, missing in self.waiting.items() if not missing]:
                self._hand_over(at)
            while self.under_way:
                checkpoint()
                ready, _ = wait(self.under_way, LOOK, FIRST_COMPLETED)
                for future in ready:
                    at = self.under_way.pop(future)
                    found = self._result(future, at)
                    if found is None:
                        continue
                    yield at, found
                    for heir in self.heirs.get(at, ()):
                        self.waiting[heir].discard(at)
                        if not self.waiting[heir]:
                            self._hand_over(heir)
        finally:
            for future in self.under_way:
                future.cancel()

    def _hand_over(self, at: At) -> None:
        work = partial(explore, self.sea.task, at, self.sea.parents(at))
        try:
            future = self.pool.submit(work)
        except BrokenExecutor:
            self.pool = self.begin()
            future = self.pool.submit(work)
        self.under_way[future] = at

    def _result(self, future: Future[Found], at: At) -> Found | None:
        """What an island found; None where its worker died, and it was begun again."""
        try:
            return future.result()
        except Exception as error:
            if not isinstance(error, BrokenExecutor | CancelledError) and type(error).__name__ != KILLED:
                raise
            self.attempts[at] = self.attempts.get(at, 0) + 1
            if self.attempts[at] >= ATTEMPTS:
                raise GameError(
                    f"Workers ended {ATTEMPTS} times over the same part of the search: there may be too little memory "
                    "for so many; name fewer."
                ) from None
            self._hand_over(at)
            return None


class _Keeping:
    """A file with what islands found, a line each; what was cut off while it was written is sought again."""

    def __init__(self, path: Path | None, mark: str) -> None:
        self.path, self.mark = path, mark

    def __enter__(self) -> _Keeping:
        self._lines: list[str] = []
        if self.path is None:
            return self
        try:
            old = self.path.read_bytes().decode("utf-8", "replace") if self.path.exists() else ""
            whole = old[: old.rfind("\n") + 1]
            self._lines = whole.splitlines()
            if old and (not self._lines or self._lines[0] != self._head):
                raise GameError(
                    f"{self.path.name} is not of this search: name another file, or search as when it was begun."
                )
            self._open = self.path.open("w", encoding="utf-8")
            self._open.write(whole or f"{self._head}\n")
            self._open.flush()
        except OSError as error:
            raise GameError(f"{self.path.name} cannot be written: {(error.strerror or 'refused').lower()}.") from None
        return self

    @property
    def _head(self) -> str:
        return json.dumps({"bolometric islands": self.mark})

    def __exit__(self, *_: object) -> None:
        if self.path is not None:
            self._open.close()

    def read(self) -> Iterator[tuple[At, Found]]:
        """The islands that were done when it was stopped."""
        for line in self._lines[1:]:
            try:
                wave, place, found = json.loads(line)
                yield (wave, place), [(tuple(values), tuple(rank)) for values, rank in found]
            except (ValueError, TypeError):
                continue  # not a line of ours: that island is sought again

    def write(self, at: At, found: Found) -> None:
        """Another one is done."""
        if self.path is None:
            return
        try:
            self._open.write(f"{json.dumps([*at, found])}\n")
            self._open.flush()
        except OSError as error:
            raise GameError(f"{self.path.name} cannot be written: {(error.strerror or 'refused').lower()}.") from None
