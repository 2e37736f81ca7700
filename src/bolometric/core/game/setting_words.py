"""Words that stand for a setting of a game."""

from __future__ import annotations

from bolometric.core.game.document import Game
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.spans import Span


def choice(game: Game, path: str) -> Span:
    """The words of what is chosen at a path."""
    at = knob_at(game, path)
    return Span(at.knob.words(at.value), path)
