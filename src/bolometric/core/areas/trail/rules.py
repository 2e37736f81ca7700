"""Where a total takes a marker on a trail. The exact chain, the runs and the table all read this table.

Positions are 0 (off the board, before step 1) to ``steps`` (home). Home is never left. What a draw can do to a
marker is a *column*: send it back, leave it, or move it by so many steps; totals that do the same share one.
"""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares.square import NOTHING, Marked, compile_squares
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import Value

Effect = tuple[Literal["move", "stay", "back", "lose"], int]
"""What a draw does, and for a move by how many steps. "Lose" takes the marker to where the turn began, and ends it."""

GOES_ON, SENT_BACK, LOST = 0, 1, 2
"""What a column does to the turn: it may go on, or it ended at the start, or where it began."""
TAKEN = 1 << 20
"""What is added to a place that the loops note, where it was another's marker that stood there and was moved."""
MOST_DRAWS = 1000
"""Draws after which a turn ends where it stands, however long a player would go on."""


def turn_over(ends: int, there: int, steps: int, drawn: int, most: int) -> bool:
    """Whether a turn is over after a draw, whatever a player would like: the compiled loops and the table ask this.

    ``ends`` is what the draw does to the turn, ``there`` where the marker stands then, ``drawn`` and ``most`` how many
    draws have been made and may be.
    """
    return ends != GOES_ON or there == steps or drawn >= most


def effect(trail: Trail, total: Value | None, special: bool) -> Effect:
    """What a draw does to a marker; ``total`` is None where the draw made no number."""
    if special and trail.special != "nothing":
        return ("back", 0) if trail.special == "back_to_start" else _lost(trail)
    if total is None:
        return "stay", 0
    if total in trail.back_to_start:
        return "back", 0
    if total in trail.lose_turn:
        return _lost(trail)
    if not trail.fits(total):
        return "stay", 0
    # Beyond these bounds every total does the same: it passes, is wasted, or bounces off the start.
    return "move", min(max(int(total * trail.per_one), -trail.steps), 2 * trail.steps)


def _lost(trail: Trail) -> Effect:
    """With one draw a turn there is no gain to lose: the turn is lost by staying."""
    return ("stay" if trail.go_on == "no" else "lose"), 0


def landings(trail: Trail, effects: list[Effect]) -> NDArray[np.int16]:
    """Where each effect takes a marker from each position, before the square there does anything.

    Returns shape (steps, number of effects): row ``p`` for a marker at ``p`` (0 is off the board); entries from 0
    to ``steps``. A marker is never moved back past the start. What loses the turn stands as staying here.
    """
    here = np.arange(trail.steps, dtype=np.int32)[:, None]
    there = here + np.array([steps for _, steps in effects], np.int32)[None, :]
    over = there > trail.steps
    match trail.end:
        case "pass":
            there = np.where(over, trail.steps, there)
        case "exact" | "again":
            there = np.where(over, here, there)
        case "bounce":
            there = np.where(over, 2 * trail.steps - there, there)
    there = np.maximum(there, 0)
    does = np.array([does for does, _ in effects])
    there[:, does == "back"] = 0
    there = np.where(((does == "stay") | (does == "lose"))[None, :], here, there)
    return there.astype(np.int16)


@dataclass(frozen=True, slots=True)
class TrailChain:
    """The rules of one trail with one draw, compiled."""

    landing: NDArray[np.int16]
    """Shape (steps, columns): see :func:`landings`."""
    ways: tuple[int, ...]
    """The ways of each column."""
    turn: NDArray[np.uint8]
    """Shape (columns,): what each column does to the turn."""
    column: NDArray[np.int64]
    """Shape (totals + 1, 2): the column of each total, without and with a special face; the last row is for draws
    that make no number."""
    can_finish: NDArray[np.bool_]
    """Shape (steps,): whether home can still be reached from each position."""
    can_be_reached: NDArray[np.bool_]
    """Shape (steps,): whether each position can be reached from the start."""
    again: NDArray[np.bool_] | None = None
    """Shape (steps, columns): what does not count, so that one draws once more in the same turn; None if all counts."""
    acts: NDArray[np.uint8] | None = None
    """Shape (steps, columns): what the square does on which a marker comes to rest (:mod:`squares`); None if none does
    anything but lead elsewhere."""
    direct: NDArray[np.int16] | None = None
    """Shape (steps, columns): the landings before jumps are followed; None if there are no jumps."""
    theirs: NDArray[np.int16] | None = None
    """Shape (steps, columns): where each column takes the marker of another seat, where it may be moved back; None
    where every marker is moved alike."""
    cards_decide: bool = False
    """Whether answers to cards change how markers move or who wins."""

    @property
    def weights(self) -> NDArray[np.float64]:
        """Shape (steps, columns): the chance that each column is what a turn of one draw comes to."""
        if self.again is None:
            return np.broadcast_to(self.chances, self.landing.shape)
        counting = np.where(self.again, 0.0, self.chances)
        return np.asarray(counting / counting.sum(axis=1, keepdims=True))

    @property
    def own_and_theirs(self) -> NDArray[np.int64]:
        """Shape (2, steps, columns): where a column takes one's own marker, and another's, for the compiled loops."""
        theirs = self.landing if self.theirs is None else self.theirs
        return np.stack([self.landing, theirs]).astype(np.int64)

    @property
    def whoever_moves(self) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
        """From where home can be reached, and what can be, where another may move a marker too; shape (steps,)."""
        both = self.landing if self.theirs is None else np.concatenate([self.landing, self.theirs], axis=1)
        return _can_finish(both), _reached(both)

    @property
    def length(self) -> int:
        """The number of steps, which is also the position called home."""
        return len(self.landing)

    @property
    def chances(self) -> NDArray[np.float64]:
        """The chance of each column."""
        whole = sum(self.ways)
        return np.array([way / whole for way in self.ways])


