"""How a style chooses a cell: compiled, for the runs and for the table."""

from __future__ import annotations

import numpy as np
from numba import njit

from bolometric.core.areas.grid.rules import NOBODY, WINS, claim, liked
from bolometric.core.outcomes.chance import STEP, below, part

GUESS, LENGTHEN, RAREST, PLAN = 0, 1, 2, 3
"""Styles as the loops know them."""
BEST, GAMES, AHEAD = 3, 8, 12
"""Best play looks at so many cells, plays so many games on from each, so many turns ahead."""
USED = np.uint64(7919)
"""Steps of the random state that are set aside for looking ahead from one cell."""


@njit(nogil=True, cache=True)
def open_cells(draw, seat, start, cells, owner, takes_over, out):  # type: ignore[no-untyped-def]
    """Writes the cells that a seat can claim with a draw into ``out``; how many there are."""
    found = 0
    for at in range(start[draw], start[draw + 1]):
        cell = cells[at]
        if owner[cell] == NOBODY or (takes_over and owner[cell] >= 0 and owner[cell] != seat):
            out[found] = cell
            found += 1
    return found


@njit(nogil=True, cache=True)
def best_of(found, out, worth, state):  # type: ignore[no-untyped-def]
    """The cell that is worth most, of equal ones any."""
    best, equal = 0, 1
    for k in range(1, found):
        if worth[k] > worth[best] + 1e-12:
            best, equal = k, 1
        elif worth[k] > worth[best] - 1e-12:
            equal += 1
            state += STEP
            if below(state, equal) == 0:
                best = k
    return out[best]


@njit(nogil=True, cache=True)
def choose(  # type: ignore[no-untyped-def]
    style, seat, seats, found, out, worth, state, edges, start, cells, owner, own, taken, first_line, through, length,
    chance, takes_over,
):  # fmt: skip
    """The cell that a style claims of ``found`` ones in ``out``. Moves nothing."""
    if found == 1:
        return out[0]
    if style == GUESS:
        return out[np.int64(below(state, found))]
    for k in range(found):
        worth[k] = (
            -chance[out[k]]
            if style == RAREST
            else liked(out[k], seat, seats, owner, own, taken, first_line, through, length)
        )
    if style != PLAN:
        return best_of(found, out, worth, state)
    tried, best, most = 0, -1, -1.0
    picked = np.zeros(BEST, np.int64)
    while tried < min(BEST, found):
        cell = best_of(found, out, worth, state)
        for k in range(found):
            if out[k] == cell:
                if worth[k] >= WINS:
                    return cell
                worth[k] = -2.0
        picked[tried] = cell
        won = _ahead(
            cell, seat, seats, state, edges, start, cells, owner, own, taken, first_line, through, length, takes_over
        )
        if won > most:
            best, most = tried, won
        tried += 1
        state += STEP * USED
    return picked[best]


@njit(nogil=True, cache=True)
def _ahead(  # type: ignore[no-untyped-def]
    cell, seat, seats, state, edges, start, cells, owner, own, taken, first_line, through, length, takes_over
):
    """How many of a few games, played on by chance after a claim, the seat wins, less those that others win."""
    won = 0.0
    out = np.zeros(len(owner), np.int64)
    for _ in range(GAMES):
        there, have, all_taken = owner.copy(), own.copy(), taken.copy()
        claim(cell, seat, there, have, all_taken, first_line, through, length)
        for turn in range(1, AHEAD + 1):
            who = (seat + turn) % seats
            state += STEP
            draw = np.searchsorted(edges, part(state), "right")
            found = open_cells(min(draw, len(edges) - 1), who, start, cells, there, takes_over, out)
            if found:
                state += STEP
                one = out[np.int64(below(state, found))]
                if claim(one, who, there, have, all_taken, first_line, through, length):
                    won += 1.0 if who == seat else -1.0 / max(seats - 1, 1)
                    break
    return won
