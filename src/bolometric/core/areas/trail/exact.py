"""One seat's way along a trail as an absorbing Markov chain.

Theory. The position after each turn is a Markov chain on 0 … length with home absorbing. Positions
from which home can no longer be reached are *hopeless* and are left out of the race; what flows into
them is the chance of never getting home. Pushing the start forward turn by turn gives, after n turns,
the chance of still being under way, of coming home at turn n and of losing ground at turn n. Once the
shape of the distribution over positions repeats (over ``PERIOD`` turns, which also settles chains that
alternate), everything from there on shrinks by one factor a period, so the tail is known without being
walked, however long the game.

Landings use the fundamental matrix F = (I - Q)^-1 of the transient positions: F[0, j] visits to j,
F[0, j] / F[j, j] the chance of ever visiting j.
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III; Seneta, *Non-negative Matrices and
Markov Chains*, section 3.3, for the shape that repeats.
Cost: a turn costs one product of a vector with a sparse or dense matrix; landings one inverse.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.rules import Chain
from bolometric.core.errors import Cancelled
from bolometric.core.race import PERIOD, Journey, Squares

Array = NDArray[np.float64]

SETTLED = 1e-12
"""How far the shape, and how far relatively the share lost in a period, may be from where they are going."""
GONE = 1e-17
"""Below this chance of being under way, nothing is left to count."""
MOST_TURNS = 400_000
MOST_WORK = 1e9
"""Bounds on turns walked and on multiplications made before giving up: two seconds or so."""


def transition_matrix(chain: Chain) -> Array:
    """Chances of moving between positions in one turn; shape (length, length + 1), rows adding to 1."""
    length, totals = chain.table.shape
    flat = chain.table + np.arange(length)[:, None] * (length + 1)
    weights = np.broadcast_to(chain.chances, (length, totals))
    counted = np.bincount(flat.ravel(), weights.ravel(), length * (length + 1)).astype(float)
    return counted.reshape(length, length + 1)


def journey(chain: Chain, stop: Callable[[], bool] = lambda: False) -> Journey:
    """Walk the chain until it is over or its tail is known. Raises Cancelled once ``stop()`` is true."""
    matrix = transition_matrix(chain)
    here = np.flatnonzero(chain.can_finish & chain.can_be_reached)
    lost = np.flatnonzero(~chain.can_finish)
    if not len(here) or here[0] != 0:
        return Journey(np.zeros(2), np.array([1.0, 0.0]), np.array([0.0, 1.0]), np.zeros(2), 1.0, True)
    home, away = matrix[here, -1], matrix[np.ix_(here, lost)].sum(axis=1)
    backward = np.array([matrix[p, :p].sum() for p in here])
    exits = np.stack([home, away, backward], axis=1)
    step, cost = _stepper(matrix[np.ix_(here, here)])

    state = np.zeros(len(here))
    state[0] = 1.0
    rows, alive = [np.zeros(3)], [1.0]
    watch, settled, leak = _Settling(state), False, 1.0
    limit = int(min(MOST_TURNS, MOST_WORK / cost))
    while not settled and len(rows) <= limit:
        rows.append(state @ exits)
        state = step(state)
        alive.append(float(state.sum()))
        if alive[-1] < GONE:
            settled = True
        elif len(rows) % PERIOD == 1:
            if stop():
                raise Cancelled
            lost_share = sum(float(row[0] + row[1]) for row in rows[-PERIOD:]) / alive[-1 - PERIOD]
            if watch.settled(state / alive[-1], lost_share):
                settled, leak = True, lost_share
    flows = np.array(rows)
    return Journey(flows[:, 0], np.array(alive), flows[:, 1].cumsum(), flows[:, 2], leak, settled)


class _Settling:
    """Watches whether shape and leak have come to rest, judging by how fast their changes shrink."""

    def __init__(self, shape: Array) -> None:
        self._shape, self._leak, self._change = shape, 0.0, np.zeros(2)

    def settled(self, shape: Array, leak: float) -> bool:
        """Take the next period's shape and leak; True if both are as good as where they are going."""
        change = np.array([np.abs(shape - self._shape).sum(), abs(leak - self._leak) / max(leak, 1e-300)])
        with np.errstate(invalid="ignore", divide="ignore"):
            ratio = change / self._change
            ahead = np.where(ratio < 1, change * ratio / (1 - ratio), np.inf)
        self._shape, self._leak, self._change = shape, leak, change
        # Once changes are mere rounding they no longer shrink, so very small ones pass as they are. A leak
        # of nothing only says that the front has not come to the end of the trail yet.
        return leak > 0 and bool(((ahead < SETTLED) | (change < SETTLED / 100)).all())


def _stepper(matrix: Array) -> tuple[Callable[[Array], Array], int]:
    """How to push a distribution one turn on, by whichever of two ways costs less, and that cost."""
    size = len(matrix)
    rows, columns = np.nonzero(matrix)
    if len(rows) * 4 > matrix.size:
        return lambda state: state @ matrix, matrix.size
    weights = matrix[rows, columns]
    return lambda state: np.bincount(columns, state[rows] * weights, size).astype(float, copy=False), 4 * len(
        rows
    ) + size


def squares(chain: Chain) -> Squares:
    """How often each square is landed on, for one seat on its whole way.

    Staying on a square (a wasted or lost turn) is not another landing on it, and whoever passes the end
    counts as landing on the last square.
    """
    matrix = transition_matrix(chain)
    length = chain.length
    reached = np.flatnonzero(chain.can_be_reached)
    group = _closed_groups(matrix, chain) if not chain.can_finish[reached].all() else np.full(length, -1)
    chance, times = np.zeros(length + 1), np.zeros(length + 1)
    if group[0] >= 0:  # the start itself is in a closed group, which is then all there is
        chance[reached], times[reached] = 1.0, np.inf
        return Squares(chance[1:], times[1:])
    passing = reached[group[reached] < 0]
    inner = matrix[np.ix_(passing, passing)]
    fundamental = np.linalg.inv(np.eye(len(passing)) - inner)
    visits = fundamental[0]
    chance[passing] = visits / np.diag(fundamental)
    times[passing] = visits * (1 - np.diag(inner))
    chance[length] = times[length] = visits @ matrix[passing, length]
    for number in np.unique(group[reached[group[reached] >= 0]]):
        members = np.flatnonzero(group == number)
        chance[members] = visits @ matrix[np.ix_(passing, members)].sum(axis=1)
        times[members] = np.inf if len(members) > 1 else chance[members]
    # A share of 1 may come out a rounding error above it.
    return Squares(np.minimum(chance[1:], 1.0), times[1:])


def _closed_groups(matrix: Array, chain: Chain) -> NDArray[np.int64]:
    """For each position the number of the group of positions it is caught in for ever, or -1."""
    from scipy.sparse import csr_array  # heavy to import, and needed only where a game may never end
    from scipy.sparse.csgraph import connected_components

    inner = matrix[:, :-1]
    _, label = connected_components(csr_array(inner > 0), connection="strong")
    leaves = (matrix[:, -1] > 0) | np.array(
        [bool((label[np.flatnonzero(inner[p])] != label[p]).any()) for p in range(len(inner))]
    )
    open_groups = np.unique(label[leaves])
    return np.where(np.isin(label, open_groups), -1, label)
