"""What is worked out on a chart of multiples: the draw, and how often it goes into the number that comes off."""

from __future__ import annotations

from dataclasses import replace

from bolometric.core.areas.drawing import MOVE, PASS, by_total
from bolometric.core.areas.multiples.rules import MOVES, NOTHING, compile_chart
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.areas.seat_by_seat import tasks_by_side
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import fact
from bolometric.core.learner_work.tasks import Task, Tasks
from bolometric.core.learner_work.trace import DECIDE

PUT = 3
"""The kind of note for a counter that is put on a number."""


def tasks(game: Game) -> Tasks:
    """What the loop notes: a counter that is placed, a draw with the number it takes off, a counter that is moved."""
    return tasks_by_side(game, _tasks)


def _tasks(game: Game) -> Tasks:
    divisors = compile_chart(game.area_as(Multiples), game.distribution).divisors

    def task(kind: int, one: int, other: int) -> Task:
        if kind == PUT:
            return Task(hands=(MOVE,), chosen=True, words=f"puts a counter on {one}")
        if kind == DECIDE:
            return Task(hands=(MOVE,), chosen=True, words="moves a counter")
        drawn = by_total(game, one, *((MOVE, PASS) if other else (PASS,)))
        if not other:
            return replace(drawn, looks=divisors[one] not in (MOVES, NOTHING))
        return drawn.also(fact(known.MULTIPLY, divisors[one], other // divisors[one]))

    return task


WORK = Work(tasks=tasks)
