"""Best play against one other seat: whom a total moves, and when to stop, for winning most often.

Theory. Let V(a, b) be the chance that the seat to move wins, its marker on a and the other's on b, and the first home
ends the game at once. Where a total may move either marker, to a' or b',

    V(a, b) = Σ w(c) max(1 - V(b, a'), 1 - V(b', a))        (a' or b' home: 1 or 0, as the first home wins or loses)

and where turns are of several draws, begun at s, with the marker now on p and the other's on q,

    Q(s, p, q) = Σ w(move) W(s, p', q)  +  w(back) (1 - V(q, 0))  +  w(lose) (1 - V(q, s))      (home counts 1 or 0)
    W(s, p, q) = max(1 - V(q, p), Q(s, p, q))        V(s, q) = Q(s, s, q)

Solved by sweeps of value iteration that use each new value at once, from near home down, begun at a half everywhere.
Cost of a sweep: steps² or steps³ times columns. Reference: Puterman, *Markov Decision Processes*, section 6.3;
zero-sum games that take turns: Shapley, *Stochastic games* (PNAS 39, 1953).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.cancel import alone, checkpoint
from bolometric.core.settings.loops import inlined, loop

Array = NDArray[np.float64]
SETTLED, MOST_SWEEPS = 1e-10, 3000
EQUAL = 1e-9
_ONE_AT_A_TIME = Lock()


@dataclass(frozen=True, slots=True, eq=False)
class Against:
    """Best play against one other."""

    wins: Array
    """Shape (steps, steps): V, the chance of winning for the seat to move, by its own position and the other's."""
    gives: NDArray[np.uint8]
    """Where totals move either: shape (steps, steps, columns), whether to move the other's marker."""
    go: NDArray[np.uint8]
    """Where turns are of several draws: shape (steps, steps, steps), by the other's position, the turn's start and the
    present position, whether to draw again."""
    goes: NDArray[np.float32]
    """Shape (steps, steps, steps), as ``go``: Q, the chance of winning after drawing again."""
    settled: bool


def against(trail: Trail, distribution: Distribution) -> Against:
    """Solve for winning most often, once, though the exact readings and the runs may ask for it at the same time."""
    with alone(_ONE_AT_A_TIME):
        return _solved(trail, distribution)


@lru_cache(maxsize=8)
def _solved(trail: Trail, distribution: Distribution) -> Against:
    chain = compile_chain(trail, distribution)
    steps, columns = chain.landing.shape
    wins, ends = np.full((steps, steps), 0.5), 1.0 if trail.first_home == "wins" else 0.0
    landing, chances = chain.own_and_theirs, chain.chances
    done, change = 0, np.inf
    if trail.chooses_mover:
        gives, empty = np.zeros((steps, steps, columns), np.uint8), np.zeros((0, 0, 0))
        while done < MOST_SWEEPS and change >= SETTLED:
            checkpoint()
            change, done = _sweep_movers(landing, chances, ends, wins, gives), done + 1
        return Against(wins, gives, empty.astype(np.uint8), empty.astype(np.float32), change < SETTLED)
    go, goes = np.zeros((steps, steps, steps), np.uint8), np.zeros((steps, steps, steps), np.float32)
    after = np.full((steps, steps, steps), 0.5)
    while done < MOST_SWEEPS and change >= SETTLED:
        checkpoint()
        change, done = sweep_turns(landing[0], chances, chain.turn, ends, wins, None, after, go, goes), done + 1
    return Against(wins, np.zeros((0, 0, 0), np.uint8), go, goes, change < SETTLED)


@loop
def _sweep_movers(landing, chances, ends, wins, gives):  # type: ignore[no-untyped-def]
    _, steps, columns = landing.shape
    widest = 0.0
    for a in range(steps - 1, -1, -1):
        for b in range(steps - 1, -1, -1):
            value = 0.0
            for column in range(columns):
                mine, theirs = landing[0, a, column], landing[1, b, column]
                own = ends if mine == steps else 1.0 - wins[b, mine]
                other = 1.0 - ends if theirs == steps else 1.0 - wins[theirs, a]
                gives[a, b, column] = other > own + 1e-9
                value += chances[column] * max(own, other)
            widest = max(widest, abs(value - wins[a, b]))
            wins[a, b] = value
    return widest


@inlined
def _handed_on(wins, theirs, own, other):  # type: ignore[no-untyped-def]
    """The chance of winning once the other is to move: by best play, or by ``theirs`` where its style is known."""
    if theirs is None:  # settled when it is compiled
        return 1.0 - wins[other, own]
    return theirs[own, other]


@loop
def sweep_turns(landing, chances, turn, ends, wins, theirs, after, go, goes):  # type: ignore[no-untyped-def]
    """One sweep over turns of several draws; ``theirs`` as :func:`_handed_on` takes it. Gives the widest change."""
    steps, columns = landing.shape
    widest, ahead = 0.0, True
    for p in range(steps):
        for column in range(columns):
            ahead = ahead and (turn[column] != 0 or landing[p, column] >= p)
    home = np.uint64(steps)
    for q in range(steps - 1, -1, -1):
        for s in range(steps - 1, -1, -1):
            ended = 0.0
            for column in range(columns):
                if turn[column] == 1:
                    ended += chances[column] * _handed_on(wins, theirs, 0, q)
                elif turn[column] == 2:
                    ended += chances[column] * _handed_on(wins, theirs, s, q)
            # Where no move leads back, nobody comes to stand below where the turn began.
            for p in range(steps - 1, s - 1 if ahead else -1, -1):
                value = ended
                for column in range(columns):
                    if turn[column] == 0:
                        there = np.uint64(landing[p, column])
                        value += chances[column] * (ends if there == home else after[q, s, there])
                stop = _handed_on(wins, theirs, p, q)
                go[q, s, p] = value > stop + 1e-9
                goes[q, s, p] = value
                after[q, s, p] = max(stop, value)
                if p == s:
                    widest = max(widest, abs(value - wins[s, q]))
                    wins[s, q] = value
    return widest
