"""Runs: whole games played by the thousand, streamed in batches until the answer is sure.

The batches of a game depend on the game and the seed alone (each has its own child of the seed, and its
size follows from a few scouts and the first one), so a result is the same on any machine and any number of threads.
"""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from bolometric.core.game.contract import USUAL_BATCH
from bolometric.core.measure.ahead import Ahead
from bolometric.core.measure.notes import Notes, Noting
from bolometric.core.results.batch import Batch, Player
from bolometric.core.results.estimate import RunParameters, Sample
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.settings.cancel import checkpoint

MOST_RUNS = 400_000
SURE = 0.005
"""Half a percentage point: the widest standard error with which the runs are content."""
MOST_TURNS = 100_000
"""Turns after which a run is given up; it is then counted as unfinished, never as an end."""
ASK_AGAIN = 1.15
"""How many times as many runs there must be before the error is worked out again: that takes time too."""
PILOT, SCOUTS = 200, 4
"""Games of the first batch, and games that are played before it to see whether so many would take too long."""
NOTED_DRAWS = 500_000
"""Draws of the games that are noted at a time, at the most: a note may be some ten bytes, and takes time to read."""
MANY_DRAWS = 8
"""Draws that take as long as a turn, at the most: more of them to a turn make it count for more."""
NOTED_ALONE = (
    "facts",
    "fact_variety",
    "fresh_facts",
    "on_aim",
    "aim_variety",
    "aim_rate",
    "first_try",
    "decisions",
    "thinking_seconds",
    "thinking_share",
    "waiting_share",
    "handling_share",
)
"""Readings from noted games alone: they come as sure as they may, and runs do not wait for them."""


class Tally:
    """All runs so far, folded, and the readings they give."""

    def __init__(self, table: RunParameters) -> None:
        self.sample = Sample(table)
        """What has been played so far; another object after each batch, so that a view may keep one."""
        self.notes: Notes | None = None
        """What was noted of games that were played beside them."""
        self._readings: dict[str, Reading] | None = None

    def note(self, notes: Notes) -> None:
        """Take in what has been noted."""
        self.notes, self._readings = notes, None

    def add(self, batch: Batch) -> None:
        """Take in one more batch."""
        self.sample = self.sample.plus(batch)
        self._readings = None

    @property
    def runs(self) -> int:
        """How many runs there are so far."""
        return self.sample.runs

    def readings(self) -> dict[str, Reading]:
        """Every reading that the runs give, with its standard error; worked out once for each batch."""
        if self._readings is None:
            found = {key: kind.estimate(self.sample) for key, kind in READINGS.items()}
            self._readings = {key: reading for key, reading in found.items() if reading is not None}
            if self.notes is not None:
                self._readings |= self.notes.readings()
        return self._readings

    def widest_error(self) -> float:
        """The largest standard error: of shares as they are, of lengths relative to their mean, or to 1 if it is less.

        What hardly ever happens is sure once it is known that it hardly ever happens: to know how much rarer than once
        in a game took 400,000 runs.
        """
        widest = 0.0
        for key, reading in self.readings().items():
            if key in NOTED_ALONE or not READINGS[key].awaited:
                continue
            of = max(1.0, abs(reading.mean or 0.0)) if READINGS[key].relative else 1.0
            widest = max(widest, reading.stderr / of)
        return widest


def stream(
    player: Player,
    table: RunParameters,
    seed: int,
    runs: int | None = None,
    most_turns: int = MOST_TURNS,
    at_once: int = USUAL_BATCH,
    notes: Notes | None = None,
    soon: bool = False,
) -> Iterator[Tally]:
    """Play batch after batch, giving the tally after each: exactly ``runs`` runs, or until the answer is sure.

    With ``soon`` it is given once more after the first batch, before what was noted is read: that may take ten times as
    long as playing.

    Raises Cancelled between batches once the work is given up.
    """
    pilot = _pilot(player, seed, most_turns, at_once)
    tally, root, size, ask_at = Tally(table), np.random.SeedSequence(seed), pilot, 2 * PILOT
    noting = None if notes is None else Noting(player, notes, seed, most_turns)
    most = MOST_RUNS if runs is None else runs
    with Ahead(player, most_turns, root) as ahead:
        while tally.runs < most:
            checkpoint()
            batch = ahead.take(min(size, most - tally.runs))
            tally.add(batch)
            if tally.runs <= pilot:
                size = int(np.clip(at_once / _length(batch), 1, 20_000))
                if soon and noting is not None:
                    yield tally
            ahead.begin(size, most - tally.runs)
            if noting is not None:
                long = max(float(batch.rolls.mean()), float(batch.turns.mean()), 1.0)
                few = int(NOTED_DRAWS / max(batch.rolls.mean(), 1))
                tally.note(noting.more(int(batch.turns.sum()), min(len(batch.turns), few), long))
            yield tally
            if runs is None and tally.runs >= ask_at:
                if tally.widest_error() < SURE:
                    return
                ask_at = int(tally.runs * ASK_AGAIN)


def _length(batch: Batch) -> float:
    """How long its games are on average, in turns of the usual size."""
    return max(float(batch.turns.mean()), float(batch.rolls.mean()) / MANY_DRAWS, 1.0)


def _pilot(player: Player, seed: int, most_turns: int, at_once: int) -> int:
    """Games of the first batch: few of those that hardly end, since a batch under way can't be given up."""
    scouts = player(SCOUTS, most_turns, np.random.default_rng([seed, SCOUTS]))
    return max(1, min(PILOT, max(20, at_once // 50), int(at_once / _length(scouts))))
