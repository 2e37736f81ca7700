"""What a record tells apart, and how soon everything has been seen, exactly.

Theory. With chances p(i) a draw is a coupon of kind i. Kinds that are equally likely are one group, and how many of
each group have been seen is a Markov chain that only goes up, so the time until all are seen follows by working it
forward, draw by draw. After n draws Σ 1 − (1 − p(i))ⁿ different ones are expected.
Reference: Feller, *An Introduction to Probability Theory and Its Applications*, volume 1, chapter IV.
"""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from functools import lru_cache
from math import prod

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.record.spec import Record
from bolometric.core.chains.waiting import WaitingTime, fixed
from bolometric.core.game.document import Game
from bolometric.core.number_making.draws import Numbers, draws_of
from bolometric.core.pieces.kinds import remembers
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
MOST_STATES, MOST_WORK = 20_000, 3e8
"""Ways of having seen some of each group, and these times groups and draws: a second or two."""
GONE, NOTHING = 1e-14, 1e-200
"""What is left to be seen at the end; and what a state weighs that is as good as empty: processors take a hundred times
as long for numbers that are all but nought."""


@dataclass(frozen=True, slots=True, eq=False)
class Kinds:
    """What is told apart, the smallest numbers first."""

    names: tuple[Numbers, ...]
    ways: tuple[int, ...]
    nothing: int
    """Ways of draws that make no number, where totals are told apart."""

    @property
    def chances(self) -> Array:
        """The chance of each."""
        whole = sum(self.ways) + self.nothing
        return np.array([way / whole for way in self.ways])


@lru_cache(maxsize=32)
def kinds_of(game: Game) -> Kinds:
    """What a draw of a game can be."""
    rows: list[tuple[Numbers, int]]
    if game.area_as(Record).seen == "totals":
        odds = game.distribution
        rows = [((total,), way) for total, way in zip(odds.totals, odds.ways, strict=True)]
        nothing = odds.nothing
    else:
        draws = draws_of(game.pieces)
        rows, nothing = [*zip(draws.shown, draws.ways, strict=True)], 0
    rows.sort(key=lambda row: row[0])
    return Kinds(tuple(names for names, _ in rows), tuple(way for _, way in rows), nothing)


def expected_after(kinds: Kinds, draws: int) -> float:
    """How many different ones have been seen after so many draws, on average."""
    return float((1 - (1 - kinds.chances) ** draws).sum())


@lru_cache(maxsize=32)
def seen_all(kinds_ways: tuple[int, ...], nothing: int) -> WaitingTime | None:
    """How many draws it takes to see everything; None if that is too much to follow. Raises Cancelled."""
    whole = sum(kinds_ways) + nothing
    groups = sorted(Counter(kinds_ways).items())
    sizes = [count for _, count in groups]
    if prod(size + 1 for size in sizes) > MOST_STATES:
        return None
    shape = tuple(size + 1 for size in sizes)
    counts = np.indices(shape).reshape(len(shape), -1)
    chances = [way / whole for way, _ in groups]
    stays = 1.0 - np.array(chances) @ (np.array(sizes)[:, None] - counts)
    # Into a state a group leads from the one with one fewer of it, which lies so many places before: of states in one
    # row, with room before the first.
    before = [prod(shape[axis + 1 :]) for axis in range(len(shape))]
    gains = [
        np.where(count > 0, (size - count + 1) * chance, 0.0)
        for size, count, chance in zip(sizes, counts, chances, strict=True)
    ]
    states, room = prod(shape), before[0]
    here, there, moved = np.zeros(room + states), np.zeros(room + states), np.zeros(states)
    here[room] = 1.0
    head = [1.0]
    while head[-1] > GONE:
        if len(head) % 16 == 0:
            checkpoint()
            here[here < NOTHING] = 0.0
        if len(head) * states * len(groups) > MOST_WORK:
            return None
        after = there[room:]
        np.multiply(here[room:], stays, out=after)
        for gain, back in zip(gains, before, strict=True):
            np.multiply(here[room - back : room - back + states], gain, out=moved)
            after += moved
        after[-1] = 0.0  # what is complete is complete
        head.append(float(after.sum()))
        here, there = there, here
    return WaitingTime(np.array([*head[:-1], 0.0]))


def success_within(kinds: Kinds, draws: int) -> float | None:
    """The chance that everything has been seen after so many draws; None if that is not known."""
    if draws < len(kinds.ways):
        return 0.0
    found = seen_all(kinds.ways, kinds.nothing)
    return None if found is None else 1 - found.survival(draws)


def lasting(game: Game) -> WaitingTime | None:
    """How many draws a record takes; None if that is not known."""
    area, kinds = game.area_as(Record), kinds_of(game)
    if area.complete == "draws":
        return fixed(area.draws)
    return None if remembers(game.pieces) else seen_all(kinds.ways, kinds.nothing)
