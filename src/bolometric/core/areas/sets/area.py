"""Sets of tiles as the rest of the core sees them."""

from __future__ import annotations

from functools import reduce

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.seat_by_seat import seat_by_seat
from bolometric.core.areas.sets.exact import Outcome, follow, plan_of
from bolometric.core.areas.sets.rules import ClosingTable, compile_closing, tiles_in
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.chains.scores import added, least_score_wins, mixed, scores_of
from bolometric.core.chains.waiting import WaitingTime, fixed
from bolometric.core.game.contract import BestPlay, Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import Player
from bolometric.core.results.exact import ExactResult, seat_readings
from bolometric.core.results.readings import exact_length, exact_score, exact_value
from bolometric.core.settings.cancel import checkpoint


def closing_of(game: Game) -> ClosingTable:
    """The compiled rules of a game."""
    area = game.area_as(Sets)
    alone = game.distribution if area.fewer == "never" else distribution_of(game.pieces[:1], game.draw)
    return compile_closing(area, game.distribution, alone)


def outcome_of(game: Game, style: Style) -> Outcome:
    """What a turn in a style comes to."""
    return follow(closing_of(game), style)


def solve(game: Game) -> ExactResult | None:
    """Every reading from the ends of one turn a seat; None if draws hang together. Raises Cancelled."""
    if remembers(game.pieces):
        return None
    area, seats, closing = game.area_as(Sets), game.seats.count, closing_of(game)
    outcomes = []
    for seat, one in enumerate(game.by_seat):
        checkpoint()
        outcomes.append(outcome_of(one, game.seats.style(seat)))
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
    totals = {key: added(scores_of(closing.score, outcome.left), area.rounds) for key, outcome in ends.items()}
    known = [found for outcome in outcomes if (found := totals[id(outcome)]) is not None]
    if len(known) < seats:
        return ExactResult(readings, turns, draws)
    wins, ties = least_score_wins(known)
    scores = mixed(known)
    readings |= {"score": exact_score(scores), **seat_readings([float(share) for share in wins], ties)}
    return ExactResult(readings, turns, draws, scores=scores)


def _lasting(parts: list[NDArray[np.float64]]) -> WaitingTime:
    """How long several independent turns last together."""
    chances = reduce(np.convolve, parts)
    return WaitingTime(np.maximum(1 - chances.cumsum(), 0.0))


def chooses(game: Game) -> bool:
    """Whether players ever have several options."""
    if game.others:
        return any(chooses(one) for one in game.by_side)
    closing = closing_of(game)
    return bool((np.diff(closing.first) > 1).any() or closing.may.all(axis=1).any())


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.sets import play

    return seat_by_seat(game, player) if game.others else play.player(game, closing_of(game))


def best_play(game: Game) -> BestPlay | None:
    """What to draw with and which tiles to close, for every set of open tiles that best play itself comes to."""
    if remembers(game.pieces):
        return None
    closing = closing_of(game)
    plan, ways = plan_of(closing, "expected"), ("all pieces", "the first alone")
    table: dict[int, BestPlay] = {}
    ahead = [closing.full]
    while ahead:
        mask = ahead.pop()
        if mask in table:
            continue
        way = int(plan.policy.draw[mask])
        taken = {
            total: int(plan.policy.take[mask * len(closing.totals) + place])
            for place, total in enumerate(closing.totals)
            if closing.ways[way][place]
        }
        closes = {str(total): tiles_in(tiles) for total, tiles in taken.items() if tiles}
        score, chance = float(plan.expected[mask]), float(plan.complete[mask])
        table[mask] = {
            "open": tiles_in(mask),
            "draw": ways[way],
            "close": closes,
            "score": score,
            "closes_all": chance,
        }
        ahead += [mask - tiles for tiles in taken.values() if 0 < tiles < mask]
    order = sorted(table, key=lambda mask: (-mask.bit_count(), mask))
    return {"goal": "least left on average", "table": [table[mask] for mask in order]}


MEASURED = Measured(solve=solve, player=player, chooses=chooses, best_play=best_play)
