"""What is worked out with a purse: the draw, times its multiplier, and added to what is in."""

from __future__ import annotations

from fractions import Fraction

import numpy as np

from bolometric.core.areas.drawing import MOVE, PASS, any_draw, by_total
from bolometric.core.areas.purse.area import PUT_IN, multipliers_of, steps_of
from bolometric.core.areas.purse.exact import choice_of, plan_of
from bolometric.core.areas.purse.rules import Steps
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.areas.seat_by_seat import tasks_by_side
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import added, fact
from bolometric.core.learner_work.tasks import SURE, Done, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import minus

LOOK = 256
"""Steps that are told between two looks at whether they are still wanted."""
MOST_STEPS = 60_000
"""Steps from a sum by a total that are followed; with more of them facts are noted in games played."""


def _put_in(game: Game, steps: Steps, total: int, by: int, at: int) -> Task:
    """A total that is multiplied and added to a sum, given by its place."""
    totals, area = game.distribution.totals, game.area_as(Purse)
    if total >= len(totals):
        return Task(SURE, words="puts nothing in")
    brought: Value = totals[total] * area.multipliers[by]
    held = Fraction(at + steps.least, steps.unit)
    facts = (fact(known.MULTIPLY, totals[total], area.multipliers[by]), added(held, brought))
    return Task(then=facts, hands=(MOVE,), words=f"puts {minus(brought)} in")


def tasks(game: Game) -> Tasks:
    """What is noted: draws, choices, and what goes in."""
    return tasks_by_side(game, _tasks)


def _tasks(game: Game) -> Tasks:
    steps = steps_of(game)

    def task(kind: int, one: int, other: int) -> Task:
        if kind == PUT_IN:
            total, by = divmod(one, steps.adds.shape[1])
            return _put_in(game, steps, total, by, other)
        if kind == DECIDE:
            return Task(chosen=True, words="chooses a multiplier")
        return by_total(game, one, PASS)

    return task


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How often each seat puts what into which sum: the chances of its sums, followed draw by draw."""
    if remembers(game.pieces) or game.distribution.sampled:
        return None
    by, found = len(game.area_as(Purse).multipliers), []
    for seat, one in enumerate(game.by_seat):
        steps = steps_of(one)
        if steps.sums * len(steps.chances) * by * steps.draws > MOST_STEPS:
            return None
        choice = choice_of(steps, game.seats.style(seat), multipliers_of(game))
        here, times = np.zeros(steps.sums), np.zeros((steps.sums, len(steps.chances), by))
        here[steps.start] = 1.0
        for left in range(steps.draws - 1, -1, -1):
            checkpoint()
            there = np.zeros(steps.sums)
            for at in np.flatnonzero(here).tolist():
                for total, chance in enumerate(steps.chances.tolist()):
                    chosen = range(by) if choice is None else (int(choice[left, at, total]),)
                    for k in chosen:
                        share = float(here[at]) * chance / len(chosen)
                        times[at, total, k] += share
                        there[at + steps.adds[total, k]] += share
            here = there
        done: list[Done] = []
        for number, (at, total, k) in enumerate(np.argwhere(times)):
            if number % LOOK == 0:
                checkpoint()
            done.append((float(times[at, total, k]), _put_in(one, steps, total, k, at)))
        done.append((float(steps.draws), any_draw(one, PASS)))
        found.append((*done, (steps.draws * float(by > 1), Task(chosen=True))))
    return tuple(found)


def pays(game: Game) -> tuple[Decision, ...]:
    """For each first total how much further from the target any multiplier ends on average than the best one."""
    area = game.area_as(Purse)
    if remembers(game.pieces) or game.others or len(area.multipliers) < 2:
        return ()
    steps = steps_of(game)
    plan, found = plan_of(steps, "nearest"), []
    for place, total in enumerate(game.distribution.totals):
        values = [float(plan.distance[steps.draws - 1, steps.start + adds]) for adds in steps.adds[place].tolist()]
        best = int(np.argmin(values))
        found.append(
            Decision(
                f"{minus(total)} is drawn first",
                f"multiply by {minus(area.multipliers[best])}",
                float(np.mean(values) - min(values)),
                "points of distance from the target",
                float(steps.chances[place]),
            )
        )
    return dearest(found)


WORK = Work(tasks=tasks, expected=expected, pays=pays)
