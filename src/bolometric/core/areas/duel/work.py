"""What is worked out in a duel: each seat's own draw, and a look at which total is best.

Rounds are alike and a match stops by them alone, so by Wald's equation everything is done as often as a round does it,
times the rounds.
"""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.duel.exact import goes_of, match_of, round_in, sides_of
from bolometric.core.areas.duel.play import COMPARED
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import PASS, THROW, Done, Task, Tasks
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import minus


def _drawn(game: Game, seat: int, total: Value | None, everything: bool = False) -> Task:
    work = game.of_seat(seat).draw_work
    words = "draws" if everything else f"draws {'nothing' if total is None else minus(total)}"
    hands = (THROW,) if game.area.together else (THROW, PASS)
    return Task(work.any if everything else work.of(total), hands, words=words)


def tasks(game: Game) -> Tasks:
    """What the loop notes: a draw of a seat, or two totals that are compared."""
    values: tuple[Value | None, ...] = (*round_in(game).values, None)

    def task(kind: int, one: int, other: int) -> Task:
        if kind != COMPARED:
            return _drawn(game, other, values[one])
        own, best = values[one], values[other]
        if own is None or best is None:
            return Task(words="compares")
        return Task(then=(fact(known.COMPARE, own, best),), words="compares")

    return task


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How often each seat draws, and what it compares with what."""
    area, sides, found = game.area_as(Duel), sides_of(game), round_in(game)
    if game.keeps_out or any(odds.sampled for odds in sides):
        return None
    matched = match_of(area, sides)
    goes = None if matched is None else goes_of(area, sides, matched.rounds)
    mean = None if goes is None else goes.mean()
    if mean is None:
        return None
    seats = range(len(sides))
    done: list[tuple[Done, ...]] = []
    for seat in seats:
        own: list[Done] = [(mean, _drawn(game, seat, None, everything=True))]
        others = [found.has[other] for other in seats if other != seat]
        if others:
            # The best of the others is no better than v if none of them is: from there its chances.
            worse = np.prod([row[::-1].cumsum()[::-1] for row in others], axis=0)
            best = worse - np.append(worse[1:], 0.0)
            pairs: dict[Fact, float] = {}
            for place, value in enumerate(found.values):
                checkpoint()
                for at, other in enumerate(found.values):
                    chance = float(found.has[seat][place] * best[at])
                    if chance > 0:
                        compared = fact(known.COMPARE, value, other)
                        pairs[compared] = pairs.get(compared, 0.0) + chance
            own += [(mean * chance, Task(then=(one,), words="compares")) for one, chance in pairs.items()]
        done.append(tuple(own))
    return tuple(done)


WORK = Work(tasks=tasks, expected=expected)
