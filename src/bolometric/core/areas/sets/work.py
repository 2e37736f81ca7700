"""What is worked out at sets of tiles: the draw, and for two tiles or more that are closed their sum."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.seat_by_seat import tasks_by_side
from bolometric.core.areas.sets.area import closing_of
from bolometric.core.areas.sets.exact import closings_of, plan_of
from bolometric.core.areas.sets.rules import ALL, CLOSED, FEW, LOOKED, ClosingTable, tiles_in
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work.facts import summed
from bolometric.core.learner_work.tasks import MOVE, PASS, THROW, Done, DrawWork, Task, Tasks, draw_work
from bolometric.core.learner_work.trace import DECIDE, FIRST
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing


def _work(game: Game, way: int) -> DrawWork:
    return draw_work(game.pieces[:1] if way == FEW else game.pieces, game.draw)


def _drawn(game: Game, closing: ClosingTable, place: int, way: int, *hands: str) -> Task:
    work = _work(game, way)
    if place < len(closing.totals):
        return Task(work.of(closing.totals[place]), (THROW, *hands), words=f"draws {closing.totals[place]}")
    fitting: set[Value] = set(closing.totals)
    return Task(work.where(key for key in work.weights if key[0] not in fitting), (THROW, *hands), words="draws no sum")


def _closed(mask: int) -> Task:
    tiles = tiles_in(mask)
    return Task(then=summed(tiles), hands=(MOVE,), words=f"closes {listing(tiles, 'and')}")


LOOKING = Task(looks=True, words="finds nothing that fits")


def tasks(game: Game) -> Tasks:
    """What the loop notes: draws, decisions, and the tiles that are closed."""
    return tasks_by_side(game, _tasks)


def _tasks(game: Game) -> Tasks:
    closing = closing_of(game)

    def task(kind: int, one: int, other: int) -> Task:
        if kind == CLOSED:
            return _closed(one)
        if kind == DECIDE:
            return Task(chosen=True, words="decides")
        if kind == LOOKED:
            return LOOKING
        return _drawn(game, closing, one, other, *((PASS,) if kind == FIRST else ()))

    return task


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How often each seat closes each set, decides, and draws with which pieces."""
    if remembers(game.pieces):
        return None
    rounds, found = game.area_as(Sets).rounds, []
    for seat, one in enumerate(game.by_seat):
        closing = closing_of(one)
        closed, drawn, decided = closings_of(closing, game.seats.style(seat))
        done: list[Done] = [(rounds * float(closed[mask]), _closed(int(mask))) for mask in np.flatnonzero(closed)]
        done += [
            (rounds * count, Task(_work(one, way).any, (THROW,), words="draws"))
            for way, count in enumerate(drawn.tolist())
            if count
        ]
        sums = sum(count * float(closing.chances[way][:-1].sum()) for way, count in enumerate(drawn.tolist()) if count)
        in_vain = max(sums - float(closed.sum()), 0.0)  # a sum is drawn, and no open tiles make it
        done += [(rounds * in_vain, LOOKING), (rounds * decided, Task(chosen=True))]
        found.append((*done, (float(rounds), Task(hands=(PASS,)))))
    return tuple(found)


def pays(game: Game) -> tuple[Decision, ...]:
    """For each total of the first draw: what any fitting set leaves more on average than the best one."""
    if remembers(game.pieces) or game.others:
        return ()
    closing = closing_of(game)
    plan, full, found = plan_of(closing, "expected"), closing.full, []
    for place, total in enumerate(closing.totals):
        options = closing.sets(full, total)
        chance = float(closing.chances[ALL, place])
        if len(options) < 2 or not chance:
            continue
        left = np.array([plan.expected[full - taken] for taken in options])
        best = tiles_in(options[int(left.argmin())])
        found.append(
            Decision(
                f"all are open and {total} is drawn",
                f"close {listing(best, 'and')}",
                float(left.mean() - left.min()),
                "points left",
                chance,
                place=best[-1],
            )
        )
    return dearest(found)


WORK = Work(tasks=tasks, expected=expected, pays=pays)
