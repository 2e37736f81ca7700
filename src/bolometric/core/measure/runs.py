"""Runs: whole games played by the thousand, streamed in batches until the answer is sure.

The batches of a game depend on the game and the seed alone (each has its own child of the seed, and its
size follows from the first one), so a result is the same on any machine and any number of threads.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace
from math import sqrt
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.results.batch import LOST, STUCK, TIED, UNFINISHED, Batch, Player
from bolometric.core.results.readings import Reading
from bolometric.core.settings.errors import Cancelled

MOST_RUNS = 400_000
SURE = 0.005
"""Half a percentage point: the widest standard error with which the runs are content."""
MOST_TURNS = 100_000
"""Turns after which a run is given up; it is then counted as unfinished, never as an end."""
ASK_AGAIN = 1.15
"""How many times as many runs there must be before the error is worked out again: that takes time too."""
PILOT = 200
BATCH_TURNS = 1_500_000
"""Turns in a batch: about 15 ms of play, so that Cancel takes effect at once."""


@dataclass(frozen=True, slots=True)
class RunParameters:
    """What the readings need to know of the table beside the runs."""

    seats: int
    minutes_a_turn: float
    most_minutes: float | None
    paced_by_rolls: bool = False
    """Whether it is a draw, not a turn, that takes the time."""
    together: bool = False
    """Whether all seats take each turn together: then a turn is a round."""


@dataclass(slots=True)
class Tally:
    """All runs so far and the readings they give."""

    table: RunParameters
    _batches: list[Batch] = field(default_factory=list)
    _readings: dict[str, Reading] | None = None

    def add(self, batch: Batch) -> None:
        """Take in one more batch."""
        self._batches.append(batch)
        self._readings = None

    @property
    def all(self) -> Batch:
        """Every run so far."""
        if len(self._batches) > 1:
            self._batches = [Batch.joined(self._batches)]
        return self._batches[0]

    @property
    def runs(self) -> int:
        """How many runs there are so far."""
        return sum(len(batch.turns) for batch in self._batches)

    def readings(self) -> dict[str, Reading]:
        """Every reading that the runs give, with its standard error; worked out once for each batch."""
        if self._readings is None:
            self._readings = self._read()
        return self._readings

    def _read(self) -> dict[str, Reading]:
        done, seats = self.all, self.table.seats
        turns, rolls = done.turns.astype(float), done.rolls.astype(float)
        stuck, over = float(np.mean(done.winner == STUCK)), bool((done.winner != UNFINISHED).all())
        ended = over and not stuck
        paced = rolls if self.table.paced_by_rolls else turns

        def length(values: NDArray[np.float64], unit: float = 1.0) -> Reading:
            return _spread(values if ended else None, unit, stuck)

        found = {"turns": length(turns), "minutes": length(paced, self.table.minutes_a_turn), "rolls": length(rolls)}
        rounds = np.ceil(turns / seats) if done.rounds is None else done.rounds.astype(float)
        found["rounds"] = length(turns if self.table.together else rounds)
        shares = self.shares
        mean, error = shares.mean(axis=0), shares.std(axis=0) / sqrt(len(shares))
        found["seat_wins"] = Reading("simulated", values=tuple(mean.tolist()), stderr=float(error.max()))
        edge = shares[:, 0] - shares.mean(axis=1)
        found["first_seat_edge"] = Reading("simulated", float(edge.mean()), stderr=_error(edge))
        found["ties"] = _share(done.winner == TIED)
        found["stuck"] = _share(done.winner == STUCK)
        won = done.home > 0
        found["success"] = _share(won) if done.success is None else _part(done.success)
        if self.table.most_minutes is not None:
            ends = won | (done.winner == LOST)
            found["in_time"] = _share(ends & (paced * self.table.minutes_a_turn <= self.table.most_minutes))
        if done.setbacks is not None:
            found["setbacks"] = _ratio(done.setbacks, turns) if ended else Reading("simulated")
        if done.idle is not None:
            found["idle_turns"] = _ratio(done.idle, turns) if ended else Reading("simulated")
        if done.over is not None:
            found["over"] = _part(done.over)
        if done.score is not None:
            # Seats may share their draws, so the error is that of whole runs.
            error = _error(done.score.mean(axis=1))
            found["score"] = replace(_spread(done.score.ravel(), 1.0, None), stderr=error)
        if done.last_lead is not None:
            alone = done.winner >= 0
            known = seats > 1 and alone.any()
            found["lead_for_good"] = (
                _spread(done.last_lead[alone] / turns[alone], 1.0, None) if known else Reading("simulated")
            )
        return found

    def widest_error(self) -> float:
        """The largest standard error: of shares as they are, of lengths relative to their mean."""
        widest = 0.0
        for key, reading in self.readings().items():
            lasting = key in ("rolls", "turns", "rounds", "minutes", "score")
            widest = max(widest, reading.stderr / reading.mean if lasting and reading.mean else reading.stderr)
        return widest

    @property
    def shares(self) -> NDArray[np.float64]:
        """Each seat's share of the win in each run; shape (runs, seats)."""
        bits = (self.all.home[:, None] >> np.arange(self.table.seats)) & 1
        return np.asarray(bits / np.maximum(bits.sum(axis=1, keepdims=True), 1))


