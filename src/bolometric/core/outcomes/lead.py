"""Who is ahead, in the compiled loops: who is so now, an account of it, and who was so at half-time."""

from __future__ import annotations

import numpy as np

from bolometric.core.settings.loops import inner

LEADER, LAST_LEADER, SINCE, CHANGES, TOLD, BEFORE = 0, 1, 2, 3, 4, 5
"""Entries of an account: who is ahead alone, or -1; who was so last; the turn at which that last changed; how often the
lead went to another seat than the one that had it before; how often who is ahead changed; and the first entry of who
was so before (:func:`led_at`)."""
KEPT_CHANGES = 256
"""Of these changes the last are kept, a power of two: more in half a game than that is a game of thousands of turns."""
ACCOUNT = BEFORE + KEPT_CHANGES
"""Entries of an account in all."""
SEATS = 64
"""More than there are seats: a change is kept as its turn times this, plus who was ahead from then on."""


@inner
def keep_lead(account, told, since, ahead):  # type: ignore[no-untyped-def]
    """Write down who is ahead since a turn, as the change with this number; the same one may be written again."""
    account[BEFORE + (told & (KEPT_CHANGES - 1))] = since * SEATS + ahead + 1


@inner
def clear_lead(account):  # type: ignore[no-untyped-def]
    """Begin a game: nobody is ahead, and nobody has been."""
    account[LEADER], account[LAST_LEADER], account[SINCE], account[CHANGES], account[TOLD] = -1, -1, 0, 0, 0
    keep_lead(account, 0, 0, -1)


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
    account[TOLD] += ahead != account[LEADER]
    keep_lead(account, account[TOLD], account[SINCE], ahead)
    account[LEADER] = ahead
    account[CHANGES] += (ahead >= 0) & (last >= 0) & (ahead != last)
    account[LAST_LEADER] = ahead if ahead >= 0 else last


@inner
def led_at(account, told, turn):  # type: ignore[no-untyped-def]
    """The seat that was ahead alone after a turn, or -1; of ``told`` changes the last are looked through first."""
    for back in range(min(told + 1, KEPT_CHANGES)):
        change = account[BEFORE + ((told - back) & (KEPT_CHANGES - 1))]
        if change // SEATS <= turn:
            return change % SEATS - 1
    return -1