@lru_cache(maxsize=64)
def compile_chain(trail: Trail, distribution: Distribution) -> TrailChain:
    """Compile rules and draw to tables. Cost: steps × columns, a few times."""
    column = np.zeros((len(distribution.totals) + 1, 2), np.int64)
    place: dict[Effect, int] = {}
    ways: Counter[Effect] = Counter()
    marked = distribution.special or (0,) * len(distribution.totals)
    rows = [*zip(distribution.totals, distribution.ways, marked, strict=True)]
    for i, (total, all_ways, special) in enumerate([*rows, (None, distribution.nothing, distribution.nothing_special)]):
        for shown, count in ((False, all_ways - special), (True, special)):
            if count:
                does = effect(trail, total, shown)
                column[i, int(shown)] = place.setdefault(does, len(place))
                ways[does] += count
    direct = landings(trail, list(place))
    marks = (
        compile_squares(trail.placed, trail.steps, tuple(pack.name for pack in trail.packs)) if trail.squares else None
    )
    landing, acts = (direct, None) if marks is None else resting(direct, marks)
    turn = np.array([{"back": SENT_BACK, "lose": LOST}.get(does, GOES_ON) for does, _ in place], np.uint8)
    tables = landing, tuple(ways[does] for does in place), turn, column
    jumps = marks is not None and marks.jumps
    theirs = _taken_back(trail, list(place)) if trail.takes_back else None
    return TrailChain(
        *tables,
        _can_finish(landing),
        _reached(landing),
        _again(trail, list(place)),
        acts,
        direct if jumps else None,
        theirs,
        trail.cards_decide,
    )


def _taken_back(trail: Trail, effects: list[Effect]) -> NDArray[np.int16]:
    """Where each effect takes another's marker that is moved back: shape (steps, effects)."""
    back = [(does, -steps) for does, steps in effects]
    return landings(trail, back)


def resting(direct: NDArray[np.int16], marks: Marked) -> tuple[NDArray[np.int16], NDArray[np.uint8] | None]:
    """Where markers come to rest once jumps are followed, and what the squares there do; a marker that stays is let be.

    Both have the shape of ``direct``; the second is None where no square does anything.
    """
    moved = direct != np.arange(len(direct))[:, None]
    rest = np.where(moved, marks.rest[direct], direct).astype(np.int16)
    acts = np.where(moved, marks.act[rest], NOTHING).astype(np.uint8)
    return rest, acts if acts.any() else None


def _again(trail: Trail, effects: list[Effect]) -> NDArray[np.bool_] | None:
    """What is too much and drawn again. Where all would be, it is wasted: nobody draws for ever."""
    if trail.end != "again":
        return None
    steps = np.array([steps for _, steps in effects])
    over = np.arange(trail.steps)[:, None] + steps[None, :] > trail.steps
    return np.asarray(over & ~over.all(axis=1, keepdims=True))


def _can_finish(landing: NDArray[np.int16]) -> NDArray[np.bool_]:
    """Positions from which some sequence of totals leads home: grown backward from home to a fixed point.

    A long trail needs many rounds, so each round looks only at the positions not known to be good yet.
    """
    good = np.zeros(landing.shape[0] + 1, bool)
    good[-1] = True
    open_ones = np.arange(landing.shape[0])
    while len(open_ones):
        found = good[landing[open_ones]].any(axis=1)
        if not found.any():
            break
        good[open_ones[found]] = True
        open_ones = open_ones[~found]
    return good[:-1]


def _reached(landing: NDArray[np.int16]) -> NDArray[np.bool_]:
    """Positions that some sequence of totals leads to from the start."""
    home = landing.shape[0]
    seen = np.zeros(home + 1, bool)
    front = np.array([0])
    while len(front):
        seen[front] = True
        following = np.unique(landing[front[front < home]])
        front = following[~seen[following]]
    return seen[:home]
