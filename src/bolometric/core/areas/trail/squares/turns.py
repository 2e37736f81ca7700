"""Turns on a track whose squares let one draw again or miss a turn, as a chain.

Theory. Let A be the chances of a draw that ends on a square "again", and B those of all other ends. A turn is any
number of draws of the first kind and one of the second: A⁰B + A¹B + … = (I − A)⁻¹B, the absorbing chain of the draws
within one turn. Whoever has come to rest on "miss" stands in a position of its own, from which the next turn leads to
the same square free to move. So the positions are the squares, and behind them one for each square "miss".
Reference: Kemeny and Snell, *Finite Markov Chains*, chapter III.

Where a turn can lead to a place from which it never ends (only squares "again" can be reached), there is no such chain.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.exact import Way, way_of_turns
from bolometric.core.areas.trail.rules import TrailChain
from bolometric.core.areas.trail.squares.square import AGAIN, CARD, MISS, NOTHING

Array = NDArray[np.float64]


def endless_turns(chain: TrailChain) -> NDArray[np.intp]:
    """Places a marker can come to from which a turn, once begun, never ends: by structure."""
    if chain.acts is None:
        return np.array([], np.intp)
    ends = (chain.acts != AGAIN).any(axis=1)
    going_on = chain.acts == AGAIN
    while True:
        onward = ends[np.where(going_on, chain.landing, 0)] & going_on
        grown = ends | onward.any(axis=1)
        if (grown == ends).all():
            return np.flatnonzero(~ends & chain.can_be_reached)
        ends = grown


def way_on_squares(chain: TrailChain) -> Way | None:
    """One seat's way in whole turns; None where a turn may never end, or where squares do more than this."""
    acts = chain.acts
    if acts is not None and not chain.cards_decide:
        acts = np.where(acts == CARD, NOTHING, acts)
    if acts is None or not np.isin(acts, (0, AGAIN, MISS)).all() or len(endless_turns(chain)):
        return None
    length, weights = chain.length, chain.weights
    here = np.broadcast_to(np.arange(length)[:, None], chain.landing.shape)
    missing = np.unique(chain.landing[acts == MISS])
    slot = np.full(length + 1, -1)
    slot[missing] = length + np.arange(len(missing))
    size = length + len(missing)
    ends = chain.landing.astype(np.int64)
    ends = np.where(acts == MISS, slot[ends], np.where(ends == length, size, ends))
    again = acts == AGAIN
    within = _table(here[again], ends[again], weights[again], length, length)
    over = _table(here[~again], ends[~again], weights[~again], length, size + 1)
    turn = np.linalg.solve(np.eye(length) - within, over)
    turn[~_possible(within > 0, over > 0)] = 0.0  # what can't be is nought, whatever the arithmetic leaves
    matrix = np.zeros((size, size + 1))
    matrix[:length] = turn
    matrix[slot[missing], missing] = 1.0
    way = way_of_turns(matrix)
    return Way(matrix, way.can_finish, way.can_be_reached, np.concatenate([np.arange(length), missing]))


def _table(rows: NDArray[np.int64], places: NDArray[np.int64], chances: Array, down: int, across: int) -> Array:
    return np.bincount(rows * across + places, chances, down * across).astype(float).reshape(down, across)


def _possible(within: NDArray[np.bool_], over: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Which ends a turn can come to, whatever its chance."""
    found = over
    while True:
        grown = found | (within.astype(np.float32) @ found.astype(np.float32) > 0)
        if (grown == found).all():
            return found
        found = grown
