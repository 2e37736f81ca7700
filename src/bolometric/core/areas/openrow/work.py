"""What is worked out with an open row: the draw, the sum of what is taken, and a look that finds nothing."""

from __future__ import annotations

from bolometric.core.areas.drawing import by_total
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work.facts import summed
from bolometric.core.learner_work.tasks import MOVE, PASS, Task, Tasks
from bolometric.core.learner_work.trace import FIRST

TAKEN, NOTHING = 3, 4
"""Kinds of note: cards that are taken, five bits each, with in how many ways it could be done; nothing is found."""


def cards_in(code: int) -> tuple[int, ...]:
    """The numbers of the cards behind a note, the largest first."""
    found: list[int] = []
    while code:
        found.append((code & 31) - 1)
        code >>= 5
    return tuple(sorted(found, reverse=True))


def tasks(game: Game) -> Tasks:
    """What is noted: draws, what is taken, and looks in vain."""

    def task(kind: int, one: int, other: int) -> Task:
        if kind == FIRST:
            return by_total(game, one)
        if kind == TAKEN:
            cards = cards_in(one)
            words = f"takes {' and '.join(map(str, cards))}"
            return Task(then=summed([*cards]), hands=(MOVE,) * len(cards) + (PASS,), chosen=other > 1, words=words)
        return Task(hands=(PASS,), looks=True, words="finds nothing")

    return task


WORK = Work(tasks=tasks)
