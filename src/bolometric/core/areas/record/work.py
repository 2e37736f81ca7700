"""What is worked out for a record: every draw, by each in turn."""

from __future__ import annotations

from bolometric.core.areas.drawing import PASS, THROW, any_draw, by_total, turns_each
from bolometric.core.areas.record.seen import kinds_of, lasting
from bolometric.core.areas.record.spec import Record
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.settings.heeding import Stop
from bolometric.core.text.figures import minus
from bolometric.core.working.tasks import WRITE, Done, Task, Tasks


def tasks(game: Game) -> Tasks:
    """What the loop notes: a kind of draw."""
    kinds, totals = kinds_of(game), game.distribution.totals
    by_totals = game.area_as(Record).seen == "totals"

    def task(kind: int, one: int, other: int) -> Task:
        if not by_totals:
            shown = ", ".join(map(minus, kinds.names[one]))
            return Task(game.draw_work.any, (THROW, WRITE, PASS), words=f"draws {shown}")
        place = totals.index(kinds.names[one][0]) if one < len(kinds.names) else len(totals)
        return by_total(game, place, WRITE, PASS)

    return task


def expected(game: Game, stop: Stop) -> tuple[tuple[Done, ...], ...] | None:
    """How many draws each seat makes."""
    turns = lasting(game)
    counts = None if turns is None else turns_each(turns, game.seats.count)
    return None if counts is None else tuple(((count, any_draw(game, WRITE, PASS)),) for count in counts)


WORK = Work(tasks=tasks, expected=expected)
