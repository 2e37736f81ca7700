"""Splits as the rest of the core sees them."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.splits.found import chance_of_all, lasting, may_stop
from bolometric.core.areas.splits.spec import Splits
from bolometric.core.chains.waiting import fixed
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.learner_work.trace import FIRST, Book, coded
from bolometric.core.results.batch import NO_WINNER, UNFINISHED, Batch, Player
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.readings import exact_length, exact_value


def solve(game: Game) -> ExactResult:
    """Everything: it is a stopping time and no more."""
    area = game.area_as(Splits)
    turns = lasting(area)
    length = exact_length(turns)
    return ExactResult(
        {
            "turns": length,
            "rolls": exact_length(fixed(0)),
            "rounds": exact_length(turns.in_rounds(game.seats.count)),
            "found": length,
            "success": exact_value(chance_of_all(area)),
            "stuck": exact_value(0.0),
        },
        turns,
    )


def chooses(game: Game) -> bool:
    """Which way is found next is nobody's advantage."""
    return False


def player(game: Game) -> Player:
    """All games of a batch in step, way by way."""
    area, seats = game.area_as(Splits), game.seats.count
    count = len(area.ways)

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        stops = rng.random((runs, count)) < area.stopping
        stops &= [may_stop(area, found) for found in range(1, count + 1)]
        stops[:, -1] = True
        found = stops.argmax(axis=1) + 1
        turns = np.minimum(found, most_turns)
        if book is not None:
            in_order = np.broadcast_to(np.arange(count), (runs, count))
            order = in_order if area.working == "steps" else rng.permuted(in_order, axis=1)
            for turn in range(count):
                going = np.flatnonzero(found > turn)
                book.write(coded(FIRST, order[going, turn], 0, turn % seats), going)
        over = np.where(found <= most_turns, NO_WINNER, UNFINISHED).astype(np.int8)
        none = np.zeros(runs, np.int64)
        own = {"found": turns.astype(float)}
        return Batch(turns, none, over, none, success=(turns == count).astype(float), own=own)

    return batch


MEASURED = Measured(solve=solve, player=player, chooses=chooses)
