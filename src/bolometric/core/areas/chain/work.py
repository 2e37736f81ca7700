"""What is worked out in a chain: every sum that is made."""

from __future__ import annotations

from bolometric.core.areas.chain.solved import after, first_sums, sums_from, whole, wins_from
from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import fact
from bolometric.core.learner_work.tasks import PASS, WRITE, Task, Tasks
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.text.figures import plural


def tasks(game: Game) -> Tasks:
    """What the loop notes: the places of two numbers, and whether one is taken from the other."""
    numbers = game.area_as(Chain).open_line

    def task(kind: int, one: int, other: int) -> Task:
        a, b = (numbers[place] for place in divmod(one, len(numbers)))
        made = fact(known.SUBTRACT if other else known.ADD, a, b)
        return Task(then=(made,), hands=(WRITE, WRITE, PASS), chosen=True, words=made.words)

    return task


SIGNS = ("+", "−")


def pays(game: Game) -> tuple[Decision, ...]:
    """What any first sum loses against the best: sums of the chain, or games won."""
    area = game.area_as(Chain)
    if len(area.open_line) > MOST_SOLVED:
        return ()
    numbers = area.open_line
    if area.practice == "against":
        ways = sums_from(area, whole(area), -1, -1)
        good = [made for made in ways if not wins_from(area, *after(area, whole(area), made))]
        if not good or len(good) == len(ways):
            return ()
        a, b, does = good[0]
        best, cost, unit = f"{numbers[a]} {SIGNS[does]} {numbers[b]} wins", 1 - len(good) / len(ways), "of games"
    else:
        known = [(made, count) for made, count in first_sums(area) if count is not None]
        if not known:
            return ()
        (a, b, does), most = max(known, key=lambda one: one[1])
        cost, unit = most - sum(count for _, count in known) / len(known), "sums of the chain"
        best = f"{numbers[a]} {SIGNS[does]} {numbers[b]} leads to {plural(most, 'sum')}"
    return dearest([Decision("the chain begins", best, cost, unit)])


WORK = Work(tasks=tasks, pays=pays)
