"""What areas share that play by draws alone: tasks of a draw, and how often each seat makes one."""

from __future__ import annotations

from collections.abc import Sequence
from math import log, log1p

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.race import PERIOD, FirstPassage
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.document import Game
from bolometric.core.learner_work.tasks import MOVE, PASS, THROW, Task, Ways
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus

LONGEST = 2_000_000
"""Turns that are added up."""
LEFT = 1e-14
NO_BEST_PLAY = "Best play is not known where cards stay out."
"""What a coach says there: what has gone decides, and nobody counts along."""


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
    if turns.never:
        return None
    more = 0 if turns.tail_loss == 1 else int(turns.period * log(LEFT) / log1p(-turns.tail_loss))
    if len(turns.head) + more > LONGEST:
        return None
    laps = -(-more // turns.period)
    shrunk = (1 - turns.tail_loss) ** np.arange(1, laps + 1) if laps else np.zeros(0)
    beyond = np.append(turns.head, np.outer(shrunk, turns.head[len(turns.head) - turns.period :]).ravel())
    return tuple(float(beyond[seat::seats].sum()) for seat in range(seats))


def draws_in_race(ways: Sequence[FirstPassage], finish_round: bool) -> tuple[float, ...] | None:
    """How many turns each seat takes on average until one is home; None where one may never be, or it lasts long.

    A seat takes its turn n if the seats before it are not home after n turns and those behind it, and itself, not
    after n − 1; where the round is finished, if nobody was home before it.
    """
    if any(way.never or not way.settled for way in ways):
        return None
    longest = max(_needed(way) for way in ways)
    if longest > LONGEST:
        return None
    after = [_survival(way, longest + 1) for way in ways]
    counts = []
    for seat in range(len(ways)):
        parts = [alive[1:] if other < seat and not finish_round else alive[:-1] for other, alive in enumerate(after)]
        counts.append(float(np.prod(parts, axis=0).sum()))
    return tuple(counts)


def _needed(way: FirstPassage) -> float:
    """Turns after which hardly anybody is under way."""
    if way.tail_loss == 1:
        return len(way.alive)
    return len(way.alive) + PERIOD * log(LEFT) / log1p(-way.tail_loss)


def _survival(way: FirstPassage, turns: float) -> NDArray[np.float64]:
    """The chance of being under way after 0, 1, … turns, the tail written out."""
    more = max(int(turns) + 1 - len(way.alive), 0)
    if way.tail_loss == 1:
        return np.append(way.alive, np.zeros(more))
    laps = -(-more // PERIOD)
    shrunk = (1 - way.tail_loss) ** np.arange(1, laps + 1)
    return np.append(way.alive, np.outer(shrunk, way.alive[-PERIOD:]).ravel())[: int(turns) + 1]


__all__ = ["MOVE", "PASS", "THROW", "any_draw", "by_total", "drawing", "draws_in_race", "turns_each"]
