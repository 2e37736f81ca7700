"""Readings from games played: each with its standard error.

A *sample* is what has been played so far together with what must be known of the table. Every estimator takes a sample
and gives a reading, or None where the game has no such thing.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from math import sqrt

import numpy as np
from numpy.typing import NDArray

from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch
from bolometric.core.results.readings import Reading

Array = NDArray[np.float64]
Counts = NDArray[np.float64] | NDArray[np.int64]
NOT_KNOWN = Reading("simulated")


@dataclass(frozen=True, slots=True)
class RunParameters:
    """What the readings need to know of a game beside its runs."""

    seats: int
    minutes_a_turn: float
    most_minutes: float | None
    """The most minutes that the brief allows; None for no target."""
    paced_by_rolls: bool = False
    """Whether it is a draw, not a turn, that takes the time."""
    together: bool = False
    """Whether all seats take each turn together: then a turn is a round."""


@dataclass(frozen=True)
class Sample:
    """Games played, one entry a run in each array of ``batch``."""

    batch: Batch
    table: RunParameters

    @cached_property
    def turns(self) -> Array:
        """Turns of each run, all seats together."""
        return self.batch.turns.astype(float)

    @cached_property
    def paced(self) -> Array:
        """What takes the time, draws or turns."""
        return self.batch.rolls.astype(float) if self.table.paced_by_rolls else self.turns

    @cached_property
    def stuck(self) -> float:
        """The share of runs in which nobody could reach the aim any more."""
        return float(np.mean(self.batch.winner == STUCK))

    @cached_property
    def ended(self) -> bool:
        """Whether every run came to an end, so that lengths have a mean."""
        return bool((self.batch.winner != UNFINISHED).all()) and not self.stuck

    @cached_property
    def shares(self) -> Array:
        """Each seat's share of the win in each run; shape (runs, seats)."""
        bits = (self.batch.home[:, None] >> np.arange(self.table.seats)) & 1
        return np.asarray(bits / np.maximum(bits.sum(axis=1, keepdims=True), 1))


def standard_error(values: Array) -> float:
    """Of the mean of independent values."""
    return float(values.std() / sqrt(len(values)))


def share(hits: NDArray[np.bool_]) -> Reading:
    """A share with its standard error, which is not nothing where all runs were alike.

    The error is taken at (hits + 1) / (runs + 2), the rule of succession, so that "none in ten thousand"
    does not claim to be sure.
    """
    runs, count = len(hits), int(hits.sum())
    near = (count + 1) / (runs + 2)
    return Reading("simulated", count / runs, stderr=sqrt(near * (1 - near) / runs))


def mean_share(values: Array) -> Reading:
    """A mean of shares; where all are alike it is no surer than so many hits."""
    if values.min() == values.max():
        return replace(share(np.full(len(values), values[0] > 0.5)), mean=float(values.mean()))
    return Reading("simulated", float(values.mean()), stderr=standard_error(values))


def spread(values: Array, unit: float = 1.0, never: float | None = None) -> Reading:
    """Mean, standard deviation and percentiles of values that each count ``unit``."""
    rising = np.sort(values) * unit
    low, middle, high = (float(rising[int(np.ceil(part * len(rising) - 1e-9)) - 1]) for part in (0.1, 0.5, 0.9))
    mean, sd = float(rising.mean()), float(rising.std())
    return Reading("simulated", mean, sd, low, middle, high, stderr=standard_error(rising), never=never)


def ratio(part: Counts, whole: Array) -> Reading:
    """A ratio of sums, with its standard error by the delta method."""
    found = float(part.sum() / whole.sum())
    return Reading("simulated", found, stderr=standard_error(part - found * whole) / float(whole.mean()))


def length(sample: Sample, values: Array, unit: float = 1.0) -> Reading:
    """How long runs last; without a mean where some never end."""
    return spread(values, unit, sample.stuck) if sample.ended else Reading("simulated", never=sample.stuck)


def turns(sample: Sample) -> Reading:
    """Turns in a game."""
    return length(sample, sample.turns)


def rolls(sample: Sample) -> Reading:
    """Draws in a game."""
    return length(sample, sample.batch.rolls.astype(float))


def minutes(sample: Sample) -> Reading:
    """Minutes of a game."""
    return length(sample, sample.paced, sample.table.minutes_a_turn)


def rounds(sample: Sample) -> Reading:
    """Turns of the seat that took most."""
    if sample.table.together:
        return turns(sample)
    known = sample.batch.rounds
    return length(sample, np.ceil(sample.turns / sample.table.seats) if known is None else known.astype(float))


def seat_wins(sample: Sample) -> Reading:
    """Each seat's share of the games."""
    shares = sample.shares
    mean, error = shares.mean(axis=0), shares.std(axis=0) / sqrt(len(shares))
    return Reading("simulated", values=tuple(mean.tolist()), stderr=float(error.max()))


def first_seat_edge(sample: Sample) -> Reading:
    """The first seat's share less an even one of the games that somebody won."""
    edge = sample.shares[:, 0] - sample.shares.mean(axis=1)
    return Reading("simulated", float(edge.mean()), stderr=standard_error(edge))


def ties(sample: Sample) -> Reading:
    """Games that several seats win together."""
    return share(sample.batch.winner == TIED)


def stuck(sample: Sample) -> Reading:
    """Games that nobody could end any more."""
    return share(sample.batch.winner == STUCK)


def success(sample: Sample) -> Reading:
    """How far the aim was reached; where winning is the aim, whether anybody won."""
    reached = sample.batch.success
    return share(sample.batch.home > 0) if reached is None else mean_share(reached)


def in_time(sample: Sample) -> Reading | None:
    """Games that end within the minutes of the brief."""
    most = sample.table.most_minutes
    if most is None:
        return None
    return share(sample.batch.ended & (sample.paced * sample.table.minutes_a_turn <= most))


def setbacks(sample: Sample) -> Reading | None:
    """Turns that lose ground."""
    return _of_turns(sample, sample.batch.setbacks)


def idle_turns(sample: Sample) -> Reading | None:
    """Turns in which nothing could be done."""
    return _of_turns(sample, sample.batch.idle)


def _of_turns(sample: Sample, part: Counts | None) -> Reading | None:
    if part is None:
        return None
    return ratio(part, sample.turns) if sample.ended else NOT_KNOWN


def over(sample: Sample) -> Reading | None:
    """Seats that went over the target."""
    return None if sample.batch.over is None else mean_share(sample.batch.over)


def score(sample: Sample) -> Reading | None:
    """Final scores of all seats; seats may share their draws, so the error is that of whole runs."""
    scores = sample.batch.score
    return None if scores is None else replace(spread(scores.ravel()), stderr=standard_error(scores.mean(axis=1)))


def lead_for_good(sample: Sample) -> Reading | None:
    """How far into a game that one seat won alone it went ahead for the last time."""
    last_lead = sample.batch.last_lead
    if last_lead is None:
        return None
    alone = sample.batch.winner >= 0
    if sample.table.seats == 1 or not alone.any():
        return NOT_KNOWN
    return spread(last_lead[alone] / sample.turns[alone])
