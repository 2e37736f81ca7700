"""Readings from games played: each with its standard error.

A *sample* is what has been played so far, folded so that it takes no more room however much is played, together with
what must be known of the table. Every estimator takes a sample and gives a reading, or None where the game has no such
thing.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from math import sqrt

import numpy as np
from numpy.typing import NDArray

from bolometric.core.results.batch import NO_WINNER, STUCK, TIED, UNFINISHED, Batch
from bolometric.core.results.folded import FoldedSets, Pairs, Values
from bolometric.core.results.readings import Reading
from bolometric.core.settings.once import once

NOT_KNOWN = Reading("simulated")
CODES = -NO_WINNER
"""Codes there are in place of a winner."""


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
    before: float = 0.0
    """Draws before the first turn that take the time of a turn each, on average."""
    rivals: bool = True
    """Whether players win against each other, and not all together or nobody."""
    alike: bool = False
    """Whether they are equals, so that what differs between them is their place at the table."""
    mixed: bool = False
    """Whether they choose in different ways, so that what a place is worth cannot be told from their games."""


@dataclass(frozen=True, slots=True)
class Lead:
    """How the lead moved in the games that one seat won alone."""

    late: Values = field(default_factory=Values)
    """How far into the game the winner went ahead for the last time, 0 to 1."""
    early: int = 0
    """Games in which that was before half-time."""
    changes: Values = field(default_factory=Values)
    """How often the lead changed hands."""
    behind: int = 0
    """Games in which somebody else was ahead at half-time."""

    def plus(self, batch: Batch, last_lead: NDArray[np.int64]) -> Lead:
        """This and the games of a batch."""
        alone = batch.winner >= 0
        late = last_lead[alone] / batch.turns[alone]
        changes = self.changes if batch.lead_changes is None else self.changes.plus(batch.lead_changes[alone])
        behind = self.behind
        if batch.half_lead is not None:
            behind += int(((batch.half_lead >= 0) & (batch.half_lead != batch.winner))[alone].sum())
        return Lead(self.late.plus(late), self.early + int((late < 0.5).sum()), changes, behind)

    @property
    def changed(self) -> Reading:
        """How often the lead changed hands: none in so many games does not say that there are none."""
        return replace(spread(self.changes), stderr=max(self.changes.stderr, 1 / self.changes.number))

    @property
    def decided_early(self) -> Reading:
        """The share of games in which the winner was ahead for good before half-time."""
        return share(self.early, self.late.number)


@dataclass(frozen=True)
class Sample:
    """Games played. What the game does not have is None; lengths are those of the games that ended."""

    table: RunParameters
    runs: int = 0
    winners: tuple[int, ...] = ()
    """Games by winner, seat by seat; before them those of the codes, from NO_WINNER up."""
    shared: FoldedSets = field(default_factory=FoldedSets)
    """Games by who shares the win."""
    turns: Values = field(default_factory=Values)
    """Turns of each game, all seats together."""
    rolls: Values = field(default_factory=Values)
    own_rounds: Values | None = None
    """Rounds, where they do not follow from the turns."""
    setbacks: Pairs | None = None
    idle: Pairs | None = None
    over: Values | None = None
    success: Values | None = None
    score: Values | None = None
    score_of_game: Values | None = None
    """The mean score of each game: its seats may share their draws."""
    lead: Lead | None = None
    own: Mapping[str, Values] = field(default_factory=dict)
    """What an area counts for readings of its own, by a name."""
    longest: int = 0
    """Turns of the longest game, ended or not."""
    turns_played: int = 0

    def plus(self, batch: Batch) -> Sample:
        """This and the games of a batch."""
        seats, ended = self.table.seats, batch.ended
        winners = np.bincount(batch.winner.astype(np.int64) + CODES, minlength=CODES + seats)
        return Sample(
            self.table,
            self.runs + len(batch.turns),
            tuple((winners + np.array(self.winners or [0] * len(winners))).tolist()),
            self.shared.plus(batch.home),
            self.turns.plus(batch.turns[ended]),
            self.rolls.plus(batch.rolls[ended]),
            _values(self.own_rounds, None if batch.rounds is None else batch.rounds[ended]),
            _pairs(self.setbacks, batch.setbacks, batch.turns),
            _pairs(self.idle, batch.idle, batch.turns),
            _values(self.over, batch.over),
            _values(self.success, batch.success),
            _values(self.score, batch.score),
            _values(self.score_of_game, None if batch.score is None else batch.score.mean(axis=1)),
            None if batch.last_lead is None else (self.lead or Lead()).plus(batch, batch.last_lead),
            {name: self.own.get(name, Values()).plus(values) for name, values in batch.own.items()},
            max(self.longest, int(batch.turns.max(initial=0))),
            self.turns_played + int(batch.turns.sum()),
        )

    def won(self, code: int) -> int:
        """Games that a seat won alone, or that ended with one of the codes."""
        return self.winners[code + CODES]

    @property
    def paced(self) -> Values:
        """What takes the time, draws or turns."""
        return self.rolls if self.table.paced_by_rolls else self.turns

    @property
    def clocked(self) -> Values:
        """The same with what is drawn before the first turn."""
        before = self.table.before
        return self.paced.mapped(self.paced.values + before) if before else self.paced

    @property
    def stuck(self) -> float:
        """The share of runs in which nobody could reach the aim any more."""
        return self.won(STUCK) / self.runs

    @property
    def ended(self) -> bool:
        """Whether every run came to an end, so that lengths have a mean."""
        return not self.won(UNFINISHED) and not self.won(STUCK)

    @once
    def shares(self) -> NDArray[np.float64]:
        """Each seat's share of the win by who shares it; shape (sets, seats), the sets being those of ``shared``."""
        bits = (self.shared.bits[:, None] >> np.arange(self.table.seats)) & 1
        return np.asarray(bits / np.maximum(bits.sum(axis=1, keepdims=True), 1))

    def over_shares(self, values: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Mean and standard error of a value for each way of sharing the win; axis 0 is that of ``shared``.

        Where all games went the same way it is no surer than a share of none (:func:`share`).
        """
        games = self.shared.counts
        mean = games @ values / self.runs
        error = np.sqrt(games @ (values - mean) ** 2 / self.runs / self.runs)
        return mean, np.maximum(error, share(0, self.runs).stderr)


def _values(so_far: Values | None, more: NDArray[np.float64] | NDArray[np.int64] | None) -> Values | None:
    return None if more is None else (so_far or Values()).plus(more)


def _pairs(
    so_far: Pairs | None, part: NDArray[np.float64] | NDArray[np.int64] | None, turns: NDArray[np.int64]
) -> Pairs | None:
    return None if part is None else (so_far or Pairs()).plus(part, turns)


def share(hits: int, runs: int) -> Reading:
    """A share with its standard error, which is not nothing where all runs were alike.

    The error is taken at (hits + 1) / (runs + 2), the rule of succession, so that "none in ten thousand"
    does not claim to be sure.
    """
    near = (hits + 1) / (runs + 2)
    return Reading("simulated", hits / runs, stderr=sqrt(near * (1 - near) / runs))


def mean_share(values: Values) -> Reading:
    """A mean of shares; where all are alike it is no surer than so many hits."""
    if values.all_alike:
        return replace(share(values.number * (values.mean > 0.5), values.number), mean=values.mean)
    return Reading("simulated", values.mean, stderr=values.stderr)


def spread(values: Values, unit: float = 1.0, never: float | None = None) -> Reading:
    """Mean, standard deviation and percentiles of values that each count ``unit``."""
    low, middle, high = (values.quantile(part) * unit for part in (0.1, 0.5, 0.9))
    return Reading(
        "simulated", values.mean * unit, values.sd * unit, low, middle, high, stderr=values.stderr * unit, never=never
    )


def length(sample: Sample, values: Values, unit: float = 1.0) -> Reading:
    """How long runs last; without a mean where some never end, but with that of those that do."""
    if sample.ended:
        return spread(values, unit, sample.stuck)
    if not values.number:
        return Reading("simulated", never=sample.stuck)
    over = values.number / sample.runs
    low, middle, high = (values.quantile(part / over) * unit if part <= over else None for part in (0.1, 0.5, 0.9))
    return Reading("simulated", None, None, low, middle, high, never=sample.stuck, ended=values.mean * unit)


def turns(sample: Sample) -> Reading:
    """Turns in a game."""
    return length(sample, sample.turns)


def rolls(sample: Sample) -> Reading:
    """Draws in a game."""
    return length(sample, sample.rolls)


def minutes(sample: Sample) -> Reading:
    """Minutes of a game."""
    return length(sample, sample.clocked, sample.table.minutes_a_turn)


def rounds(sample: Sample) -> Reading:
    """Turns of the seat that took most."""
    if sample.table.together:
        return turns(sample)
    if sample.own_rounds is not None:
        return length(sample, sample.own_rounds)
    return length(sample, sample.turns.mapped(np.ceil(sample.turns.values / sample.table.seats)))


def seat_wins(sample: Sample) -> Reading | None:
    """Each seat's share of the games."""
    if not sample.table.rivals:
        return None
    mean, error = sample.over_shares(sample.shares)
    return Reading("simulated", values=tuple(mean.tolist()), stderr=float(error.max()))


def largest_share(sample: Sample) -> Reading | None:
    """What the best place at the table wins."""
    return _place(sample, -1)


def smallest_share(sample: Sample) -> Reading | None:
    """What the worst place at the table wins."""
    return _place(sample, 0)


def _place(sample: Sample, which: int) -> Reading | None:
    """The share of the wins of one place, the places in the order of what they win; between equals only."""
    if not sample.table.alike or sample.table.seats == 1:
        return None
    mean, error = sample.over_shares(sample.shares)
    if not mean.sum():
        return NOT_KNOWN
    seat = int(np.argsort(mean)[which])
    return Reading("simulated", float(mean[seat] / mean.sum()), stderr=float(error[seat] / mean.sum()))


def first_seat_edge(sample: Sample) -> Reading | None:
    """The first seat's share less an even one of the games that somebody won; not between players who differ."""
    if not sample.table.rivals or sample.table.mixed:
        return None
    edge, error = sample.over_shares(sample.shares[:, 0] - sample.shares.mean(axis=1))
    return Reading("simulated", float(edge), stderr=float(error))


def ties(sample: Sample) -> Reading | None:
    """Games that several seats win together."""
    return share(sample.won(TIED), sample.runs) if sample.table.rivals else None


def stuck(sample: Sample) -> Reading:
    """Games that nobody could end any more."""
    return share(sample.won(STUCK), sample.runs)


def success(sample: Sample) -> Reading:
    """How far the aim was reached; where winning is the aim, whether anybody won."""
    if sample.success is None:
        return share(sample.runs - sample.shared.of(0), sample.runs)
    return mean_share(sample.success)


def in_time(sample: Sample) -> Reading | None:
    """Games that end within the minutes of the brief."""
    most, unit = sample.table.most_minutes, sample.table.minutes_a_turn
    if most is None:
        return None
    lasting = sample.clocked
    return share(int(lasting.counts[lasting.values * unit <= most].sum()), sample.runs)


def setbacks(sample: Sample) -> Reading | None:
    """Turns that lose ground."""
    return _of_turns(sample, sample.setbacks)


def idle_turns(sample: Sample) -> Reading | None:
    """Turns in which nothing could be done."""
    return _of_turns(sample, sample.idle)


def _of_turns(sample: Sample, part: Pairs | None) -> Reading | None:
    if part is None:
        return None
    if not sample.ended or not part.whole:
        return NOT_KNOWN  # a game may be over before the first turn
    # None in so many turns does not say that there are none.
    return Reading("simulated", part.ratio, stderr=max(part.stderr, 1 / part.whole))


def over(sample: Sample) -> Reading | None:
    """Seats that went over the target."""
    return None if sample.over is None else mean_share(sample.over)


def score(sample: Sample) -> Reading | None:
    """Final scores of all seats; seats may share their draws, so the error is that of whole runs."""
    if sample.score is None or sample.score_of_game is None:
        return None
    return replace(spread(sample.score), stderr=sample.score_of_game.stderr)


def lead_for_good(sample: Sample) -> Reading | None:
    """How far into a game that one seat won alone it went ahead for the last time."""
    return _of_lead(sample, lambda lead: spread(lead.late))


def lead_changes(sample: Sample) -> Reading | None:
    """How often the lead went to another seat in a game that one seat won alone."""
    return _of_lead(sample, lambda lead: lead.changed)


def comeback(sample: Sample) -> Reading | None:
    """Games that one seat won alone though another was ahead at half-time."""
    return _of_lead(sample, lambda lead: share(lead.behind, lead.late.number))


def _of_lead(sample: Sample, told: Callable[[Lead], Reading]) -> Reading | None:
    """What is told of the lead; None where nobody leads, not known where no game was won by one seat alone."""
    if sample.lead is None or not sample.table.rivals:
        return None
    return NOT_KNOWN if sample.table.seats == 1 or not sample.lead.late.number else told(sample.lead)
