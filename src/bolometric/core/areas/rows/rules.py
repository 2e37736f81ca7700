"""Rows that face each other: where the styles write a number, for many games in step."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.settings.amounts import Value

Array = NDArray[np.float64]
Places = NDArray[np.int64]
FREE = -1
"""In place of a number: the row is still free."""


def scale_of(game: Game) -> tuple[Value, ...]:
    """All numbers that anybody may draw, in rising order."""
    sides = game.by_side
    return tuple(sorted({total for one in sides for total in one.distribution.totals}))


def chances_of(game: Game) -> Array:
    """The chance that each seat draws each number of the scale, from the worst number to the best.

    Returns shape (seats, numbers); where all draw alike every row is the same.
    """
    scale, least = scale_of(game), game.area_as(DigitRows).aim == "smallest"
    at = {total: place for place, total in enumerate(scale)}
    found = np.zeros((game.seats.count, len(scale)))
    for seat, one in enumerate(game.by_seat):
        found[seat, [at[total] for total in one.distribution.totals]] = one.distribution.chances
    return np.ascontiguousarray(found[:, ::-1]) if least else found


def written(rows: Places, seat: int, drawn: Places, chances: Array, style: Style, rng: np.random.Generator) -> Places:
    """The row that a seat writes into; shape (games,). Arguments as for :func:`liking`."""
    if style.choose == "guess":
        free = rows[:, seat] == FREE
        return np.asarray(np.where(free, rng.random(free.shape), -1.0).argmax(axis=1))
    return np.asarray(liking(rows, seat, drawn, chances, style.choose == "plan").argmax(axis=1))


def liking(rows: Places, seat: int, drawn: Places, chances: Array, ahead: bool) -> Array:
    """How much a seat likes each row for its number, -inf where it has written; shape (games, rows).

    ``rows`` has shape (games, seats, rows): how good each number is, from 0 up, or FREE; ``drawn`` (games,) how good
    the drawn number is; ``chances`` as :func:`chances_of` gives them. Whoever looks one step ahead, the rest taken as
    placed by chance, likes the row best whose chance of a tick the number raises most.
    """
    others = np.delete(rows, seat, axis=1)
    liked = _gain(others, drawn, chances[seat], np.delete(chances, seat, axis=0)) if ahead else _beating(others, drawn)
    return np.where(rows[:, seat] == FREE, liked, -np.inf)


def _beating(others: Places, drawn: Places) -> Array:
    """First the row with the largest number that it beats; else it is hidden opposite the largest; else any row."""
    facing = others.max(axis=1, initial=FREE)  # alone nothing faces a row
    beaten = (facing != FREE) & (facing < drawn[:, None])
    span = facing.max() + 2
    return np.where(beaten, 2 * span + facing, np.where(facing != FREE, span + facing, 0)).astype(float)


def _gain(others: Places, drawn: Places, own: Array, theirs: Array) -> Array:
    """By how much the drawn number raises each row's chance of a tick over a number drawn by chance.

    A number of goodness g ticks a row if it is at least as good as the best that faces it, and as what others are yet
    to write there: P(tick) = [g >= best] · Π P(a draw of theirs is at most g). The mean of that over all own draws is
    looked up, by who is yet to write there (where all draw alike by how many) and by the best, in sums taken from the
    top.
    """
    seats, goods = others.shape[1], len(own)
    alike = (theirs == own).all()
    if alike:
        at_most = own.cumsum()[None, :] ** np.arange(seats + 1)[:, None]
    else:
        at_most = np.ones((1, goods))
        for chances in theirs:
            at_most = np.concatenate([at_most, at_most * chances.cumsum()])
    usual = (own * at_most)[:, ::-1].cumsum(axis=1)[:, ::-1]
    weight = np.ones(seats, np.int64) if alike else 1 << np.arange(seats)
    open_yet = ((others == FREE) * weight[None, :, None]).sum(axis=1)
    best = np.clip(others.max(axis=1, initial=FREE), 0, goods - 1)
    ticks = at_most[open_yet, drawn[:, None]] * (drawn[:, None] >= best)
    return np.asarray(ticks - usual[open_yet, best])


def ticks_of(rows: Places) -> Places:
    """Ticks of each seat; shape (games, seats)."""
    return np.asarray((rows == rows.max(axis=1, keepdims=True)).sum(axis=2))
