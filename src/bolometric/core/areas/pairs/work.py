"""What is worked out while cards are turned: which card goes with the first."""

from __future__ import annotations

from itertools import pairwise

from bolometric.core.areas.pairs.matching import SPECIAL, THIRD, by_formula
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import MOVE, PASS, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing_words

SUMS = {"div": known.DIVIDE, "mod": known.DIVIDE, "min": known.COMPARE, "max": known.COMPARE}
"""What the sums of a formula are called as facts, where that is another word."""


def facts_of(area: Pairs, *cards: Value) -> tuple[Fact, ...]:
    """What is worked out when cards are turned: which card goes with the first ones, or every sum that is shown.

    The last card is then only held against that; of a sum either of two numbers completes it. With a joker, or a blank
    card, first there is nothing to work out.
    """
    one, *others = cards
    plain = [card for card in cards if card not in SPECIAL]
    if area.match == "forms":
        return tuple(each for card in plain if card < 0 for each in area.form(card).facts)
    if area.match == "same":
        return tuple(fact(known.COMPARE, *sorted(two)) for two in pairwise(plain))
    if area.match == "formula":
        sums = by_formula(area.formula, plain)[1] if len(plain) == 2 else ()
        return tuple(fact(SUMS.get(each.does, each.does), each.left, each.right) for each in sums)
    if one in SPECIAL:
        return ()
    lower = area.least <= one <= area.most
    match area.match:
        case "total" if area.size == 3:
            return _third(area, one, others[0])
        case "family":
            low, high = sorted((one, others[0]))
            return () if high in SPECIAL else (fact(known.ADD, low, high), fact(known.SUBTRACT, high, low))
        case "total":
            return (fact(known.ADD, one, area.number - one),)
        case "double":
            return (fact(known.ADD, one, one) if lower else fact(known.ADD, one // 2, one // 2),)
        case _:
            return (fact(known.ADD if lower else known.SUBTRACT, one, area.number),)


def _third(area: Pairs, one: Value, other: Value) -> tuple[Fact, ...]:
    """Two cards are added, and what is missing is worked out, if anything can be."""
    if other in SPECIAL:
        return ()
    both, added = one + other, fact(known.ADD, one, other)
    return (added, fact(known.ADD, both, area.number - both)) if both <= area.number else (added,)


def tasks(game: Game) -> Tasks:
    """What is noted: which cards are turned."""
    area = game.area_as(Pairs)
    cards, three = area.cards, area.size == 3

    def task(kind: int, one: int, other: int) -> Task:
        if kind == DECIDE:
            return Task(chosen=True, words="chooses cards")
        places = (one, other % THIRD, other // THIRD) if three else (one, other)
        turned = [cards[place] for place in places]
        read = tuple(
            fact(known.READ, card) for card in turned if card not in SPECIAL and (card >= 0 or area.match != "forms")
        )
        words = f"turns {listing_words(list(map(area.told, turned)), 'and')}"
        return Task(then=(*read, *facts_of(area, *turned)), hands=(*(MOVE,) * area.size, PASS), words=words)

    return task


WORK = Work(tasks=tasks)
