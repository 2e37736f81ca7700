"""Games of seats that never meet, where each draws in its own way: each plays alone, and the scores are compared.

Areas know nothing of each other; what several share lies beside them.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.document import Game
from bolometric.core.learner_work.tasks import Task, Tasks
from bolometric.core.learner_work.trace import FIRST, NUMBER_BITS, Book, Whole
from bolometric.core.results.batch import Batch, Player, least_wins, shared_win

SIDE = 1 << 23
"""Where the first number of a note is kept for one way of drawing, the next begins with those of the next way."""


def alone(game: Game, seat: int) -> Game:
    """The game as one seat plays it, which draws and chooses as it does, by itself."""
    mine = game.of_seat(seat)
    seats = mine.seats.model_copy(update={"count": 1, "styles": (mine.seats.style(seat),)})
    return mine.model_copy(update={"seats": seats})


def seat_by_seat(game: Game, player: Callable[[Game], Player]) -> Player:
    """The game compiled for the runs from what every seat plays alone: as many turns each, the least score wins."""
    players = [player(alone(game, seat)) for seat in range(game.seats.count)]
    sides = [game.by_side.index(one) for one in game.by_seat]

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        books = [None if book is None else Book(runs) for _ in players]
        parts = [one(runs, most_turns, rng, own) for one, own in zip(players, books, strict=True)]
        if book is not None:
            _take_turns(book, [own for own in books if own is not None], sides)
        score = np.concatenate([_known(part.score) for part in parts], axis=1)
        home, winner = shared_win(least_wins(score))
        return replace(
            parts[0],
            turns=np.sum([part.turns for part in parts], axis=0),
            rolls=np.sum([part.rolls for part in parts], axis=0),
            winner=winner,
            home=home,
            score=score,
            idle=None if parts[0].idle is None else np.sum([_known(part.idle) for part in parts], axis=0),
            success=np.mean([_known(part.success) for part in parts], axis=0),
            over=None if parts[0].over is None else np.mean([_known(part.over) for part in parts], axis=0),
        )

    return batch


def _known(values: NDArray[np.float64] | None) -> NDArray[np.float64]:
    assert values is not None
    return values


def _take_turns(book: Book, books: Sequence[Book], sides: Sequence[int]) -> None:
    """The notes of all seats in one book, turn by turn as they go round the table."""
    games, seats, turns, codes = [], [], [], []
    for seat, (own, side) in enumerate(zip(books, sides, strict=True)):
        book.full |= own.full
        game, _, code = own.notes()
        begun = (code >> 2 * NUMBER_BITS == FIRST).cumsum()
        games.append(game)
        turns.append(begun - begun[np.searchsorted(game, game)] if len(game) else game)
        seats.append(np.full(len(game), seat))
        codes.append(code + (side * SIDE << NUMBER_BITS))
    order = np.lexsort((np.concatenate(seats), np.concatenate(turns), np.concatenate(games)))
    laid: list[Whole] = [np.concatenate(part)[order] for part in (games, seats, codes)]
    book.add(Book(0), *laid)


def tasks_by_side(game: Game, tasks: Callable[[Game], Tasks]) -> Tasks:
    """What such notes mean: those of each way of drawing by its own tables."""
    if not game.others:
        return tasks(game)
    sides = [tasks(one) for one in game.by_side]

    def task(kind: int, one: int, other: int) -> Task:
        side, own = divmod(one, SIDE)
        return sides[side](kind, own, other)

    return task
