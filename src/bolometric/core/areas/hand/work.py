"""What is worked out with cards in the hand: whether a card goes, what is missing, and looks that find nothing."""

from __future__ import annotations

from bolometric.core.areas.hand.spec import Hand
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import MOVE, PASS, Task, Tasks

LAID, NOTHING, ASKED, PAIR = 3, 4, 5, 6
"""Kinds of note: a card that is laid, with twice how it stood, and 1 if others could have been; nothing goes, with how
it stands and whether a card is drawn; a card that is asked with; a pair that comes without asking."""


def facts_of(area: Hand, stands: int, card: int) -> tuple[Fact, ...]:
    """What has to be worked out to lay a card as it stands, or to know its partner; nothing of a special card."""
    numbers = len(area.values)
    return () if card >= numbers or (area.follows and stands >= numbers) else (_fact(area, stands, card),)


def _fact(area: Hand, stands: int, card: int) -> Fact:
    value = area.values[card]
    if area.play == "ask":
        return fact(known.ADD, value, area.number - value)
    if area.play == "limit":
        return known.added(stands, value)
    low, high = sorted((value, area.values[stands]))
    return fact(known.DIVIDE, high, low) if area.play == "multiple" else fact(known.SUBTRACT, high, low)


def tasks(game: Game) -> Tasks:
    """What is noted: cards that are laid, asked for, and found."""
    area = game.area_as(Hand)

    def task(kind: int, one: int, other: int) -> Task:
        if kind == NOTHING:
            return Task(hands=(MOVE, PASS) if other else (PASS,), looks=True, words="has nothing that goes")
        if kind == LAID:
            then = facts_of(area, other >> 1, one)
            return Task(then=then, hands=(MOVE, PASS), chosen=bool(other & 1), words=f"lays {area.told(one)}")
        then = facts_of(area, 0, one)
        value = area.values[one]
        if kind == ASKED:
            return Task(then=then, hands=(PASS,), chosen=bool(other), words=f"asks for {area.number - value}")
        return Task(then=then, hands=(MOVE,), words=f"lays down {value} and {area.number - value}")

    return task


WORK = Work(tasks=tasks)
