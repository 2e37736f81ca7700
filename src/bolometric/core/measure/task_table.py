"""The tasks that come up in noted games, as flat arrays: the ways each may have come about, and their items."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import on_aim, worked_out
from bolometric.core.learner_work.facts import Fact
from bolometric.core.learner_work.fluency import USUAL, Fluency
from bolometric.core.learner_work.tasks import Task, Tasks, Ways
from bolometric.core.learner_work.timing import Item, items
from bolometric.core.learner_work.trace import DECIDE, NUMBER_BITS, decoded
from bolometric.core.settings.cancel import checkpoint, watched

Array = NDArray[np.float64]
Whole = NDArray[np.int64]
DECISION = DECIDE << 2 * NUMBER_BITS
"""The code that stands for every decision."""


class Register:
    """The tasks that came up, as flat arrays: ways by task, items by way."""

    def __init__(self, game: Game, tasks: Tasks) -> None:
        self._tell, self._place = tasks, dict[int, int]()
        self._same: dict[int, int] = {}
        self.tasks: list[Task] = []
        seats = [game.seats.profile(seat) or USUAL for seat in range(game.seats.count)]
        self.profiles: list[Fluency] = list(dict.fromkeys(seats))
        self.profile = np.array([self.profiles.index(one) for one in seats])
        self.hands, self._aims = game.seats.hands, game.brief.aim
        self.facts: list[Fact] = []
        self.aim: list[bool] = []
        self._fact_at: dict[Fact, int] = {}
        self._edges: list[float] = []
        self._ways: list[int] = []
        self._then: list[int] = []
        self._groups: dict[int, int] = {}
        self._always: dict[tuple[Fact, ...], int] = {}
        self._row_of: list[int] = []
        self._first: list[int] = [0]
        self._fact: list[int] = []
        self._times: list[list[tuple[float, float]]] = []
        self._hand: list[float] = []
        self._chosen: list[bool] = []
        self._weighed: list[bool] = []
        self.flat: Flat | None = None

    def of(self, codes: Whole) -> Whole:
        """The place of the task of each code."""
        # A decision takes its time whatever is decided.
        known, inverse = np.unique(np.where(codes >> 2 * NUMBER_BITS == DECIDE, DECISION, codes), return_inverse=True)
        places = []
        for code in known.tolist():
            if code not in self._place:
                checkpoint()  # a large game has thousands
                self._enter(code)
            places.append(self._place[code])
        if self.flat is None:
            self.flat = self._flattened()
        return np.array(places, np.int64)[inverse]

    def _enter(self, code: int) -> None:
        task = Task(chosen=True, words="decides") if code == DECISION else self._tell(*decoded(code))
        if id(task) in self._same:
            self._place[code] = self._same[id(task)]
            return
        self._same[id(task)] = self._place[code] = len(self.tasks)
        self.tasks.append(task)
        self._hand.append(sum(self.hands.of(does) for does in task.hands))
        self._chosen.append(task.chosen)
        self._weighed.append(task.weighed)
        # Tasks that begin with the same draw share its ways, and those that end in the same sum share that.
        if id(task.ways) not in self._groups:
            self._groups[id(task.ways)] = len(self._groups)
            self._group(task.ways)
        if task.then not in self._always:
            self._always[task.then] = self._way(task.then)
        self._ways.append(self._groups[id(task.ways)])
        self._then.append(self._always[task.then])
        self.flat = None

    def _group(self, ways: Ways) -> None:
        so_far, group = 0.0, len(self._groups) - 1
        for chance, facts in watched(ways):
            so_far += chance
            self._edges.append(group + min(so_far, 1.0))
            self._row_of.append(self._way(facts))
        self._edges[-1] = group + 1.0

    def _way(self, facts: tuple[Fact, ...]) -> int:
        """Enter the items of some facts; gives their row."""
        by_profile = [items(facts, one) for one in self.profiles]
        if len(by_profile) == 1:
            for item in by_profile[0]:
                self._fact.append(self._numbered(item.fact))
                self._times.append([(item.seconds, item.slips)])
            self._first.append(len(self._fact))
            return len(self._first) - 2
        # Who sees dots as they count has fewer items: each profile has its own, put side by side.
        named = [item.fact for item in max(by_profile, key=len)]
        for k, one in enumerate(named):
            self._fact.append(self._numbered(one))
            self._times.append([_timed(parts, named, k) for parts in by_profile])
        self._first.append(len(self._fact))
        return len(self._first) - 2

    def _numbered(self, one: Fact) -> int:
        if not worked_out(self._aims, one):
            return -1
        if one not in self._fact_at:
            self._fact_at[one] = len(self.facts)
            self.facts.append(one)
            self.aim.append(on_aim(self._aims, one))
        return self._fact_at[one]

    def _flattened(self) -> Flat:
        times = np.array(self._times, float).reshape(len(self._fact), len(self.profiles), 2)
        return Flat(
            np.array(self._edges),
            np.array(self._row_of, np.int64),
            np.array(self._ways, np.int64),
            np.array(self._then, np.int64),
            np.array(self._first, np.int64),
            np.array(self._fact, np.int64),
            times[..., 0],
            times[..., 1],
            np.array(self._hand),
            np.array(self._chosen),
            np.array(self._weighed),
            np.array(self.aim, bool),
        )


def _timed(parts: tuple[Item, ...], named: list[Fact], k: int) -> tuple[float, float]:
    """Seconds and slips of the k-th named fact for a profile; nothing where it need not see it apart."""
    which = named[: k + 1].count(named[k]) - 1
    same = [item for item in parts if item.fact == named[k]]
    return (same[which].seconds, same[which].slips) if which < len(same) else (0.0, 0.0)


@dataclass(frozen=True, slots=True, eq=False)
class Flat:
    """A register as arrays."""

    edges: Array
    """For each way the place of its group plus the chance of it and all ways of the group before it."""
    row_of: Whole
    """The row of each way."""
    group: Whole
    """The group of ways of each task."""
    then: Whole
    """The row of what each task takes in any case."""
    first: Whole
    """Where the items of each row begin."""
    fact: Whole
    """The fact of each item, or −1 for what is no fact."""
    seconds: Array
    """Shape (items, profiles)."""
    slips: Array
    """The same: how often it goes wrong."""
    hands: Array
    """Seconds of hands of each task."""
    chosen: NDArray[np.bool_]
    weighed: NDArray[np.bool_]
    """Which tasks take the time of a decision, whether there is something to choose or not."""
    aim: NDArray[np.bool_]
