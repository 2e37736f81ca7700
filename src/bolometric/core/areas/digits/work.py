"""What is worked out with digits: each draw, the place that each digit takes, and whose number is best."""

from __future__ import annotations

from fractions import Fraction

import numpy as np

from bolometric.core.areas.digits.exact import plan_of
from bolometric.core.areas.digits.play import COMPARED, PLACED
from bolometric.core.areas.digits.rounds import Known, known_of, sets_of
from bolometric.core.areas.digits.rules import Columns, columns_by_seat, columns_of, digits_of
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.drawing import PASS, any_draw, drawing
from bolometric.core.areas.seat_by_seat import SIDE
from bolometric.core.chains.points import match
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, fact
from bolometric.core.learner_work.tasks import WRITE, Done, Task, Tasks
from bolometric.core.learner_work.trace import DECIDE, FURTHER
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import minus

MOST_PAIRS = 20_000
"""Pairs of numbers that are gone through."""


def _placed(game: Game, digit: Value, column: int) -> Task:
    columns = columns_of(game)
    place = Fraction(10) ** (column - columns.decimals)
    written = fact(known.PLACE, digit, place)
    return Task(then=(written,), hands=(WRITE,), words=f"writes {written.words}")


def _judged(area: Digits, own: Value, best: Value) -> Fact:
    """How a number is held against the best of the others, or against the target."""
    if area.aim != "nearest":
        return fact(known.COMPARE, own, best)
    target = tidy(area.target)
    return fact(known.SUBTRACT, max(own, target), min(own, target))


def tasks(game: Game) -> Tasks:
    """What is noted of a round."""
    area, decimals, digits = game.area_as(Digits), columns_of(game).decimals, digits_of(game)

    def task(kind: int, one: int, other: int) -> Task:
        if kind == PLACED:
            return _placed(game, digits[one], other)
        if kind == COMPARED:
            pair = [tidy(Fraction(number, 10**decimals)) for number in (one, other)]
            return Task(then=(_judged(area, pair[0], pair[1]),), words="compares")
        if kind == DECIDE:
            return Task(chosen=True, words="chooses a column")
        side, place = divmod(one, SIDE)
        return drawing(
            game.by_side[side].draw_work.of(digits[place]), digits[place], *(() if kind == FURTHER else (PASS,))
        )

    return task


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How often each seat does what: rounds are alike and stop by themselves, so a round's work times the rounds.

    Only where seats draw for themselves: what stands beside a seat's number is then independent of it.
    """
    area, by_seat, arranging = game.area_as(Digits), columns_by_seat(game), game.area_as(Digits).practice == "together"
    columns, styles = by_seat[0], [game.seats.style(seat) for seat in range(game.seats.count)]
    parts = [known_of(own, style, arranging) for own, style in zip(by_seat, styles, strict=True)]
    numbers = [part for part in parts if part is not None]
    if not set(digits_of(game)) <= set(range(10)) or len(numbers) < len(parts):
        return None
    if (area.together and len(styles) > 1) or columns.decimals + columns.columns > 8:
        return None
    alone: dict[tuple[int, ...], float] = {(0,): 1.0}
    sets = alone if len(styles) == 1 else sets_of(by_seat, styles, arranging, area.together)
    found = None if sets is None else match(sets, len(styles), None, area.points)
    rounds = None if found is None else found.rounds.mean()
    if rounds is None or np.prod([len(part[0]) for part in numbers[:2]], dtype=float) > MOST_PAIRS:
        return None
    done = []
    for seat, part in enumerate(numbers):
        others = [other for k, other in enumerate(numbers) if k != seat]
        own = [*_written(game, columns, part), *_compared(area, columns, part, others)]
        mine = game.of_seat(seat)
        if arranging:
            own += [(area.digits - 1.0, any_draw(mine)), (1.0, any_draw(mine, PASS))]
        else:
            own.append((float(area.digits), any_draw(mine, PASS)))
        own.append((area.digits - (0.0 if arranging else 1.0), Task(chosen=True)))
        done.append(tuple((rounds * count, task) for count, task in own))
    return tuple(done)


def _written(game: Game, columns: Columns, part: Known) -> list[Done]:
    """Which digits stand in which column."""
    whole = np.rint(part[0] * 10.0**columns.decimals).astype(np.int64)
    found: list[Done] = []
    for column in range(columns.columns):
        chances = np.bincount(whole // 10**column % 10, part[1], 10)
        found += [(chance, _placed(game, digit, column)) for digit, chance in enumerate(chances.tolist()) if chance]
    return found


def _compared(area: Digits, columns: Columns, part: Known, others: list[Known]) -> list[Done]:
    """What a number is held against: the best of the others, or the target."""
    if not others and area.aim != "nearest":
        return []
    counts: dict[Fact, float] = {}
    best = _best(columns, others) if others and area.aim != "nearest" else {0.0: 1.0}
    for number, chance in zip(part[0].tolist(), part[1].tolist(), strict=True):
        checkpoint()
        own = tidy(Fraction(round(number * 10**columns.decimals), 10**columns.decimals))
        for other, share in best.items():
            facing = tidy(Fraction(round(other * 10**columns.decimals), 10**columns.decimals))
            judged = _judged(area, own, facing)
            counts[judged] = counts.get(judged, 0.0) + chance * share
    return [(count, Task(then=(one,), words="compares")) for one, count in counts.items()]


def _best(columns: Columns, others: list[Known]) -> dict[float, float]:
    """The chances of the best number among others, who draw for themselves."""
    values = np.unique(np.concatenate([part[0] for part in others]))
    order = values[np.argsort(columns.score(values), kind="stable")]
    worse = np.ones(len(order) + 1)
    for part in others:
        has = np.zeros(len(values))
        np.add.at(has, np.searchsorted(values, part[0]), part[1])
        at = has[np.searchsorted(values, order)]
        worse *= np.append(at[::-1].cumsum()[::-1], 0.0)
    return {float(value): float(chance) for value, chance in zip(order, worse[:-1] - worse[1:], strict=True) if chance}


def pays(game: Game) -> tuple[Decision, ...]:
    """For each first digit what any column brings less on average than the best one."""
    area, columns = game.area_as(Digits), columns_of(game)
    if game.others or area.practice != "one_by_one" or columns.columns < 2:
        return ()
    plan, spare = plan_of(columns), int(columns.spare)
    nearest = area.aim == "nearest"
    sign = -1.0 if area.aim == "largest" else 1.0
    unit = "points of distance from the target" if nearest else "of the number's worth"
    full, found = (1 << columns.columns) - 1, []
    for place, (digit, chance) in enumerate(zip(columns.values.tolist(), columns.chances.tolist(), strict=True)):
        values = []
        for column in range(columns.columns):
            if nearest:
                values.append(float(plan.worth[spare, (place + 1) * int(columns.powers[column])]))
            else:
                brought = digit * float(columns.worth[column]) + float(plan.worth[spare, full - (1 << column)])
                values.append(sign * brought)
        best = int(np.argmin(values))
        found.append(
            Decision(
                f"{minus(game.distribution.totals[place])} is the first digit",
                f"write it into the {columns.name(best)}",
                float(np.mean(values) - min(values)),
                unit,
                chance,
            )
        )
    return dearest(found)


WORK = Work(tasks=tasks, expected=expected, pays=pays)
