"""The trail as the rest of the core sees it."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from bolometric.core.areas.trail import exact
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.game import Game
from bolometric.core.race import Journey, Squares
from bolometric.core.runs import Batch, Player

NEAR_MEMORY = 65_536
"""Entries of a table that stay in the processor's near memory while games are played."""


def journey(game: Game, stop: Callable[[], bool]) -> Journey:
    """One seat's own way home. Raises Cancelled once ``stop()`` is true."""
    return exact.journey(compile_chain(game.area, game.distribution), stop)


def squares(game: Game) -> Squares:
    """How often each square is landed on."""
    return exact.squares(compile_chain(game.area, game.distribution))


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.trail import play  # brings Numba with it: half a second, wanted only for runs
    from bolometric.core.draw import sampler

    chain = compile_chain(game.area, game.distribution)
    sample = sampler(game.distribution, NEAR_MEMORY // chain.length)
    course = play.course(chain, sample, game.seats.count, game.area.finish == "finish_round")

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        return play.play(course, runs, most_turns, rng)

    return batch
