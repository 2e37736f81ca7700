"""Follows an absorbing Markov chain from its start until it is over or its tail is known.

Theory. Let Q be the chances of moving among the transient positions and a column of ``exits`` the chances
of something happening in a turn taken from each. With u the distribution after n turns (u = e0 Qⁿ), u · exits
is the chance of it happening at turn n + 1, and the sum of u the chance of being under way. Once the *shape*
u / sum(u) repeats over ``PERIOD`` turns, everything from there on shrinks by one factor a period.
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III; Seneta, *Non-negative Matrices and Markov
Chains*, section 3.3, for the shape that repeats.

Method. Turns are walked one by one at first. A chain that has not settled by then mixes slowly; it is
followed in strides of many turns, from Q^stride and the columns Qᵏ·exits for each k within a stride, which
makes a turn some fifty times cheaper.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, TypeAlias

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.race import PERIOD, FirstPassage
from bolometric.core.settings.cancel import checkpoint

if TYPE_CHECKING:
    from scipy.sparse import csr_array

Array = NDArray[np.float64]
Matrix: TypeAlias = "Array | csr_array[np.float64, tuple[int, int]]"
"""Dense, or sparse where there are many positions and few moves."""
Advance = Callable[[Array], tuple[Array, Array]]
"""From a distribution to what happens in each of the next turns (home, away, setback, under way), and the
distribution after them."""

SETTLED = 1e-12
"""How far the shape, and how far relatively the share lost in a period, may be from where they are going."""
GONE = 1e-17
"""Below this chance of being under way, nothing is left to count."""
WALKED = 50 * PERIOD
STRIDE = 10 * PERIOD
"""Turns walked one by one, and turns of a stride after that."""
MOST_TURNS = 1_000_000
MOST_WORK = 1.2e9
"""Bounds on turns and on multiplications before giving up: a few seconds."""


def follow(inner: Matrix, exits: Array) -> FirstPassage:
    """Follow the chain from position 0.

    Args:
        inner: Q, the chances of moving among the transient positions; shape (positions, positions), dense or sparse.
        exits: the chances of coming home, of becoming hopeless, and of losing ground in a turn from each position;
            shape (positions, 3).

    Returns:
        The first passage; ``settled`` says whether its tail came to rest within the bounds.

    Raises:
        Cancelled: once the work is given up.

    >>> half = follow(np.array([[0.5]]), np.array([[0.5, 0.0, 0.0]]))
    >>> half.settled, half.home[1:4].tolist()
    (True, [0.5, 0.25, 0.125])
    """
    state = np.zeros(inner.shape[0])
    state[0] = 1.0
    found = [np.array([[0.0, 0.0, 0.0, 1.0]])]
    advance, cost = _by_turns(inner, exits)
    watch, settled, tail_loss, turns, work = _Settling(state), False, 1.0, 0, 0.0
    while not settled and turns < MOST_TURNS and work < MOST_WORK:
        checkpoint()
        if turns == WALKED and isinstance(inner, np.ndarray):
            advance, cost = _by_strides(inner, exits), len(inner) * (4 * STRIDE + len(inner))
        before = found[-1][-1, 3]
        rows, state = advance(state)
        turns, work = turns + len(rows), work + cost
        gone = np.flatnonzero(rows[:, 3] < GONE)
        if len(gone):
            rows, settled = rows[: gone[0] + 1], True
        else:
            before = before if len(rows) == PERIOD else rows[-1 - PERIOD, 3]
            lost = float(rows[-PERIOD:, :2].sum() / before)
            if watch.settled(state / rows[-1, 3], lost):
                settled, tail_loss = True, lost
        found.append(rows)
    flows = np.concatenate(found)
    return FirstPassage(flows[:, 0], flows[:, 3], flows[:, 1].cumsum(), flows[:, 2], tail_loss, settled)


def _by_turns(inner: Matrix, exits: Array) -> tuple[Advance, int]:
    """Walk one period, turn by turn, by whichever way costs less; and what that costs."""
    size = inner.shape[0]
    step, cost = _stepping(inner)

    def advance(state: Array) -> tuple[Array, Array]:
        told = np.empty((PERIOD, 4))
        for k in range(PERIOD):
            checkpoint()
            told[k, :3] = state @ exits
            state = step(state)
            told[k, 3] = state.sum()
        return told, state

    return advance, PERIOD * (cost + size)


def _stepping(inner: Matrix) -> tuple[Callable[[Array], Array], int]:
    """One turn, and its cost in multiplications of a full matrix."""
    if not isinstance(inner, np.ndarray):
        turned = inner.T.tocsr()
        return lambda state: np.asarray(turned @ state), 4 * inner.nnz
    rows, columns = np.nonzero(inner)
    if len(rows) * 4 > inner.size:
        return lambda state: np.asarray(state @ inner), inner.size
    weights, size = inner[rows, columns], len(inner)
    return lambda state: np.bincount(columns, state[rows] * weights, size).astype(float, copy=False), 4 * len(rows)


def _by_strides(inner: Array, exits: Array) -> Advance:
    """Go one stride at a time."""
    size = len(inner)
    columns = np.empty((STRIDE, size, 4))
    happening, under_way = exits, np.ones(size)
    for k in range(STRIDE):
        checkpoint()
        under_way = inner @ under_way
        columns[k, :, :3], columns[k, :, 3] = happening, under_way
        happening = inner @ happening
    told = columns.transpose(1, 0, 2).reshape(size, STRIDE * 4)
    far = _power(inner, STRIDE)

    def advance(state: Array) -> tuple[Array, Array]:
        return (state @ told).reshape(STRIDE, 4), state @ far

    return advance


def _power(matrix: Array, exponent: int) -> Array:
    """As NumPy's ``matrix_power``, squaring, but that it may be given up between two products."""
    square, found = matrix, None
    while True:
        exponent, odd = divmod(exponent, 2)
        if odd:
            found = square if found is None else found @ square
        if not exponent:
            return matrix if found is None else found
        checkpoint()
        square = square @ square


class _Settling:
    """Watches whether shape and tail loss have come to rest, judging by how fast their changes shrink."""

    def __init__(self, shape: Array) -> None:
        self._shape, self._tail_loss, self._change = shape, 0.0, np.zeros(2)

    def settled(self, shape: Array, tail_loss: float) -> bool:
        """Take the next shape and tail loss; True if both are as good as where they are going."""
        change = np.array(
            [np.abs(shape - self._shape).sum(), abs(tail_loss - self._tail_loss) / max(tail_loss, 1e-300)]
        )
        with np.errstate(invalid="ignore", divide="ignore"):
            ratio = change / self._change
            ahead = np.where(ratio < 1, change * ratio / (1 - ratio), np.inf)
        self._shape, self._tail_loss, self._change = shape, tail_loss, change
        # Once changes are mere rounding they no longer shrink, so very small ones pass as they are. A tail loss
        # of nothing only says that the front has not come to the end of the trail yet.
        return tail_loss > 0 and bool(((ahead < SETTLED) | (change < SETTLED / 100)).all())
