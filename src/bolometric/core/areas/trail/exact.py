"""One seat's way along a trail as an absorbing Markov chain.

Theory. The position after each turn is a Markov chain on 0 … length with home absorbing. Positions
from which home can no longer be reached are *hopeless* and are left out of the race; what flows into
them is the chance of never getting home. :mod:`bolometric.core.chains.absorbing` follows the rest.

Landings use the fundamental matrix F = (I - Q)^-1 of the transient positions: F[0, j] visits to j,
F[0, j] / F[j, j] the chance of ever visiting j. Cost: one inverse.
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail import long_trail
from bolometric.core.areas.trail.rules import TrailChain
from bolometric.core.chains.absorbing import follow
from bolometric.core.chains.race import NOWHERE, FirstPassage, Visits

Array = NDArray[np.float64]


MOST_FOLLOWED = 2e9
"""Multiplications in following landings over a number of turns, at most: half a second."""
DENSE = 1500
"""Steps up to which whole matrices are kept; longer trails keep only the moves there are."""


@dataclass(frozen=True, slots=True)
class Way:
    """One seat's way as a chain over whole turns."""

    matrix: Array
    """Shape (steps, steps + 1): chances of ending a turn begun at each position at each other."""
    can_finish: NDArray[np.bool_]
    can_be_reached: NDArray[np.bool_]
    squares: NDArray[np.int64] | None = None
    """Shape (steps,): the square that each position stands for; None where positions are squares."""

    def behind(self, position: int) -> NDArray[np.bool_] | slice:
        """The positions that are further back than another."""
        return slice(position) if self.squares is None else self.squares < self.squares[position]


def way_of(chain: TrailChain) -> Way:
    """One draw a turn."""
    return Way(transition_matrix(chain), chain.can_finish, chain.can_be_reached)


def way_of_turns(matrix: Array) -> Way:
    """Turns of several draws, as :mod:`stopping` works them out."""
    possible = matrix > 0
    steps = len(matrix)
    good = np.append(np.zeros(steps, bool), True)
    while (grown := (possible & good).any(axis=1)).sum() > good[:-1].sum():
        good[:-1] = grown
    seen = np.zeros(steps, bool)
    front = np.array([0])
    while len(front):
        seen[front] = True
        front = np.flatnonzero(possible[front, :steps].any(axis=0) & ~seen)
    return Way(matrix, good[:-1], seen)


def transition_matrix(chain: TrailChain) -> Array:
    """Chances of moving between positions in one turn; shape (length, length + 1), rows adding to 1."""
    length = chain.length
    flat = chain.landing + np.arange(length, dtype=np.int32)[:, None] * (length + 1)
    counted = np.bincount(flat.ravel(), chain.weights.ravel(), length * (length + 1)).astype(float)
    return counted.reshape(length, length + 1)


def way_with_jumps(chain: TrailChain) -> Way:
    """One draw at a time, in which a square that leads elsewhere is a place too, left at once for where it leads.

    For how often squares are come to: missing a turn, or drawing again, changes when a marker moves on, not where to.
    """
    if chain.direct is None:
        return way_of(chain)
    length = chain.length
    rest = np.arange(length + 1)
    moved = chain.direct != np.arange(length)[:, None]
    rest[chain.direct[moved]] = chain.landing[moved]
    flat = chain.direct + np.arange(length)[:, None] * (length + 1)
    counted = np.bincount(flat.ravel(), chain.weights.ravel(), length * (length + 1)).astype(float)
    matrix = counted.reshape(length, length + 1)
    leads = np.flatnonzero(rest[:length] != np.arange(length))
    matrix[leads] = 0.0
    matrix[leads, rest[leads]] = 1.0
    return way_of_turns(matrix)


def first_passage(chain: TrailChain) -> FirstPassage:
    """One seat's way from the start to home, one draw a turn. Raises Cancelled once the work is given up."""
    if chain.length > DENSE:
        return long_trail.first_passage(chain)
    return followed(way_of(chain))


def followed(way: Way) -> FirstPassage:
    """A way from the start to home. Raises Cancelled once the work is given up."""
    matrix = way.matrix
    here = np.flatnonzero(way.can_finish & way.can_be_reached)
    lost = np.flatnonzero(~way.can_finish)
    if not way.can_finish[0]:
        return NOWHERE
    home, away = matrix[here, -1], matrix[np.ix_(here, lost)].sum(axis=1)
    backward = np.array([matrix[p, :-1][way.behind(p)].sum() for p in here.tolist()])
    return follow(matrix[np.ix_(here, here)], np.stack([home, away, backward], axis=1))


