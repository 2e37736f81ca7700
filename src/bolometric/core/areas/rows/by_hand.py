"""Facing rows played by hand."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bolometric.core.areas.making_numbers import points_words, round_words
from bolometric.core.areas.rows.rules import FREE, chances_of, scale_of, ticks_of, written
from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.results.standing import Drawn, Option, Standing, noted, won
from bolometric.core.text.figures import minus


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
    ticks = ticks_of(_how_good(game, now)[None])[0]
    best = np.flatnonzero(ticks == ticks.max()).tolist()
    points = tuple(count + (seat in best) for seat, count in enumerate(now.points))
    words = round_words(now.round, ticks.astype(float).tolist(), best)
    now = replace(now, points=points, record=(*now.record, words))
    if max(points) >= game.area_as(DigitRows).points:
        return won(now, [seat for seat, count in enumerate(points) if count == max(points)])
    return _cleared(game, replace(now, round=now.round + 1, turn=now.turn + 1))


def _how_good(game: Game, now: OnRows) -> np.ndarray[tuple[int, ...], np.dtype[np.int64]]:
    """How good each number is, from 0 up, or FREE; shape (seats, rows)."""
    filled = np.array(now.filled)
    if game.area_as(DigitRows).aim != "smallest":
        return filled
    return np.where(filled == FREE, FREE, len(scale_of(game)) - 1 - filled)


def pick(game: Game, now: OnRows, style: Style, rng: np.random.Generator) -> int:
    """The row that a style writes into."""
    chances, good = chances_of(game), now.drawn
    if game.area_as(DigitRows).aim == "smallest":
        good = chances.shape[1] - 1 - good
    return int(written(_how_good(game, now)[None], now.seat, np.array([good]), chances, style, rng)[0])


def coach(game: Game, now: OnRows) -> str:
    """The row that looking one step ahead likes best."""
    if now.waiting != "choice":
        return "There is nothing to choose now: draw, and see."
    row = pick(game, now, Style(choose="plan"), np.random.default_rng(1))
    return f"Best: Row {row + 1} (one step ahead, the rest by chance)."


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
