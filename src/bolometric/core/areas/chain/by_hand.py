"""A chain made by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.chain.play import NO_TABLE, style_of, table
from bolometric.core.areas.chain.play import choose as chosen
from bolometric.core.areas.chain.solved import ADD, Sum, after, results_of, still, sums_from, whole, wins_from
from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.game.aloud import capital
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import listing, plural


@dataclass(frozen=True, slots=True)
class OnChain(Standing):
    """How a line stands."""

    held: int = 0
    """Numbers not struck, as bits."""
    begins: int = -1
    """The place of the number that the next sum begins with; −1 before the first."""
    sign: int = -1
    """The sign that must come; −1 for either."""


def begin(game: Game) -> OnChain:
    """Nothing struck but, perhaps, zero."""
    return OnChain(held=whole(game.area_as(Chain)), waiting="choice")


def asks(game: Game, now: OnChain) -> str | None:
    """What the seat to move has to do."""
    if now.begins < 0:
        return "make the first sum of two numbers."
    number, sign = (
        game.area_as(Chain).open_line[now.begins],
        {-1: "add or take away", 0: "add", 1: "take away"}[now.sign],
    )
    return f"go on from {number}: {sign}."


def tally(game: Game, now: OnChain) -> str:
    """What is left."""
    return f"{plural(now.held.bit_count(), 'number')} left."


def _words(area: Chain, made: Sum) -> str:
    a, b, does = made
    numbers = area.open_line
    result = numbers[int(results_of(numbers)[a, b, does])]
    return f"{numbers[a]} {'+' if does == ADD else '−'} {numbers[b]} = {result}"


def options(game: Game, now: OnChain) -> tuple[Option[Sum], ...]:
    """Every sum that can be made."""
    area = game.area_as(Chain)
    shift = len(area.line) - len(area.open_line)
    return tuple(
        Option(made, _words(area, made), made[1] + 1 + shift if now.begins >= 0 and now.sign >= 0 else None)
        for made in sums_from(area, now.held, now.begins, now.sign)
    )


def choose(game: Game, now: OnChain, key: Sum) -> OnChain:
    """Make a sum."""
    area = game.area_as(Chain)
    held, begins, sign = after(area, now.held, key)
    now = noted(replace(now, held=held, begins=begins, sign=sign), f"{_words(area, key)}.")
    if sums_from(area, held, begins, sign):
        return replace(now, seat=(now.seat + 1) % game.seats.count, turn=now.turn + 1, waiting="choice")
    left = held.bit_count()
    if area.practice == "against":
        return won(now, [now.seat], ": nobody can go on")
    if left <= area.wanted:
        return won(now, range(game.seats.count), f" with {left} left")
    return won(now, (), f"Nobody can go on: {left} {'is' if left == 1 else 'are'} left.")


def landed(game: Game, now: OnChain, drawn: Drawn) -> OnChain:
    """Nothing is ever drawn."""
    return now


def pick(game: Game, now: OnChain, style: Style, rng: np.random.Generator) -> Sum:
    """The sum that a style makes."""
    area = game.area_as(Chain)
    numbers = np.array(area.open_line)
    planned = table(area) if style.choose == "plan" else NO_TABLE
    made = int(
        chosen(
            style_of(style),
            now.held,
            now.begins,
            now.sign,
            results_of(area.open_line),
            numbers,
            area.signs == "free",
            area.practice == "against",
            planned,
            rng.integers(0, 2**64, dtype=np.uint64),
        )
    )
    pair = made >> 1
    return pair // len(numbers), pair % len(numbers), made & 1


def best_sums(area: Chain, now: OnChain) -> list[Sum]:
    """The sums that best play may make: those that still leave fewest, or those after which the other loses."""
    ways = sums_from(area, now.held, now.begins, now.sign)
    if area.practice == "against":
        return [made for made in ways if not wins_from(area, *after(area, now.held, made))]
    rest = {made: still(area, *after(area, now.held, made)) or 0 for made in ways}
    return [made for made in ways if rest[made] == max(rest.values())]


def coach(game: Game, now: OnChain) -> str:
    """What each way of going on can still reach; how many of them reach the best; which numbers went dead, and why."""
    area = game.area_as(Chain)
    if len(area.open_line) > MOST_SOLVED:
        return f"Best play is known for at most {MOST_SOLVED} numbers.{_dead_words(area, now)}"
    good = best_sums(area, now)
    every = len(sums_from(area, now.held, now.begins, now.sign))
    all_of_them = {1: "the only sum", 2: "both sums"}.get(every, f"all {every} sums")
    ways = all_of_them if len(good) == every else f"{len(good)} of {every} sums"
    if area.practice == "against":
        if not good:
            return f"Every sum lets the other win, if they play on without a slip (exact).{_dead_words(area, now)}"
        wins = "wins" if len(good) == 1 else "win"
        return f"{capital(ways)} {wins}, such as {_words(area, good[0])} (exact).{_dead_words(area, now)}"
    least = now.held.bit_count() - 2 - 2 * (still(area, *after(area, now.held, good[0])) or 0)
    return (
        f"Fewest that can be left is {least}: {ways} can still reach it, such as "
        f"{_words(area, good[0])} (exact).{_dead_words(area, now)}"
    )


def dead(area: Chain, held: int) -> list[int]:
    """Numbers that are not struck, and that no number left makes a sum with."""
    numbers, results = area.open_line, results_of(area.open_line)
    there = [at for at in range(len(numbers)) if held >> at & 1]

    def makes(a: int, b: int) -> bool:
        return any(r >= 0 and held >> r & 1 for r in (*results[a, b].tolist(), *results[b, a].tolist()))

    return [numbers[a] for a in there if not any(makes(a, b) for b in there if b != a)]


def _dead_words(area: Chain, now: OnChain) -> str:
    found = dead(area, now.held)
    if not found:
        return ""
    goes = "goes" if len(found) == 1 else "go"
    return f" {listing(found, 'and')} {goes} into no sum any more: each leads off the line or to a struck number."


def find_hints(game: Game, now: OnChain) -> tuple[str, ...]:
    """Towards a sum of best play: how many there are, the sign, the number, the sum."""
    area = game.area_as(Chain)
    good = best_sums(area, now) if len(area.open_line) <= MOST_SOLVED and not now.over else []
    if not good:
        return ()
    a, b, does = good[0]
    many = "One sum is best." if len(good) == 1 else f"{len(good)} sums are best."
    sign = "Add." if does == ADD else "Take away."
    first = f"Begin with {area.open_line[a]}." if now.begins < 0 else f"Use the {area.open_line[b]}."
    return many, sign, first, f"{_words(area, good[0])}."


BY_HAND = ByHand(
    begin=begin,
    landed=landed,
    choose=choose,
    options=options,
    pick=pick,
    coach=coach,
    tally=tally,
    asks=asks,
    hints=find_hints,
)
