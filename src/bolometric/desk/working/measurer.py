"""Measures the open game away from the window's thread.

Two lanes of one thread each: *exact* for what an edit must show at once, *runs* for play. Every edit
raises the generation; work of an older one is dropped between steps, and its answers are never shown.
Results reach the window as signals, on the window's thread.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QObject, QTimer, Signal

from bolometric.core.game.document import Game
from bolometric.core.results.readings import Reading
from bolometric.core.settings.cancel import checkpoint, heeding
from bolometric.desk.working.edit_gate import edits
from bolometric.desk.working.forgetting import let_go
from bolometric.desk.working.lane import Lane

if TYPE_CHECKING:  # what measures is imported by the threads, once the window is up
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.measure.notes import Practice
    from bolometric.core.measure.runs import Tally
    from bolometric.core.results.estimate import Sample

SHOW_EVERY, COUNT_EVERY = 0.06, 0.6
"""Seconds between two looks at the runs, and at what they practised: often enough to feel live, seldom enough to cost
nothing; counting facts is slow."""
SETTLED = 30
"""Milliseconds for exact readings to be painted before other threads go on."""
OF_RUNS = ("runs_ready", "runs_stopped")
"""Signals that say nothing of the exact readings."""


@dataclass(frozen=True, slots=True)
class PlayedRuns:
    """The runs so far."""

    game: Game
    readings: dict[str, Reading]
    sample: Sample
    runs: int
    error: float
    """The widest standard error."""
    done: bool
    practice: Practice | None = None
    """What was noted of some."""

    @property
    def progress(self) -> float:
        """How far along, from 0 to 1: by the error that falls with the root of the runs, or by the limit."""
        from bolometric.core.measure.runs import MOST_RUNS, SURE

        if self.done:
            return 1.0
        by_error = (SURE / self.error) ** 2 if self.error else 0.0
        return min(0.99, max(by_error, self.runs / MOST_RUNS))


class Measurer(QObject):
    """Follows a game: call :meth:`measure` after each edit."""

    exact_ready = Signal(object)
    exact_stopped = Signal()
    work_ready = Signal(object)
    """The exact readings again, with what players work out."""
    faults_ready = Signal(object)
    runs_ready = Signal(object)
    runs_stopped = Signal()
    effects_ready = Signal(str, object)
    failed = Signal(str)

    def __init__(self, seed: int = 1) -> None:
        super().__init__()
        self.seed = seed
        self._generation = 0
        self._runs_wanted = 0
        self._exact_wanted = 0
        self._begun = 0
        """The generation whose runs have been started."""
        self._apart: tuple[int, dict[str, Reading]] = (-1, {})
        self._latest: tuple[int, PlayedRuns] | None = None
        """What games of their own tell (what thinking and a place are worth), and the latest runs, each with its
        generation; only touched by the runs' thread."""
        self._exact, self._runs = Lane("exact", self), Lane("runs", self, apart=True)
        for lane in (self._exact, self._runs):
            lane.failed.connect(self.failed)

    def measure(self, game: Game, play: bool = True) -> None:
        """Start on a game; whatever was under way for an older one is given up.

        Without ``play`` the runs wait for :meth:`play_again`.
        """
        self._generation += 1
        edits.close()
        self._submit(self._exact, self._work_exactly, game, urgent=True)
        if play:
            self.play_again(game)

    def forget(self) -> None:
        """Another game comes: what is remembered of the last one is let go of, on the thread that measures."""
        self._exact.add(let_go, urgent=True)

    def ask_faults(self, exact: Analysis) -> None:
        """Look for faults in a measured game; answered by ``faults_ready``.

        Ask once the readings have been painted: this measures a dozen games, and a window that paints
        beside a busy thread waits for it at every call.
        """
        self._submit(self._exact, self._work_faults, exact)

    def ask_effects(self, game: Game, key: str) -> None:
        """Work out what every nearby change does to a reading; answered by ``effects_ready``."""
        self._submit(self._exact, self._work_effects, game, key)

    def begin_runs(self, game: Game) -> None:
        """Start the runs of the game being measured, unless they have been started already."""
        if self._begun != self._generation:
            self.play_again(game)

    def play_again(self, game: Game) -> None:
        """Start the runs of the game being measured, for the first time or after they were cancelled."""
        self._begun = self._generation
        self._submit(self._runs, self._play, game)

    def cancel_runs(self) -> None:
        """Stop the runs after the present batch; what they found so far stays."""
        self._runs_wanted += 1

    def cancel_exact(self) -> None:
        """Give up working the present game out exactly; its runs go on."""
        self._exact_wanted += 1
        edits.open()
        self.exact_stopped.emit()

    def close(self) -> None:
        """Give up all work and end the threads."""
        self._generation += 1
        edits.open()
        self._exact.close()
        self._runs.close()

    def _submit(self, lane: Lane, work: Callable[..., None], *args: Any, urgent: bool = False) -> None:
        """Work for the game as it is now; given up with the next edit."""
        generation = self._generation
        lane.add(partial(work, generation, *args), lambda: generation == self._generation, urgent=urgent)

    def _say(self, generation: int, signal: str, *values: Any) -> None:
        """From either thread: have the signal of that name sent on the window's."""
        self._exact.tell(self._deliver, generation, signal, values)

    def _deliver(self, generation: int, signal: str, values: tuple[Any, ...]) -> None:
        if generation == self._generation:
            getattr(self, signal).emit(*values)
            if signal not in OF_RUNS:
                QTimer.singleShot(SETTLED, self, lambda: self._settled(generation))

    def _settled(self, generation: int) -> None:
        """The exact readings have been painted, unless others are awaited by now."""
        if generation == self._generation:
            edits.open()

    def _work_exactly(self, generation: int, game: Game) -> None:
        from bolometric.core.measure.equal_seats import EDGE
        from bolometric.core.measure.measuring import measure_exactly, with_work

        wanted = self._exact_wanted

        def stale() -> bool:
            return generation != self._generation or wanted != self._exact_wanted

        with heeding(stale):
            exact = measure_exactly(game, work=False)
            _ = exact.heat  # worked out here, not by the window when it paints
            self._say(generation, "exact_ready", exact)
        if edits.give_way(stale):  # to the window, which paints
            return
        with heeding(lambda: edits.give_way(stale)):
            done = with_work(exact)
        self._say(generation, "work_ready", done)
        if not {"choice", EDGE} <= set(exact.readings) and generation == self._generation:
            self._submit(self._runs, self._tell_apart, game, set(exact.readings))

    def _work_faults(self, generation: int, exact: Analysis) -> None:
        from bolometric.core.judge.faults import find_faults  # not wanted until the window is up

        if generation == self._generation:  # the import takes a while, and an edit may have come meanwhile
            edits.open()
        found = find_faults(exact.game, exact)
        self._say(generation, "faults_ready", found)

    def _work_effects(self, generation: int, game: Game, key: str) -> None:
        from bolometric.core.judge.nearby import effects

        found = effects(game, key)
        self._say(generation, "effects_ready", key, found)

    def _play(self, generation: int, game: Game) -> None:
        from bolometric.core.measure.measuring import runs_of

        wanted = self._runs_wanted
        shown = counted = 0.0
        latest: Tally | None = None
        practice: Practice | None = None
        checkpoint()

        def show(done: bool) -> None:
            nonlocal counted, practice
            if latest is not None:
                readings = dict(latest.readings())
                if self._apart[0] == generation:
                    readings |= self._apart[1]
                if latest.notes is not None and (done or time.monotonic() - counted > COUNT_EVERY):
                    practice, counted = latest.notes.practice(), time.monotonic()
                played = PlayedRuns(game, readings, latest.sample, latest.runs, latest.widest_error(), done, practice)
                self._latest = generation, played
                self._say(generation, "runs_ready", played)

        for tally in runs_of(game, self.seed, note=True, soon=True):
            latest = tally
            if wanted != self._runs_wanted:
                show(done=False)
                self._say(generation, "runs_stopped")
                return
            if time.monotonic() - shown > SHOW_EVERY:
                show(done=False)
                shown = time.monotonic()
        show(done=True)

    def _tell_apart(self, generation: int, game: Game, known: set[str]) -> None:
        """What only games of their own tell, where it was not worked out: what thinking is worth, and a place."""
        from bolometric.core.measure.equal_seats import EDGE
        from bolometric.core.measure.measuring import MOST_EVEN, even_played, thinking_played

        found = even_played(game, self.seed, MOST_EVEN) if EDGE not in known else {}
        worth = thinking_played(game, self.seed) if "choice" not in known else None
        if worth is not None:
            found["choice"] = worth
        if not found:
            return
        self._apart = generation, found
        if self._latest is not None and self._latest[0] == generation:
            played = self._latest[1]
            played = replace(played, readings={**played.readings, **found})
            self._say(generation, "runs_ready", played)
