"""Games side by side: the sentences that differ, every reading, how long they last, and what each practises."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.document import Game
from bolometric.core.judge.suits import targets_of
from bolometric.core.learner_work.facts import Fact
from bolometric.core.measure.measuring import draws_before, measure_exactly, minutes_a_turn, runs_of
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading, joined
from bolometric.core.results.show import certainty, headline
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.tuning.looking import LONGEST, MOST_TURNS, look
from bolometric.core.words.practice import summary
from bolometric.core.words.rule_sheet import rule_sheet

RUNS = 2_000
POINTS = 120
"""Places at which it is told how many games are over."""
LATEST = 0.995
"""Share of the games whose end is shown."""


@dataclass(frozen=True)
class Side:
    """What is known of one game."""

    game: Game
    readings: Mapping[str, Reading]
    minutes: NDArray[np.float64]
    over: NDArray[np.float64]
    """Which share of the games is over after so many minutes."""
    facts: Mapping[Fact, tuple[float, ...]]
    suits: float | None
    """None where it has no target."""
    exact: bool
    """Whether how long it lasts is exact."""

    @property
    def practice(self) -> str:
        """What it practises, in a sentence."""
        return summary(self.game, self.facts, self.readings)


def side_of(game: Game, seed: int = 1, runs: int = RUNS) -> Side:
    """Measure a game for the comparison. Raises GameError, and Cancelled once the work is given up."""
    exact = measure_exactly(game, worth_of_thinking=False)
    for tally in runs_of(game, seed, runs, LONGEST, note=True):
        checkpoint()
        if tally.sample.turns_played > MOST_TURNS:
            break
    targets = targets_of(game)
    suits = look(game, targets, runs, seed).suits if targets else None
    readings = joined(tally.readings(), exact.readings)
    practice = None if tally.notes is None else tally.notes.practice()
    facts = exact.facts if exact.facts is not None else practice.facts if practice is not None else {}
    lasting, before = None if game.seats.fluency else exact.lasting, draws_before(game)
    if lasting is not None and before.is_integer():
        lasting = lasting.later(int(before)) if before else lasting
        minutes = np.arange(min(len(lasting.head) * 4, LONGEST), dtype=float)
        over = np.array([1 - lasting.survival(int(count)) for count in minutes])
        minutes *= minutes_a_turn(game)
    else:
        values = tally.notes.minutes if game.seats.fluency and tally.notes is not None else tally.sample.clocked
        minutes = values.values * (1.0 if game.seats.fluency else minutes_a_turn(game))
        games = tally.notes.games if game.seats.fluency and tally.notes is not None else tally.runs
        over = values.counts.cumsum() / max(games, 1)
    ordered = {key: readings[key] for key in READINGS if key in readings}
    minutes, over = _thinned(minutes, over)
    return Side(game, ordered, minutes, over, facts, suits, lasting is not None and before.is_integer())


def _thinned(
    minutes: NDArray[np.float64], over: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """At most so many points, as far as it is interesting."""
    if not len(minutes):
        return np.zeros(1), np.zeros(1)
    end = min(int(np.searchsorted(over, LATEST * over[-1])) + 2, len(minutes))
    at = np.unique(np.linspace(0, end - 1, POINTS).astype(int))
    return minutes[at], over[at]


def sentences_of(game: Game) -> tuple[str, ...]:
    """The rule sheet, a sentence each."""
    found: dict[str, None] = {}
    for section in rule_sheet(game):
        for paragraph in section.text.split("\n"):
            found |= dict.fromkeys(part.strip() for part in re.split(r"(?<=[.?!])\s+", paragraph) if part.strip())
    return tuple(found)


def different(games: Sequence[Game]) -> list[tuple[str, ...]]:
    """For each game its sentences that not all of them have.

    >>> from bolometric.core.game.document import with_value
    >>> different([Game(), with_value(Game(), "area.end", "bounce")])[1]
    ('To get home you must reach exactly, bouncing back: what is too much is counted back from the last square.',)
    """
    said = [sentences_of(game) for game in games]
    common = set(said[0]).intersection(*said[1:]) if said else set()
    return [tuple(one for one in each if one not in common) for each in said]


def rows_of(sides: Sequence[Side]) -> list[tuple[str, tuple[str, ...]]]:
    """Each reading that any of them has, with its value for each and how sure it is; a dash where it has none."""
    rows = []
    for key, kind in READINGS.items():
        if any(key in side.readings for side in sides):
            told = [side.readings.get(key) for side in sides]
            rows.append((kind.label, tuple("–" if one is None else _told(key, one) for one in told)))
    return rows


def _told(key: str, reading: Reading) -> str:
    return f"{headline(key, reading)} ({certainty(key, reading)})"
