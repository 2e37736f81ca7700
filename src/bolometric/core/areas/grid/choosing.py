"""How a style chooses a cell: compiled, for the runs and for the table."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.grid.rules import NOBODY, WINS, claim, liked
from bolometric.core.outcomes.chance import STEP, below, part
from bolometric.core.settings.loops import inner, loop

GUESS, LENGTHEN, RAREST, PLAN = 0, 1, 2, 3
"""Styles as the loops know them."""
BEST, GAMES, AHEAD = 3, 24, 16
"""Best play looks at so many cells, plays so many games on from each by the rule of thumb, so many turns ahead."""
SURELY = 2.0
"""Games by which another cell must do better than the one that the rule of thumb likes more, with the same draws."""


@inner
def drawn(edges, own, seat, at):  # type: ignore[no-untyped-def]
    """The draw whose part of the whole a number from 0 up to 1 falls into.

    ``edges`` are the parts summed up, and ``own`` says for each seat which of them, from one to another, are its draws.
    """
    low, high = np.uint64(own[np.uint64(seat), 0]), np.uint64(own[np.uint64(seat), 1])
    while low < high:
        middle = (low + high) >> np.uint64(1)
        left = at < edges[middle]
        high = middle if left else high
        low = low if left else middle + np.uint64(1)
    return np.int64(low)


@inner
def open_cells(draw, seat, start, cells, owner, takes_over, out):  # type: ignore[no-untyped-def]
    """Writes the cells that a seat can claim with a draw into ``out``; how many there are."""
    found = np.uint64(0)
    for at in range(np.uint64(start[np.uint64(draw)]), np.uint64(start[np.uint64(draw + 1)])):
        cell = cells[at]
        holder = owner[np.uint64(cell)]
        out[found] = cell
        # Without a branch: which cells are still free is as good as random.
        found += np.uint64((holder == NOBODY) | (takes_over & (holder >= 0) & (holder != seat)))
    return np.int64(found)


@inner
def notice(draw, found, start, cells, noticed, out, state):  # type: ignore[no-untyped-def]
    """Keeps of the ``found`` cells in ``out``, which stand as in ``cells``, those that are noticed; how many."""
    kept, at = 0, start[draw]
    for k in range(found):
        while cells[at] != out[k]:
            at += 1
        state += STEP
        if part(state) < noticed[at]:
            out[kept] = out[k]
            kept += 1
    return kept


@loop
def noticed_by(draw, found, start, cells, noticed, out, state):  # type: ignore[no-untyped-def]
    """The same for the table."""
    return notice(draw, found, start, cells, noticed, out, state)


@inner
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


@inner
def weigh(style, seat, seats, found, out, worth, owner, own, taken, first_line, through, need, chance):  # type: ignore[no-untyped-def]
    """Writes what each of ``found`` cells is worth to a style that does not guess."""
    for k in range(found):
        if style == RAREST:
            worth[k] = -chance[seat, out[k]]
        else:
            worth[k] = liked(out[k], seat, seats, owner, own, taken, first_line, through, need)


@loop
def look_ahead(  # type: ignore[no-untyped-def]
    seat, seats, found, out, worth, state, draws, standing, crossing, takes_over
):
    """Of the cells that are worth most the one that wins most of a few games played on. Moves nothing."""
    tried, best, most = 0, -1, -1e9
    picked = np.zeros(BEST, np.int64)
    while tried < min(BEST, found):
        cell = best_of(found, out, worth, state)
        for k in range(found):
            if out[k] == cell:
                if worth[k] >= WINS:
                    return cell
                worth[k] = -2.0
        picked[tried] = cell
        won = _ahead(cell, seat, seats, state, draws, standing, crossing, takes_over)
        if won > most + SURELY:
            best, most = tried, won
        tried += 1
    return picked[best]


@loop
def _ahead(cell, seat, seats, state, draws, standing, crossing, takes_over):  # type: ignore[no-untyped-def]
    """How many of a few games, played on by the rule of thumb after a claim, the seat wins, less what others win."""
    edges, start, cells, whose = draws
    owner, own, taken = standing
    first_line, through, need = crossing
    won = 0.0
    out = np.zeros(len(owner), np.int64)
    for _ in range(GAMES):
        there, have, all_taken = owner.copy(), own.copy(), taken.copy()
        claim(cell, seat, there, have, all_taken, first_line, through, need)
        for turn in range(1, AHEAD + 1):
            who = (seat + turn) % seats
            state += STEP
            found = open_cells(drawn(edges, whose, who, part(state)), who, start, cells, there, takes_over, out)
            if found:
                one, most, equal = out[0], -1.0, 1
                for k in range(found):
                    worth = liked(out[k], who, seats, there, have, all_taken, first_line, through, need)
                    if worth > most + 1e-12:
                        one, most, equal = out[k], worth, 1
                    elif worth > most - 1e-12:
                        equal += 1
                        state += STEP
                        if below(state, equal) == 0:
                            one = out[k]
                if claim(one, who, there, have, all_taken, first_line, through, need):
                    won += 1.0 if who == seat else -1.0 / max(seats - 1, 1)
                    break
    return won
