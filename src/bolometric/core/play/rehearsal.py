"""A rehearsal: what a table works out, or compiles, when it is first needed is worked out before anybody sits down."""

from __future__ import annotations

from collections.abc import Sequence

from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.play.sitting import Sitting
from bolometric.core.settings.cancel import checkpoint

STEPS = 24
"""Enough for every kind of step to come up; what has been worked out by then serves the rest of the game."""
GUESS = Style(choose="guess")


def rehearse(game: Game, styles: Sequence[Style], coached: bool) -> None:
    """Play the first steps of a game as it will be played: by these styles, and with the coach looking on or not.

    Raises:
        Cancelled: once a ``stop`` that is heeded here is true.
    """
    sitting = Sitting(game)
    for _ in range(STEPS):
        checkpoint()
        if sitting.now.over:
            return
        if coached:
            sitting.coach()
        for style in styles:
            if sitting.options:
                sitting.rules.pick(sitting.seen, sitting.now, style, sitting.chance)
        sitting.play_on(GUESS)
