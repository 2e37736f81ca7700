"""What moves a reading: every setting a step down and a step up, and by how much the reading goes with it.

Exact where the reading is exact for both games. Else both are played with the same random numbers, game for game
(outcomes/chance.stream), in blocks, and the error is that of the differences between blocks: what chance gives to both
falls out. (Common random numbers: A. M. Law, *Simulation Modeling and Analysis*, 5th ed. 2015, section 11.2; batches as
independent replications, section 9.5.)
"""

from __future__ import annotations

from collections.abc import Container, Iterator
from dataclasses import dataclass
from math import hypot, sqrt

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game, with_value
from bolometric.core.judge.nearby import numbers_by, part_step, values_near
from bolometric.core.judge.suits import AS_SET, as_measured, off_by, targets_of
from bolometric.core.measure.measuring import measure_exactly, table_of
from bolometric.core.measure.runs import NOTED_ALONE, PILOT
from bolometric.core.results.estimate import Sample
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at, knobs
from bolometric.core.tuning.looking import LONGEST, readings_for
from bolometric.core.tuning.space import KEPT, free_knobs
from bolometric.core.words.rule_sheet import rules_text

BLOCKS, BLOCK = 32, 250
"""Blocks that are played, and games in each at most."""
TURNS = 150_000
"""Turns that are played of a game at most: longer ones are played less often."""
TENTH = 10
"""A step of a number is about this part of it."""
NONE = Reading("simulated")
THOUGHT = 2_000
"""Games that are played for what thinking is worth."""


@dataclass(frozen=True, slots=True)
class Step:
    """One change, and what it does to the reading."""

    words: str
    """As something to do."""
    path: str
    value: object
    game: Game
    effect: float
    """The reading afterwards less the reading before, in its own unit."""
    error: float
    """Standard error of the effect; 0 if both are exact."""
    after: float

    @property
    def sure(self) -> bool:
        """Whether the effect is real: beyond twice its error."""
        return abs(self.effect) > 2 * self.error and abs(self.effect) > 1e-12


@dataclass(frozen=True, slots=True)
class Move:
    """A setting with its steps: a number with one down and one up, anything else with each of its other values."""

    path: str
    label: str
    steps: tuple[Step, ...]

    @property
    def size(self) -> float:
        """The largest effect of its steps that is real."""
        return max((abs(step.effect) for step in self.steps if step.sure), default=0.0)


class Paired:
    """Games held against one, for one reading."""

    def __init__(self, game: Game, key: str, whom: tuple[str, str], seed: int) -> None:
        self.key, self.whom, self.seed = key, whom, seed
        self.game = as_measured(game, whom)
        self.exact = self._exactly(self.game)
        self.block, self.blocks = 0, np.zeros(0)
        self.measured: Reading | None = None
        if self.exact is None:
            self._play_first()

    @property
    def before(self) -> float | None:
        """The reading of the game itself; None where it has none."""
        if self.exact is not None or self.measured is not None:
            return (self.exact or self.measured or NONE).mean
        return float(self.blocks.mean()) if len(self.blocks) and np.isfinite(self.blocks).all() else None

    def _play_first(self) -> None:
        """The game itself, where it has to be played."""
        if self.key in (*NOTED_ALONE, "choice"):
            self.measured = self._measured(self.game)
        else:
            self.block = _block(self.game, self.seed)
            self.blocks = self._played(self.game)

    def against(self, other: Game) -> tuple[float, float, float] | None:
        """Effect, its standard error, and the reading afterwards; None if one of both has none."""
        made = as_measured(other, self.whom)
        exact = None if self.exact is None else self._exactly(made)
        if exact is not None and self.exact is not None:
            if exact.mean is None or self.exact.mean is None:
                return None
            return exact.mean - self.exact.mean, 0.0, exact.mean
        if self.exact is not None:
            self.exact = None  # one of both has to be played, so both are
            self._play_first()
        if self.measured is not None:
            return self._apart(made)
        after = self._played(made)
        by = after - self.blocks
        if not np.isfinite(by).all():
            return None
        return float(by.mean()), float(by.std(ddof=1) / sqrt(len(by))), float(after.mean())

    def _exactly(self, game: Game) -> Reading | None:
        found = measure_exactly(game, self.key == "choice", self.key in NOTED_ALONE)
        return found.readings.get(self.key)

    def _played(self, game: Game) -> NDArray[np.float64]:
        """The reading of each block; nan where it has none."""
        player, table, found = area_of(game).measured.player(game), table_of(game), []
        for k in range(BLOCKS):
            checkpoint()
            batch = player(self.block, LONGEST, np.random.default_rng([self.seed, k]))
            reading = READINGS[self.key].estimate(Sample(table).plus(batch))
            found.append(np.nan if reading is None or reading.mean is None else reading.mean)
        return np.array(found)

    def _measured(self, game: Game) -> Reading:
        """For readings that need more than a batch: a game measured for itself."""
        runs = min(THOUGHT, game.area.thought_runs) if self.key == "choice" else THOUGHT
        return readings_for(game, AS_SET, frozenset({self.key}), runs, self.seed).get(self.key, NONE)

    def _apart(self, game: Game) -> tuple[float, float, float] | None:
        after, before = self._measured(game), self.measured or NONE
        if before.mean is None or after.mean is None:
            return None
        return after.mean - before.mean, hypot(before.stderr, after.stderr), after.mean


