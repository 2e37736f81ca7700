"""Who is ahead, in the compiled loops: one function that says so, and one that keeps account of it."""

from __future__ import annotations

import numpy as np

from bolometric.core.settings.loops import inner

LEADER, LAST_LEADER, SINCE, CHANGES = 0, 1, 2, 3
"""Entries of an account: who is ahead alone, or -1; who was so last; the turn at which that last changed; how often the
lead went to another seat than the one that had it before."""


@inner
def clear_lead(account):  # type: ignore[no-untyped-def]
    """Begin a game: nobody is ahead, and nobody has been."""
    account[LEADER], account[LAST_LEADER], account[SINCE], account[CHANGES] = -1, -1, 0, 0


@inner
def alone_ahead(ground, sign):  # type: ignore[no-untyped-def]
    """The seat whose ground times ``sign`` is the most, -1 where several have it."""
    ahead, best = -1, np.int64(-(2**62))
    for seat in range(len(ground)):
        here = sign * ground[seat]
        if here > best:
            ahead, best = seat, here
        elif here == best:
            ahead = -1
    return ahead


@inner
def note_lead(account, ahead, turn):  # type: ignore[no-untyped-def]
    """Take in who is ahead after a turn. Written without branches, which nobody could predict here."""
    last = account[LAST_LEADER]
    account[SINCE] = turn if ahead != account[LEADER] else account[SINCE]
    account[LEADER] = ahead
    account[CHANGES] += (ahead >= 0) & (last >= 0) & (ahead != last)
    account[LAST_LEADER] = ahead if ahead >= 0 else last
