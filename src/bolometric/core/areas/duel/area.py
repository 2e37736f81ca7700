"""The duel as the rest of the core sees it."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.duel.exact import goes_of, match_of, round_in, sides_of
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.chains.waiting import WaitingTime
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player
from bolometric.core.results.exact import ExactResult, seat_readings
from bolometric.core.results.readings import exact_length, exact_value


def solve(game: Game) -> ExactResult | None:
    """Every reading; None if cards stay out, or the match may never end or is too long to follow."""
    if game.keeps_out:
        return None
    area, sides = game.area_as(Duel), sides_of(game)
    found = match_of(area, sides)
    goes = None if found is None else goes_of(area, sides, found.rounds)
    if found is None or goes is None:
        return None
    rolls = WaitingTime(np.append(np.repeat(goes.head[:-1], len(sides)), 0.0))
    turns = goes if area.together else rolls
    readings = {
        "rolls": exact_length(rolls),
        "turns": exact_length(turns),
        "rounds": exact_length(goes),
        **seat_readings([float(share) for share in found.wins], found.ties),
        "success": exact_value(1.0),
        "stuck": exact_value(0.0),
    }
    return ExactResult(readings, turns)


def hopeless(game: Game) -> bool:
    """Whether no round is ever decided, though one must be."""
    area = game.area_as(Duel)
    return (
        area.ties != "shared"
        and round_in(game).tied > 1 - 1e-12
        and (area.length == "first_to" or area.ties == "again")
    )


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.duel import play

    return play.player(game)


MEASURED = Measured(solve=solve, player=player, hopeless=hopeless)
