"""Multiples played by hand, by the rules that the runs use."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.multiples.play import liked_by, rates_of
from bolometric.core.areas.multiples.rules import (
    FREE,
    MOVES,
    NOTHING,
    chart_of,
    comes_off,
    may_move,
    taken_off,
)
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import listing

STAY = 0
"""In place of a number: leave the counters where they are."""


@dataclass(frozen=True, slots=True)
class OnChart(Standing):
    """How a chart stands."""

    owner: tuple[int, ...] = ()
    """The seat whose counter stands on each number, or FREE; entry 0 is not used."""
    to_place: int = 0
    """Counters still to be placed, all seats together."""
    lifted: int = STAY
    """The number of the counter that is being moved."""


def begin(game: Game) -> OnChart:
    """An empty chart."""
    area = game.area_as(Multiples)
    to_place = area.counters * game.seats.count
    seat = game.seats.count - 1 if area.placing == "last" else 0
    return OnChart(owner=(FREE,) * (area.chart + 1), to_place=to_place, waiting="choice", seat=seat)


def asks(game: Game, now: OnChart) -> str | None:
    """What the seat to move has to do."""
    if now.to_place:
        return "place a counter on a free number."
    if now.waiting != "choice":
        return None
    return "move the counter to a free number." if now.lifted else "choose the counter to move, or leave all."


def options(game: Game, now: OnChart) -> tuple[Option[int], ...]:
    """Free numbers, or one's own counters."""
    limit = game.area_as(Multiples).limit
    numbers = range(limit + 1, len(now.owner))
    if now.to_place or now.lifted:
        return tuple(Option(n, str(n), n) for n in numbers if now.owner[n] == FREE)
    own = tuple(Option(n, f"Move {n}", n) for n in numbers if now.owner[n] == now.seat)
    return (Option(STAY, "Leave all"), *own)


def _owned(now: OnChart, number: int, seat: int) -> OnChart:
    return replace(now, owner=(*now.owner[:number], seat, *now.owner[number + 1 :]))


def choose(game: Game, now: OnChart, key: int) -> OnChart:
    """Place, lift or set down a counter."""
    if now.to_place:
        now = replace(_owned(now, key, now.seat), to_place=now.to_place - 1)
        now = replace(now, record=(*now.record, f"Player {now.seat + 1} places on {key}."))
        if not now.to_place and _hopeless(game, now):
            return won(now, ())
        if not now.to_place:
            return replace(now, seat=0, waiting="draw")
        step = -1 if game.area_as(Multiples).placing == "last" else 1
        return replace(now, seat=(now.seat + step) % game.seats.count, waiting="choice")
    if now.lifted:
        moved = _owned(_owned(now, now.lifted, FREE), key, now.seat)
        return _turn_over(game, noted(replace(moved, lifted=STAY), f"moves {now.lifted} to {key}."))
    return _turn_over(game, noted(now, "leaves all.")) if key == STAY else replace(now, lifted=key)


def _hopeless(game: Game, now: OnChart) -> bool:
    """Whether every seat has a counter that no draw can take off, where none can be moved."""
    off = comes_off(game)
    dead = {owner for number, owner in enumerate(now.owner) if owner != FREE and not off[number]}
    return not may_move(game) and len(dead) == game.seats.count


def pick(game: Game, now: OnChart, style: Style, rng: np.random.Generator) -> int:
    """What a style chooses: by its or any of them."""
    likes = liked_by(game, now.seat, style)
    found = [option.key for option in options(game, now) if option.key != STAY]
    if likes is None:
        return int(found[int(rng.integers(len(found)))]) if found else STAY
    rank = {int(number): place for place, number in enumerate(likes)}
    if now.to_place or now.lifted:
        return int(min(found, key=lambda number: rank[number]))
    free = [rank[n] for n in rank if now.owner[n] == FREE]
    worst = max(found, key=lambda number: rank[number])
    return int(worst) if free and min(free) < rank[worst] else STAY


def landed(game: Game, now: OnChart, drawn: Drawn) -> OnChart:
    """Take a counter off, or let one be moved."""
    mine = game.of_seat(now.seat)
    totals = mine.distribution.totals
    at = totals.index(drawn.total) if drawn.total is not None else len(totals)
    divisor = chart_of(mine).divisors[at]
    if divisor == MOVES:
        return replace(noted(now, f"{drawn.words}, a counter may be moved."), waiting="choice")
    number = 0 if divisor == NOTHING else int(taken_off(np.array(now.owner), divisor))
    if not number:
        return _turn_over(game, noted(now, f"{drawn.words}, nothing comes off."))
    owner = now.owner[number]
    told = noted(_owned(now, number, FREE), f"{drawn.words}, {number} comes off, of player {owner + 1}.")
    return _turn_over(game, told)


def _turn_over(game: Game, now: OnChart) -> OnChart:
    clear = [seat for seat in range(game.seats.count) if seat not in now.owner]
    if clear:
        return won(now, clear)
    return replace(now, seat=(now.seat + 1) % game.seats.count, turn=now.turn + 1, waiting="draw")


def coach(game: Game, now: OnChart) -> str:
    """No best play is known; what can be said is how often numbers are divided."""
    if now.waiting != "choice":
        return "There is nothing to choose now: draw, and see."
    chart = chart_of(game.of_seat(now.seat))
    free = [number for number in range(chart.limit + 1, chart.numbers + 1) if now.owner[number] == FREE]
    if not free:
        return "No number is free."
    rates = rates_of(game)
    best = sorted(free, key=lambda number: -rates[number])[:NAMED]
    easy = max(free, key=lambda number: (float(chart.chances[number]), -number))
    behind = "" if easy in best else f" {easy} is divided by more draws, and waits behind lower multiples."
    named, each = listing(best, "and"), "a counter there comes" if len(best) == 1 else "counters there come"
    told = f"No best play is known for this game. In games played by chance {each} off soonest: {named} (simulated)."
    return f"{told}{behind}"


NAMED = 5
BY_HAND = ByHand(
    begin=begin, landed=landed, choose=choose, options=options, pick=pick, coach=coach, asks=asks, compares=True
)
