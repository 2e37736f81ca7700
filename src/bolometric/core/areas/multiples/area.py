"""Multiples as the rest of the core sees them: known only from games played."""

from __future__ import annotations

from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player


def chooses(game: Game) -> bool:
    """Counters are placed, and perhaps moved."""
    return True


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.multiples import play

    return play.player(game)


MEASURED = Measured(player=player, chooses=chooses)