def visits(chain: TrailChain) -> Visits | None:
    """How often each square is landed on, one draw a turn; None if that can't be worked out."""
    return long_trail.visits(chain) if chain.length > DENSE else landed(way_of(chain))


def landed(way: Way) -> Visits:
    """How often each square is landed on at the end of a turn, for one seat on its whole way.

    Staying on a square (a wasted or lost turn) is not another landing on it, and whoever passes the end
    counts as landing on the last square.
    """
    matrix, length = way.matrix, len(way.matrix)
    reached = np.flatnonzero(way.can_be_reached)
    group = _closed_groups(matrix) if not way.can_finish[reached].all() else np.full(length, -1)
    chance, times = np.zeros(length + 1), np.zeros(length + 1)
    if group[0] >= 0:  # the start itself is in a closed group, which is then all there is
        chance[reached], times[reached] = 1.0, np.inf
        return Visits(chance[1:], times[1:])
    passing = reached[group[reached] < 0]
    inner = matrix[np.ix_(passing, passing)]
    visits, returning = _fundamental(inner)
    chance[passing] = visits / returning
    times[passing] = visits * (1 - np.diag(inner))
    chance[length] = times[length] = visits @ matrix[passing, length]
    for number in np.unique(group[reached[group[reached] >= 0]]):
        members = np.flatnonzero(group == number)
        chance[members] = visits @ matrix[np.ix_(passing, members)].sum(axis=1)
        times[members] = np.inf if len(members) > 1 else chance[members]
    # A share of 1 may come out a rounding error beside it.
    return Visits(np.where(chance[1:] > 1 - 1e-12, 1.0, chance[1:]), times[1:])


def _fundamental(inner: Array) -> tuple[Array, Array]:
    """First row and diagonal of (I − Q)⁻¹: how often each place is come to from the first one, and from itself.

    Where no move goes back but all the way to the start two triangular solutions are enough, as
    in :mod:`~bolometric.core.areas.trail.long_trail`, where the formula stands; else the whole inverse is worked out.
    """
    forward = np.triu(inner)
    back = inner[:, 0] - forward[:, 0]
    if (inner[:, 1:] != forward[:, 1:]).any():
        whole = np.linalg.inv(np.eye(len(inner)) - inner)
        return whole[0], np.diag(whole)
    leaves, columns, size = 1 - np.diag(inner), np.ascontiguousarray(forward.T), len(inner)
    reach, returns = np.zeros(size), np.zeros(size)
    reach[0] = 1 / leaves[0]
    for place in range(1, size):
        reach[place] = columns[place, :place] @ reach[:place] / leaves[place]
    for place in range(size - 1, -1, -1):
        returns[place] = (back[place] + forward[place, place + 1 :] @ returns[place + 1 :]) / leaves[place]
    often = reach / (1 - returns[0])
    return often, 1 / leaves + returns * often


def landed_within(way: Way, turns: int) -> Visits | None:
    """How often each square is landed on in so many turns; None if that is too much to follow.

    Whoever passes a square for the first time is taken out of a chain of its own, one for each square.
    """
    matrix, length = way.matrix, len(way.matrix)
    if length**3 * turns > MOST_FOLLOWED:
        return None
    moving = matrix.copy()
    np.fill_diagonal(moving[:, :length], 0.0)
    here, yet = np.zeros(length), np.zeros((length, length))
    here[0], yet[:, 0] = 1.0, 1.0  # yet[k]: where those are who have not landed on square k
    chance, times = np.zeros(length + 1), np.zeros(length + 1)
    for _ in range(turns):
        times += here @ moving
        here = here @ matrix[:, :length]
        yet = yet @ matrix[:, :length]
        fresh = np.diag(yet)[1:]
        chance[1:length] += fresh
        yet[np.arange(1, length), np.arange(1, length)] = 0.0
    chance[length] = times[length]
    return Visits(chance[1:], times[1:])


def _closed_groups(matrix: Array) -> NDArray[np.int64]:
    """For each position the number of the group of positions it is caught in for ever, or -1."""
    from scipy.sparse import csr_array  # heavy to import, and needed only where a game may never end
    from scipy.sparse.csgraph import connected_components

    inner = matrix[:, :-1]
    _, label = connected_components(csr_array((inner > 0).astype(np.int8)), connection="strong")
    leaves = (matrix[:, -1] > 0) | np.array(
        [bool((label[np.flatnonzero(inner[p])] != label[p]).any()) for p in range(len(inner))]
    )
    open_groups = np.unique(label[leaves])
    return np.where(np.isin(label, open_groups), -1, label)