def stream(
    player: Player,
    table: RunParameters,
    seed: int,
    runs: int | None = None,
    stop: Callable[[], bool] = lambda: False,
    most_turns: int = MOST_TURNS,
) -> Iterator[Tally]:
    """Play batch after batch, giving the tally after each: exactly ``runs`` runs, or until the answer is sure.

    Raises Cancelled between batches once ``stop()`` is true.
    """
    tally, root, size, ask_at = Tally(table), np.random.SeedSequence(seed), PILOT, 2 * PILOT
    most = MOST_RUNS if runs is None else runs
    while tally.runs < most:
        if stop():
            raise Cancelled
        (child,) = root.spawn(1)
        batch = player(min(size, most - tally.runs), most_turns, np.random.default_rng(child))
        tally.add(batch)
        if size == PILOT:
            size = int(np.clip(BATCH_TURNS / max(batch.turns.mean(), 1), 20, 20_000))
        yield tally
        if runs is None and tally.runs >= ask_at:
            if tally.widest_error() < SURE:
                return
            ask_at = int(tally.runs * ASK_AGAIN)


def _error(values: NDArray[np.float64]) -> float:
    return float(values.std() / sqrt(len(values)))


def _share(hits: NDArray[np.bool_]) -> Reading:
    """A share with its standard error, which is not nothing where all runs were alike.

    The error is taken at (hits + 1) / (runs + 2), the rule of succession, so that "none in ten thousand"
    does not claim to be sure.
    """
    runs, count = len(hits), int(hits.sum())
    near = (count + 1) / (runs + 2)
    return Reading("simulated", count / runs, stderr=sqrt(near * (1 - near) / runs))


def _part(values: NDArray[np.float64]) -> Reading:
    """A mean of shares; where all are alike it is no surer than so many hits."""
    if values.min() == values.max():
        return replace(_share(np.full(len(values), values[0] > 0.5)), mean=float(values.mean()))
    return Reading("simulated", float(values.mean()), stderr=_error(values))


def _spread(values: NDArray[np.float64] | None, unit: float, never: float | None) -> Reading:
    """Mean, sd and percentiles; ``values`` is None where some runs did not end."""
    if values is None:
        return Reading("simulated", never=never)
    rising = np.sort(values) * unit
    low, middle, high = (float(rising[int(np.ceil(share * len(rising) - 1e-9)) - 1]) for share in (0.1, 0.5, 0.9))
    mean, sd = float(rising.mean()), float(rising.std())
    return Reading("simulated", mean, sd, low, middle, high, stderr=_error(rising), never=never)


def _ratio(part: NDArray[Any], whole: NDArray[np.float64]) -> Reading:
    """A ratio of sums, with its standard error by the delta method."""
    ratio = float(part.sum() / whole.sum())
    return Reading("simulated", ratio, stderr=_error(part - ratio * whole) / float(whole.mean()))
