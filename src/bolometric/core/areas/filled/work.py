"""What is worked out with boxes and placed counters: every draw, by whoever draws, or by all where one calls.

Draws do not hang together and a game stops by them alone, so by Wald's equation a seat that makes N draws on average
meets each fact of a draw N times as often as one draw does. Reference: A. Wald, "On cumulative sums of random
variables" (Annals of Mathematical Statistics 15, 1944).
"""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.drawing import MOVE, PASS, any_draw, by_total, drawing, draws_in_race
from bolometric.core.areas.filled import area as filled
from bolometric.core.areas.filled.fill import FILLED, PUT, area_of_marks, fills_of, line_of, marks_of, soonest
from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.areas.seat_by_seat import tasks_by_side
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work.tasks import Done, Task, Tasks
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import minus

PUTTING = Task(hands=(MOVE,), chosen=True, words="puts a counter down")


def _on_line(game: Game, place: int, *hands: str) -> Task:
    """A draw by its place on the line; the place after the last stands for all that is not on it."""
    line = line_of(game).numbers
    if place < len(line):
        return by_total(game, game.distribution.totals.index(line[place]), *hands)
    others = [total for total in (*game.distribution.totals, None) if total not in line]
    return drawing(game.draw_work.of(*others), None, *hands)


def tasks(game: Game) -> Tasks:
    """What the loop notes."""
    return tasks_by_side(game, _tasks)


def _tasks(game: Game) -> Tasks:
    def task(kind: int, one: int, other: int) -> Task:
        if kind == PUT:
            return PUTTING
        return _on_line(game, one, MOVE) if kind == FILLED else _on_line(game, one, MOVE, PASS)

    return task


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How many draws each seat makes, to fill and to clear; under one caller all make every call."""
    if remembers(game.pieces) or game.distribution.sampled:
        return None
    area, seats = area_of_marks(game), game.seats.count
    filling = [0.0] * seats
    if isinstance(game.area, Boxes):
        on_line = [float(np.sum(line_of(one).chances)) for one in game.by_seat]
        filling = [marks_of(game) / share if share else 0.0 for share in on_line]
    if area.together:
        solved = filled.solve(game)
        mean = None if solved is None or "turns" not in solved.readings else solved.readings["turns"].mean
        draws = None if mean is None else (mean,) * seats
    else:
        ways = [filled.passage_of(one, fill) for one, fill in zip(game.by_seat, fills_of(game), strict=True)]
        known = [way for way in ways if way is not None]
        draws = draws_in_race(known, area.finish == "finish_round") if len(known) == seats else None
    if draws is None:
        return None
    found = []
    for one, fill, count in zip(game.by_seat, filling, draws, strict=True):
        fills: tuple[Done, ...] = ((fill, any_draw(one, MOVE)),) if fill else ()
        if not isinstance(game.area, Boxes):
            fills = ((float(marks_of(game)), PUTTING),)
        found.append((*fills, (count, any_draw(one, MOVE, PASS))))
    return tuple(found)


MOST_TRIED = 4_000
"""Placements that are compared."""


def pays(game: Game) -> tuple[Decision, ...]:
    """For each number: how many more draws it takes on average if one counter of the best placement stands there.

    It is the counter that is missed least where it stood. Numbers that never come up are faults, not decisions.
    """
    if not isinstance(game.area, PlacedCounters) or not game.draws_are_known or game.others:
        return ()
    from bolometric.core.areas.filled.first import clock, mean_draws  # SciPy comes with it

    line, counters = line_of(game), game.area.counters
    chances = line.chances
    possible = np.flatnonzero(chances).tolist()
    if len(possible) < 2 or len(possible) ** 2 > MOST_TRIED:
        return ()
    best, time = soonest(line.ways, counters), clock(chances, counters)
    least, found = mean_draws(time, best), []
    for at in possible:
        checkpoint()
        moved = []
        for other, count in enumerate(best):
            if count and other != at:
                tried = list(best)
                tried[other] -= 1
                tried[at] += 1
                moved.append(mean_draws(time, tuple(tried)))
        if moved:
            number, cost = minus(line.numbers[at]), float(min(moved) - least)
            there = f"{best[at]} there" if best[at] else "none there"
            asked = f"How many counters would you put on {number}?"
            found.append(
                Decision(
                    f"counters on {number}",
                    there,
                    cost,
                    "draws",
                    how="one more costs",
                    asked=asked,
                    place=at + 1,
                )
            )
    return dearest(found)


WORK = Work(tasks=tasks, expected=expected, pays=pays)
