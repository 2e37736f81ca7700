"""Multiples as the rest of the core sees them: known only from games played."""

from __future__ import annotations

from collections.abc import Callable

from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player
from bolometric.core.results.exact import ExactResult


def solve(game: Game, stop: Callable[[], bool]) -> ExactResult | None:
    """Seats meet on one chart, so there is nothing to follow."""
    return None


def chooses(game: Game) -> bool:
    """Counters are placed, and perhaps moved."""
    return True


def hopeless(game: Game) -> bool:
    """Some number can come off, or the game would not be one."""
    return False


def player(game: Game) -> Player:
    """Compile the game for the runs."""
    from bolometric.core.areas.multiples import play

    return play.player(game)
