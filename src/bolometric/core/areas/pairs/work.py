"""What is worked out while cards are turned: whether the two that lie face up match."""

from __future__ import annotations

from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import MOVE, PASS, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE


def fact_of(area: Pairs, one: int, other: int) -> Fact:
    """What has to be worked out to see whether two cards match."""
    low, high = sorted((one, other))
    match area.match:
        case "total":
            return fact(known.ADD, low, high)
        case "same":
            return fact(known.COMPARE, low, high)
        case "double":
            return fact(known.ADD, low, low)
        case "differ":
            return fact(known.SUBTRACT, high, low)


def tasks(game: Game) -> Tasks:
    """What is noted: which two cards are turned."""
    area = game.area_as(Pairs)
    cards = area.cards

    def task(kind: int, one: int, other: int) -> Task:
        if kind == DECIDE:
            return Task(chosen=True, words="chooses cards")
        first, second = cards[one], cards[other]
        seen = fact(known.READ, first), fact(known.READ, second)
        return Task(
            then=(*seen, fact_of(area, first, second)), hands=(MOVE, MOVE, PASS), words=f"turns {first} and {second}"
        )

    return task


WORK = Work(tasks=tasks)
