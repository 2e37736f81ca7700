"""Boxes and placed counters played by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.drawing import NO_BEST_PLAY
from bolometric.core.areas.filled.fill import Line, area_of_marks, fill_of, line_of, marks_of
from bolometric.core.areas.filled.first import clock, mean_draws
from bolometric.core.areas.filled.placing import best_for_clearing
from bolometric.core.areas.filled.spec import Boxes
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing, listing_words, minus, so_many


@dataclass(frozen=True, slots=True)
class OnLine(Standing):
    """How boxes or placed counters stand."""

    left: tuple[tuple[int, ...], ...] = ()
    """For each seat how many it still has on each number."""
    filling: bool = True
    """Whether boxes are still being filled, or counters placed."""


def begin(game: Game) -> OnLine:
    """Nothing placed yet."""
    empty = tuple((0,) * len(line_of(one).numbers) for one in game.by_seat)
    return OnLine(left=empty, waiting="draw" if isinstance(game.area, Boxes) else "choice")


def _line(game: Game, now: OnLine) -> Line:
    """The numbers of the seat to move."""
    return line_of(game.of_seat(now.seat))


def asks(game: Game, now: OnLine) -> str | None:
    """What the seat to move has to do."""
    if not now.filling:
        return "draw for all." if game.area.together and game.seats.count > 1 else None
    missing = marks_of(game) - sum(now.left[now.seat])
    return (
        f"draw to fill a box, {missing} to go."
        if isinstance(game.area, Boxes)
        else f"place a counter, {missing} to go."
    )


def options(game: Game, now: OnLine) -> tuple[Option[int], ...]:
    """Any number of the line."""
    numbers = _line(game, now).numbers
    return (
        tuple(Option(i, f"Place on {minus(number)}", i + 1) for i, number in enumerate(numbers)) if now.filling else ()
    )


def choose(game: Game, now: OnLine, key: int) -> OnLine:
    """Place a counter."""
    return _put(game, now, key)


def _put(game: Game, now: OnLine, place: int) -> OnLine:
    """One more on a number; once a seat has all, the next begins, and after the last the game does."""
    now = replace(now, left=_changed(now, now.seat, place, 1))
    if sum(now.left[now.seat]) < marks_of(game):
        return now
    line = _line(game, now)
    stands = listing(
        [n for n, count in zip(line.numbers, now.left[now.seat], strict=True) for _ in range(count)], "and"
    )
    now = replace(now, record=(*now.record, f"Player {now.seat + 1} has {stands}."))
    last = now.seat == game.seats.count - 1
    if not last:
        return replace(now, seat=now.seat + 1)
    now = replace(now, seat=0, filling=False, waiting="draw")
    can = (_can_clear(one, left) for one, left in zip(game.by_seat, now.left, strict=True))
    return now if any(can) else won(now, ())


def _can_clear(game: Game, left: tuple[int, ...]) -> bool:
    """Whether all of it can still come off."""
    return all(chance > 0 for chance, count in zip(line_of(game).chances.tolist(), left, strict=True) if count)


def _changed(now: OnLine, seat: int, place: int, by: int) -> tuple[tuple[int, ...], ...]:
    own = tuple(count + by * (i == place) for i, count in enumerate(now.left[seat]))
    return tuple(own if k == seat else left for k, left in enumerate(now.left))


def pick(game: Game, now: OnLine, style: Style, rng: np.random.Generator) -> int:
    """Where a style places its next counter."""
    counts = fill_of(game.of_seat(now.seat), style, now.seat).counts
    if counts is None:
        return int(rng.integers(len(_line(game, now).numbers)))
    has = now.left[now.seat]
    missing = [i for i, count in enumerate(counts) if count > has[i]]
    return missing[0] if missing else int(np.argmax(counts))


def _place(line: Line, total: Value | None) -> int | None:
    return line.numbers.index(total) if total in line.numbers else None


def landed(game: Game, now: OnLine, drawn: Drawn) -> OnLine:
    """Fill a box, or take one off for whoever draws, or for all."""
    place = _place(_line(game, now), drawn.total)
    if now.filling:
        told = replace(now, record=(*now.record, f"Player {now.seat + 1} fills a box: {drawn.words}."))
        return told if place is None else _put(game, told, place)
    together = game.area.together and game.seats.count > 1
    who = range(game.seats.count) if together else (now.seat,)
    hit = [seat for seat in who if place is not None and now.left[seat][place]]
    for seat in hit:
        assert place is not None
        now = replace(now, left=_changed(now, seat, place, -1))
    took = "takes one off" if hit else "nothing comes off"
    if together:
        took = (
            f"comes off for {'player' if len(hit) == 1 else 'players'} {listing([k + 1 for k in hit], 'and')}"
            if hit
            else took
        )
        line = f"Call {now.turn}: {drawn.words}, {took}."
        return _turn_over(game, replace(now, record=(*now.record, line)))
    return _turn_over(game, noted(now, f"{drawn.words}, {took}."))


def _turn_over(game: Game, now: OnLine) -> OnLine:
    area = area_of_marks(game)
    clear = [seat for seat, left in enumerate(now.left) if not sum(left)]
    last = area.together or now.seat == game.seats.count - 1
    if clear and (area.together or area.finish == "at_once" or last):
        return won(now, clear)
    seat = now.seat if area.together else 0 if last else now.seat + 1
    return replace(now, seat=seat, turn=now.turn + 1)


def coach(game: Game, now: OnLine) -> str:
    """The best placement that what stands can still become, and what was lost; or how long it still takes."""
    if isinstance(game.area, Boxes):
        return "There is nothing to choose in this game: draw, and see."
    if remembers(game.pieces):
        return NO_BEST_PLAY
    line, marks, has = _line(game, now), marks_of(game), now.left[now.seat]
    if not now.filling:
        mean = mean_draws(clock(line.chances, marks), has)
        if mean == float("inf"):
            return f"Player {now.seat + 1} can never be clear: something stands on a number that never comes up."
        return f"Player {now.seat + 1} still takes {mean:.1f} draws on average (exact)."
    best, now_best = best_for_clearing(line.chances, marks), best_for_clearing(line.chances, marks, has)
    if now_best.worth == float("inf"):
        return "Something stands on a number that never comes up: this can never be cleared."
    next_on = [minus(n) for n, a, b in zip(line.numbers, now_best.counts, has, strict=True) if a > b]
    lost = now_best.worth - best.worth
    cost = f" What stands so far costs {so_many(lost, 'draw')}." if lost > 1e-6 else ""
    then = f"then cleared in {now_best.worth:.1f} draws on average (exact)"
    return f"Best: next on {listing_words(next_on, 'or')}, {then}.{cost}"


BY_HAND = ByHand(
    begin=begin, landed=landed, choose=choose, options=options, pick=pick, coach=coach, asks=asks, compares=True
)
