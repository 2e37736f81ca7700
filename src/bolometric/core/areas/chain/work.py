"""What is worked out in a chain: every sum that is made."""

from __future__ import annotations

from bolometric.core.areas.chain.pays import pays
from bolometric.core.areas.chain.spec import Chain
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.working import facts as known
from bolometric.core.working.facts import fact
from bolometric.core.working.tasks import PASS, WRITE, Task, Tasks


def tasks(game: Game) -> Tasks:
    """What the loop notes: the places of two numbers, and whether one is taken from the other."""
    numbers = game.area_as(Chain).open_line

    def task(kind: int, one: int, other: int) -> Task:
        a, b = (numbers[place] for place in divmod(one, len(numbers)))
        made = fact(known.SUBTRACT if other else known.ADD, a, b)
        return Task(then=(made,), hands=(WRITE, WRITE, PASS), chosen=True, words=made.words)

    return task


WORK = Work(tasks=tasks, pays=pays)
