"""What areas share that play by draws alone: tasks of a draw, and how often each seat makes one."""

from __future__ import annotations

from collections.abc import Sequence

from bolometric.core.chains.race import FirstPassage
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.document import Game
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus
from bolometric.core.working.tasks import MOVE, PASS, THROW, Task, Ways

LONGEST = 200_000
"""Turns that are added up one by one."""
LEFT = 1e-14


def drawing(ways: Ways, total: Value | None, *hands: str) -> Task:
    """The task of making a draw."""
    return Task(ways, (THROW, *hands), words=f"draws {'nothing' if total is None else minus(total)}")


def any_draw(game: Game, *hands: str) -> Task:
    """The task of a draw, whatever it makes."""
    return Task(game.draw_work.any, (THROW, *hands), words="draws")


def by_total(game: Game, place: int, *hands: str) -> Task:
    """The task of a draw by the place of its total; the place after the last is for no number."""
    totals = game.distribution.totals
    total = totals[place] if place < len(totals) else None
    return drawing(game.draw_work.of(total), total, *hands)


def turns_each(turns: WaitingTime, seats: int) -> tuple[float, ...] | None:
    """How many of a game's turns each seat takes on average, one after the other; None if it may last too long.

    >>> from bolometric.core.chains.waiting import fixed
    >>> turns_each(fixed(5), 2)
    (3.0, 2.0)
    """
    if turns.never or turns.tail_loss < 1e-6:
        return None
    counts = [0.0] * seats
    for turn in range(LONGEST):
        beyond = turns.survival(turn)
        if beyond < LEFT:
            return tuple(counts)
        counts[turn % seats] += beyond
    return None


def draws_in_race(ways: Sequence[FirstPassage], finish_round: bool) -> tuple[float, ...] | None:
    """How many turns each seat takes on average until one is home; None where one may never be, or it lasts long."""
    if any(way.never or not way.settled or way.tail_loss < 1e-6 for way in ways):
        return None
    counts, seats = [0.0] * len(ways), range(len(ways))
    within = [1.0] * len(ways)
    for turn in range(LONGEST):
        after = [1 - way.home_within(turn + 1) for way in ways]
        for seat in seats:
            beyond = 1.0
            for other in seats:
                ahead = other < seat and not finish_round
                beyond *= after[other] if ahead else within[other]
            counts[seat] += beyond
        if max(after) < LEFT or min(after) == 0.0:
            return tuple(counts)
        within = after
    return None


__all__ = ["MOVE", "PASS", "THROW", "any_draw", "by_total", "drawing", "draws_in_race", "turns_each"]
