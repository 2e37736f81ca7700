"""What is worked out on a grid: the draw's number, or the sum that makes the number of the cell that is claimed."""

from __future__ import annotations

from fractions import Fraction
from functools import lru_cache

from bolometric.core.areas.drawing import drawing
from bolometric.core.areas.grid.rules import Claims, claims_of
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import fact
from bolometric.core.learner_work.tasks import MOVE, PASS, THROW, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE, FIRST
from bolometric.core.number_making.facts import facts_of_sum
from bolometric.core.text.figures import minus

CLAIMED, LOOKED = 3, 4
"""Kinds of note: a cell that is claimed, by the draw and the cell; and a draw for which no cell is found."""


def _drawn(game: Game, claims: Claims, draw: int, shared: int, first: bool) -> Task:
    hands = () if shared else (THROW,)
    passed = (PASS,) if first else ()
    area, shown = game.area_as(Grid), claims.shown
    work = game.draw_work
    if area.how == "total":
        if draw < len(shown):
            task = drawing(work.of(shown[draw][0]), shown[draw][0])
        else:
            taken = {row[0] for row in shown}
            task = drawing(work.where(key for key in work.weights if key[0] not in taken), None)
        return Task(task.ways, (*hands, *passed), words=task.words)
    if draw >= len(shown):
        return Task(hands=(*hands, *passed), words="draws nothing that can be claimed")
    seen = tuple(fact(known.READ, max(number, -number)) for number in shown[draw])
    return Task(then=seen, hands=(*hands, *passed), words=f"draws {', '.join(map(minus, shown[draw]))}")


def tasks(game: Game) -> Tasks:
    """What the loop notes: a draw, a choice between cells, a cell that is claimed."""
    if not game.others:
        return _tasks(game)
    # Draws of one way of drawing stand behind those of another, as the loop has them.
    sides = [(_tasks(one), len(claims_of(one).ways)) for one in game.by_side]

    def task(kind: int, one: int, other: int) -> Task:
        for known_of, count in sides:
            if one < count:
                return known_of(kind, one, other)
            one -= count
        raise IndexError("a note of a draw that no seat has")

    return task


def _tasks(game: Game) -> Tasks:
    """The same where all draw alike."""
    claims, area = claims_of(game), game.area_as(Grid)
    made = area.made_by(game.pieces) if area.how == "any" else None

    @lru_cache(maxsize=20_000)
    def claimed(draw: int, cell: int) -> Task:
        number = int(claims.numbers[cell])
        facts = () if made is None else facts_of_sum(made, claims.shown[draw], Fraction(number))
        return Task(then=facts, hands=(MOVE,), words=f"claims {minus(number)}")

    def task(kind: int, one: int, other: int) -> Task:
        if kind == CLAIMED:
            return claimed(one, other)
        if kind == DECIDE:
            return Task(chosen=True, words="chooses a cell")
        if kind == LOOKED:
            return Task(looks=True, words="finds no cell")
        return _drawn(game, claims, one, other, kind == FIRST)

    return task


WORK = Work(tasks=tasks)
