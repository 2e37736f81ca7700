"""A game between equal players: what a place at the table is worth, apart from skill and pieces."""

from __future__ import annotations

from dataclasses import replace

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.fault import Change
from bolometric.core.settings.errors import GameError


def between_equals(game: Game) -> Game | None:
    """The game with every player choosing as the first one does; None if players have pieces of their own.

    >>> between_equals(Game()) == Game()
    True
    """
    if getattr(game.area, "sides", ()):
        return None
    try:
        placements = getattr(game.area, "placements", ())
        same = game if len(placements) <= 1 else with_value(game, "area.placements", placements[:1])
        styles = {same.seats.style(seat) for seat in range(same.seats.count)}
        return same if len(styles) == 1 else with_value(same, "seats.styles", (same.seats.style(0),))
    except GameError:
        return None


def rebased(game: Game, change: Change) -> Change | None:
    """A change that was found for a game between equals, made to the game itself; None if it can't be made there."""
    made = game
    try:
        for path, value in change.steps:
            made = with_value(made, path, value)
    except GameError:
        return None
    return replace(change, game=made)
