"""Pairs as the rest of the core sees them."""

from __future__ import annotations

from bolometric.core.areas.pairs import exact
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    from bolometric.core.areas.pairs import play  # brings Numba with it

    return play.player(game)


def chooses(game: Game) -> bool:
    """Which cards to turn: it is the whole game."""
    return True


MEASURED = Measured(solve=exact.solve, player=player, chooses=chooses)
