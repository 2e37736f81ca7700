"""What is worked out while cards are turned: which card goes with the first."""

from __future__ import annotations

from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import MOVE, PASS, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE


def facts_of(area: Pairs, one: int, other: int) -> tuple[Fact, ...]:
    """What is worked out when two cards are turned: which card goes with the first, or every sum that is shown.

    The second card is then only held against that.
    """
    match area.match:
        case "total":
            return (fact(known.ADD, one, area.number - one),)
        case "same":
            return (fact(known.COMPARE, *sorted((one, other))),)
        case "double":
            lower = one <= area.most and one >= area.least
            return (fact(known.ADD, one, one) if lower else fact(known.ADD, one // 2, one // 2),)
        case "differ":
            lower = one <= area.most and one >= area.least
            return (fact(known.ADD if lower else known.SUBTRACT, one, area.number),)
        case "forms":
            return tuple(area.forms[-1 - card].fact for card in (one, other) if card < 0)


def tasks(game: Game) -> Tasks:
    """What is noted: which two cards are turned."""
    area = game.area_as(Pairs)
    cards = area.cards

    def task(kind: int, one: int, other: int) -> Task:
        if kind == DECIDE:
            return Task(chosen=True, words="chooses cards")
        first, second = cards[one], cards[other]
        read = tuple(fact(known.READ, card) for card in (first, second) if card >= 0)
        words = f"turns {area.told(first)} and {area.told(second)}"
        return Task(then=(*read, *facts_of(area, first, second)), hands=(MOVE, MOVE, PASS), words=words)

    return task


WORK = Work(tasks=tasks)
