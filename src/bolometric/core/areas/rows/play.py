"""Whole games of facing rows, played by the thousand: all games of a batch in step."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.making_numbers import Round, rounds_to_points
from bolometric.core.areas.rows.rules import FREE, Places, chances_of, ticks_of, written
from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.learner_work.trace import DECIDE, FIRST, Book, coded
from bolometric.core.results.batch import Player

Array = NDArray[np.float64]
COMPARED = 3
"""The kind of note for two numbers that face each other: one's own, and the best of the others."""
IN_STEP = 2000
"""Games of rows that are played in step: what they look at then stays in near memory."""


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area = game.area_as(DigitRows)
    turns = area.rows * game.seats.count
    return rounds_to_points(_round(game), game.seats.count, turns, turns, area.points)


def chooses(game: Game) -> bool:
    """Whether there is more than one row."""
    return game.area_as(DigitRows).rows > 1


def _round(game: Game) -> Round:
    area, seats = game.area_as(DigitRows), game.seats.count
    chances = chances_of(game)
    edges, styles = chances.cumsum(axis=1), [game.seats.style(seat) for seat in range(seats)]
    last = [int(np.flatnonzero(row)[-1]) for row in chances]
    side = [game.by_side.index(one) for one in game.by_seat]

    def play(runs: int, rng: np.random.Generator, book: Book | None) -> tuple[Array, Array, Array]:
        parts = []
        for at in range(0, runs, IN_STEP):
            few = min(IN_STEP, runs - at)
            parts.append(some(few, rng, book, np.zeros(0, np.int64) if book is None else book.games[at : at + few]))
        told = np.concatenate(parts)
        return -told, told, (told == area.rows).astype(float)

    def some(runs: int, rng: np.random.Generator, book: Book | None, games: Places) -> Array:
        rows = np.full((runs, seats, area.rows), FREE, np.int64)
        everyone = np.arange(runs)
        for turn in range(area.rows * seats):
            seat = turn % seats
            drawn = np.minimum(np.searchsorted(edges[seat], rng.random(runs), "right"), last[seat])
            rows[everyone, seat, written(rows, seat, drawn, chances, styles[seat], rng)] = drawn
            if book is not None:
                book.write(coded(FIRST, drawn, side[seat], seat), games)
                if turn < (area.rows - 1) * seats:
                    book.write(coded(DECIDE, turn // seats, 0, seat), games)
        if book is not None and seats > 1:
            _note_ends(book, rows, games)
        return ticks_of(rows).astype(float)

    return play


def _note_ends(book: Book, rows: Places, games: Places) -> None:
    """What faces each other is compared, row by row; ``rows`` has shape (games, seats, rows)."""
    for seat in range(rows.shape[1]):
        facing = np.delete(rows, seat, axis=1).max(axis=1)
        for row in range(rows.shape[2]):
            book.write(coded(COMPARED, rows[:, seat, row], facing[:, row], seat), games)


MEASURED = Measured(player=player, chooses=chooses)
