"""Facing rows played by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.making_numbers import points_words, round_words
from bolometric.core.areas.rows.rules import FREE, Places, chances_of, liking, scale_of, ticks_of, written
from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import listing_words, minus
from bolometric.core.text.ranking import weighed


@dataclass(frozen=True, slots=True)
class OnRows(Standing):
    """How the rows stand."""

    filled: tuple[tuple[int, ...], ...] = ()
    """For each seat the place of the number in each row, FREE if there is none."""
    drawn: int = FREE
    """The place of the number that is to be written; FREE before a draw."""
    points: tuple[int, ...] = ()
    round: int = 1


def begin(game: Game) -> OnRows:
    """Empty rows."""
    return _cleared(game, OnRows(points=(0,) * game.seats.count))


def _cleared(game: Game, now: OnRows) -> OnRows:
    empty = ((FREE,) * game.area_as(DigitRows).rows,) * game.seats.count
    return replace(now, filled=empty, drawn=FREE, seat=0, waiting="draw")


def asks(game: Game, now: OnRows) -> str | None:
    """What the seat to move has to do."""
    if now.waiting != "choice":
        return None
    return f"write {minus(scale_of(game)[now.drawn])} into one of your rows."


def tally(game: Game, now: OnRows) -> str | None:
    """Points so far; the board shows the rows."""
    return points_words(now.round, now.points, game.area_as(DigitRows).points)


def options(game: Game, now: OnRows) -> tuple[Option[int], ...]:
    """Every free row."""
    own = now.filled[now.seat]
    return tuple(
        Option(row, f"Row {row + 1}", now.seat * len(own) + row + 1) for row, number in enumerate(own) if number == FREE
    )


def landed(game: Game, now: OnRows, drawn: Drawn) -> OnRows:
    """A number for the seat to move."""
    assert drawn.total is not None
    place = scale_of(game).index(drawn.total)
    return replace(noted(now, f"{drawn.words}."), drawn=place, waiting="choice")


def choose(game: Game, now: OnRows, key: int) -> OnRows:
    """Write the number into a row."""
    own = tuple(now.drawn if row == key else other for row, other in enumerate(now.filled[now.seat]))
    filled = tuple(own if seat == now.seat else other for seat, other in enumerate(now.filled))
    value = minus(scale_of(game)[now.drawn])
    now = noted(replace(now, filled=filled, drawn=FREE), f"{value} to row {key + 1}.")
    if all(number != FREE for rows in filled for number in rows):
        return _round_over(game, now)
    last = now.seat == game.seats.count - 1
    return replace(now, seat=0 if last else now.seat + 1, turn=now.turn + 1, waiting="draw")


def _round_over(game: Game, now: OnRows) -> OnRows:
    ticks = ticks_of(_seen(game, now)[0])[0]
    best = np.flatnonzero(ticks == ticks.max()).tolist()
    points = tuple(count + (seat in best) for seat, count in enumerate(now.points))
    words = round_words(now.round, ticks.astype(float).tolist(), best)
    now = replace(now, points=points, record=(*now.record, words))
    if max(points) >= game.area_as(DigitRows).points:
        return won(now, [seat for seat, count in enumerate(points) if count == max(points)])
    return _cleared(game, replace(now, round=now.round + 1, turn=now.turn + 1))


def _how_good(game: Game, numbers: Places) -> Places:
    """How good numbers are, from 0 up, or FREE."""
    if game.area_as(DigitRows).aim != "smallest":
        return numbers
    return np.where(numbers == FREE, FREE, len(scale_of(game)) - 1 - numbers)


def _seen(game: Game, now: OnRows) -> tuple[Places, Places]:
    """How good all numbers are, shape (1, seats, rows), and the one to be written, shape (1,)."""
    return _how_good(game, np.array(now.filled))[None], _how_good(game, np.array([now.drawn]))


def pick(game: Game, now: OnRows, style: Style, rng: np.random.Generator) -> int:
    """The row that a style writes into."""
    rows, drawn = _seen(game, now)
    return int(written(rows, now.seat, drawn, chances_of(game), style, rng)[0])


def coach(game: Game, now: OnRows) -> str:
    """The rows that looking one step ahead likes best."""
    if now.waiting != "choice":
        return "There is nothing to choose now: draw, and see."
    rows, drawn = _seen(game, now)
    liked = liking(rows, now.seat, drawn, chances_of(game), ahead=True)[0].tolist()
    free = {f"Row {row + 1}": -value for row, value in enumerate(liked) if value > -np.inf}
    best, _ = weighed(free)
    which = "any free row" if 1 < len(best) == len(free) else listing_words(best, "or")
    return f"Best: {which} (one step ahead, the rest by chance)."


BY_HAND = ByHand(
    begin=begin,
    landed=landed,
    choose=choose,
    options=options,
    pick=pick,
    coach=coach,
    tally=tally,
    asks=asks,
    compares=True,
)
