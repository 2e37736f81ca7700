"""What is worked out while splits are found: each way is a sum that makes the whole."""

from __future__ import annotations

from bolometric.core.areas.splits.found import lasting
from bolometric.core.areas.splits.spec import Splits
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import fact
from bolometric.core.learner_work.tasks import MOVE, PASS, WRITE, Done, Task, Tasks


def _way(area: Splits, at: int) -> Task:
    one, other = area.ways[at]
    return Task(then=(fact(known.ADD, one, other),), hands=(MOVE, WRITE, PASS), words=f"finds {one} and {other}")


def tasks(game: Game) -> Tasks:
    """What is noted: a way that is found."""
    area = game.area_as(Splits)
    return lambda kind, one, other: _way(area, one)


def expected(game: Game) -> tuple[tuple[Done, ...], ...]:
    """How often each seat finds each way: turn by turn, any of them alike, or the one whose turn it is in order."""
    area, seats = game.area_as(Splits), game.seats.count
    alive, count = lasting(area).head[:-1].tolist(), len(area.ways)
    found: list[list[Done]] = [[] for _ in range(seats)]
    for turn, chance in enumerate(alive):
        if area.working == "steps":
            found[turn % seats].append((chance, _way(area, turn)))
        else:
            found[turn % seats] += [(chance / count, _way(area, at)) for at in range(count)]
    return tuple(map(tuple, found))


WORK = Work(tasks=tasks, expected=expected)