def _block(game: Game, seed: int) -> int:
    """Games of a block, by how long some of them last."""
    batch = area_of(game).measured.player(game)(min(PILOT, 50), LONGEST, np.random.default_rng(seed))
    most = min(TURNS, area_of(game).measured.turns_at_once(game))
    return int(np.clip(most / BLOCKS / max(batch.turns.mean(), 1), 2, BLOCK))


def moves(
    game: Game,
    key: str,
    whom: tuple[str, str] = AS_SET,
    seed: int = 1,
    only: Container[str] | None = None,
) -> Iterator[Move]:
    """What every setting does to a reading, setting after setting; those that can't be changed are left out.

    Args:
        game: the game.
        key: the reading.
        whom: the style and the fluency with which it is measured.
        seed: of the games that are played.
        only: the paths of the settings that are looked at; None for all.

    Raises:
        Cancelled: once the work is given up.

    >>> found = max(moves(Game(), "minutes"), key=lambda move: move.size)
    >>> found.label, all(step.sure for step in found.steps)
    ('pieces', True)
    """
    paired, rules = Paired(game, key, whom, seed), rules_text(game)
    if paired.before is None:
        return
    for at in knobs(game):
        if at.path.startswith(KEPT) and at.path != "seats.count":
            continue
        if only is not None and at.path not in only:
            continue
        steps = []
        for words, value in _values(game, at):
            checkpoint()
            try:
                made = with_value(game, at.path, value)
                found = None if rules_text(made) == rules else paired.against(made)
            except GameError:
                continue
            if found is not None:
                steps.append(Step(words, at.path, value, made, *found))
        if steps:
            yield Move(at.path, at.knob.label, tuple(steps))


def telling(game: Game) -> tuple[str, str] | None:
    """A reading that is off its target, or else the length, and the number on the sheet that moves it most.

    Where no number does, a choice; None where nothing can be gone through. Raises Cancelled.

    >>> telling(Game())
    ('first_seat_edge', 'area.length')
    """
    found = measure_exactly(game, worth_of_thinking=False).readings
    missed = (target.reading for target in targets_of(game) if off_by(target, found.get(target.reading)) > 0)
    usual = next((key for key in ("minutes", "turns", "score") if key in found), "minutes")
    key = next((key for key in missed if key in found), usual)
    free = free_knobs(game)
    for kind in ("number", "choice"):
        paths = [path for path in free if knob_at(game, path).knob.kind == kind]
        listed = list(moves(game, key, only=paths)) if paths else []
        if listed:
            return key, max(listed, key=lambda move: move.size).path
    return None


def _values(game: Game, at: KnobAt) -> Iterator[tuple[str, object]]:
    if at.knob.kind == "number" and at.knob.suggested is None:
        by = part_step(at, TENTH)
        yield from numbers_by(at, (-by, by))
    else:
        yield from values_near(game, at)


def in_order(found: list[Move]) -> list[Move]:
    """The largest effect first; what does nothing last."""
    return sorted(found, key=lambda move: -move.size)
