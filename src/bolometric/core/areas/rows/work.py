"""What is worked out with facing rows: each draw, and what faces what at the end."""

from __future__ import annotations

from bolometric.core.areas.drawing import PASS, by_total
from bolometric.core.areas.rows.play import COMPARED
from bolometric.core.areas.rows.rules import scale_of
from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import fact
from bolometric.core.learner_work.tasks import WRITE, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE


def tasks(game: Game) -> Tasks:
    """What is noted: numbers by how good they are, from 0 up, and of a draw whose way of drawing it was."""
    totals, sides = scale_of(game), game.by_side
    own = [{total: at for at, total in enumerate(one.distribution.totals)} for one in sides]
    rising = game.area_as(DigitRows).aim != "smallest"

    def place(good: int) -> int:
        return good if rising else len(totals) - 1 - good

    def task(kind: int, one: int, other: int) -> Task:
        if kind == COMPARED:
            compared = fact(known.COMPARE, totals[place(one)], totals[place(other)])
            return Task(then=(compared,), words="compares")
        if kind == DECIDE:
            return Task(chosen=True, words="chooses a row")
        return by_total(sides[other], own[other][totals[place(one)]], WRITE, PASS)

    return task


WORK = Work(tasks=tasks)
