"""Sets of tiles as the rest of the core sees them."""

from __future__ import annotations

from collections.abc import Callable
from functools import reduce

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.tiles.sets.exact import Outcome, follow
from bolometric.core.areas.tiles.sets.rules import Lids, compile_lids
from bolometric.core.areas.tiles.spec import Sets
from bolometric.core.errors import Cancelled
from bolometric.core.game import Game
from bolometric.core.lengths import WaitingTime, fixed
from bolometric.core.odds import distribution_of
from bolometric.core.pieces import remembers
from bolometric.core.readings import exact_length, exact_value
from bolometric.core.runs import Player
from bolometric.core.scores import added, least_wins, mixed, scores_of, spread
from bolometric.core.seats import Style
from bolometric.core.solved import Solved, seat_readings


def lids_of(game: Game) -> Lids:
    """The compiled rules of a game."""
    area = game.area_as(Sets)
    alone = game.distribution if area.fewer == "never" else distribution_of(game.pieces[:1], game.draw)
    return compile_lids(area, game.distribution, alone)


def outcome_of(game: Game, style: Style) -> Outcome:
    """What a turn in a style comes to."""
    return follow(lids_of(game), style)


def solve(game: Game, stop: Callable[[], bool]) -> Solved | None:
    """Every reading from the ends of one turn a seat; None if draws hang together. Raises Cancelled."""
    if remembers(game.pieces):
        return None
    area, seats, lids = game.area_as(Sets), game.seats.count, lids_of(game)
    outcomes = []
    for seat in range(seats):
        if stop():
            raise Cancelled
        outcomes.append(follow(lids, game.seats.style(seat)))
    turns = fixed(seats * area.rounds)
    draws = _lasting([outcome.draws for outcome in outcomes] * area.rounds)
    readings = {
        "turns": exact_length(turns),
        "rounds": exact_length(fixed(area.rounds)),
        "rolls": exact_length(draws),
        "success": exact_value(float(np.mean([outcome.left[0] for outcome in outcomes]))),
        "idle_turns": exact_value(float(np.mean([outcome.idle for outcome in outcomes]))),
        "stuck": exact_value(0.0),
    }
    ends = {id(outcome): outcome for outcome in outcomes}
    totals = {key: added(scores_of(lids.score, outcome.left), area.rounds) for key, outcome in ends.items()}
    known = [found for outcome in outcomes if (found := totals[id(outcome)]) is not None]
    if len(known) < seats:
        return Solved(readings, turns, draws)
    wins, ties = least_wins(known)
    scores = mixed(known)
    readings |= {"score": spread(scores), **seat_readings([float(share) for share in wins], ties)}
    return Solved(readings, turns, draws, scores=scores)


def _lasting(parts: list[NDArray[np.float64]]) -> WaitingTime:
    """How long several independent turns last together."""
    chances = reduce(np.convolve, parts)
    return WaitingTime(np.maximum(1 - chances.cumsum(), 0.0))


def chooses(game: Game) -> bool:
    """Whether players ever have several options."""
    lids = lids_of(game)
    return bool((np.diff(lids.first) > 1).any() or lids.may.all(axis=1).any())


def hopeless(game: Game) -> bool:
    """A turn always ends."""
    return False


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.tiles.sets import play

    return play.player(game, lids_of(game))
