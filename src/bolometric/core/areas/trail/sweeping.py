"""One sweep of value iteration for :mod:`daring`, compiled."""

from __future__ import annotations

import numpy as np
from numba import njit


@njit(nogil=True, cache=True)
def sweep(table, chances, turn, turns, after, going):  # type: ignore[no-untyped-def]
    """Renew every value once, in place; gives the largest relative change.

    ``turns`` is V, shape (steps + 1,); ``after`` is W and ``going`` Q, both shape (steps, steps).
    """
    steps, columns = table.shape
    widest = 0.0
    for start in range(steps - 1, -1, -1):
        if np.isinf(turns[start]):
            continue
        for here in range(steps - 1, -1, -1):
            value = 0.0
            for column in range(columns):
                if turn[column] == 1:
                    value += chances[column] * turns[0]
                elif turn[column] == 2:
                    value += chances[column] * turns[start]
                else:
                    there = table[here, column]
                    if there < steps:
                        value += chances[column] * after[start, there]
            going[start, here] = value
            after[start, here] = min(turns[here], value)
        fresh = 1.0 + going[start, start]
        widest = max(widest, abs(fresh - turns[start]) / (1.0 + fresh))
        turns[start] = fresh
    return widest
