"""Rows that face each other: where the styles write a number, for many games in step."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.seats import Style

Array = NDArray[np.float64]
Places = NDArray[np.int64]
FREE = -1
"""In place of a number: the row is still free."""


def written(rows: Places, seat: int, drawn: Places, chances: Array, style: Style, rng: np.random.Generator) -> Places:
    """The row that a seat writes into.

    ``rows`` has shape (games, seats, rows): how good each number is, from 0 up, or FREE; ``drawn`` (games,) how good
    the drawn number is. A plan looks one step ahead, the rest taken as placed by chance: the row whose chance of a
    tick the number raises most.
    """
    free = rows[:, seat] == FREE
    if style.choose == "guess":
        return np.asarray(np.where(free, rng.random(free.shape), -1.0).argmax(axis=1))
    others = np.delete(rows, seat, axis=1)
    liked = _gain(others, drawn, chances) if style.choose == "plan" else _beating(others, drawn)
    return np.asarray(np.where(free, liked, -np.inf).argmax(axis=1))


def _beating(others: Places, drawn: Places) -> Array:
    """First the row with the largest number that it beats; else it is hidden opposite the largest; else any row."""
    facing = others.max(axis=1, initial=FREE)  # alone nothing faces a row
    beaten = (facing != FREE) & (facing < drawn[:, None])
    span = facing.max() + 2
    return np.where(beaten, 2 * span + facing, np.where(facing != FREE, span + facing, 0)).astype(float)


def _gain(others: Places, drawn: Places, chances: Array) -> Array:
    """By how much the drawn number raises each row's chance of a tick over a number drawn by chance.

    A number of goodness g ticks a row if it is at least as good as the best that faces it, and as what others are yet
    to write there: with n of them P(tick) = [g >= best] · P(a draw is at most g)^n. The mean of that over all draws is
    looked up, by n and by the best, in sums taken from the top.
    """
    seats, goods = others.shape[1], len(chances)
    at_most = chances.cumsum()[None, :] ** np.arange(seats + 1)[:, None]
    usual = (chances * at_most)[:, ::-1].cumsum(axis=1)[:, ::-1]
    open_yet, best = (others == FREE).sum(axis=1), np.clip(others.max(axis=1, initial=FREE), 0, goods - 1)
    ticks = at_most[open_yet, drawn[:, None]] * (drawn[:, None] >= best)
    return np.asarray(ticks - usual[open_yet, best])


def ticks_of(rows: Places) -> Places:
    """Ticks of each seat; shape (games, seats)."""
    return np.asarray((rows == rows.max(axis=1, keepdims=True)).sum(axis=2))
