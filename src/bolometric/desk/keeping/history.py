"""Undo as a list of games. Knows no Qt."""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import pairwise

from bolometric.core.game.document import Game

MOST = 500
"""Steps kept; a game is about a kilobyte."""


@dataclass(slots=True)
class History:
    """The games of one document, the place of the present one, and which of them is on disk."""

    games: list[Game]
    at: int = 0
    saved: Game | None = None
    _stroke: object = field(default=None, repr=False)

    @property
    def game(self) -> Game:
        """The present game."""
        return self.games[self.at]

    @property
    def dirty(self) -> bool:
        """Whether the present game differs from the one on disk."""
        return self.game != self.saved

    def push(self, game: Game, stroke: object = None) -> None:
        """Take on a new game. Changes with the same ``stroke`` in a row are one step of undo."""
        if game == self.game and stroke is None:
            return
        if stroke is not None and stroke is self._stroke and self.at > 0:
            self.games[self.at] = game
            del self.games[self.at + 1 :]
            if game == self.games[self.at - 1]:  # the stroke has come back to where it began
                self.at -= 1
                del self.games[self.at + 1 :]
                self._stroke = None
            return
        if game == self.game:
            return
        del self.games[self.at + 1 :]
        self.games.append(game)
        del self.games[:-MOST]
        self.at, self._stroke = len(self.games) - 1, stroke

    def pairs(self) -> list[tuple[Game, Game]]:
        """Each step: the game before and after it."""
        return list(pairwise(self.games))

    def step(self, by: int) -> bool:
        """Go back (-1) or forth (1); False at the end."""
        if not 0 <= self.at + by < len(self.games):
            return False
        self.at, self._stroke = self.at + by, None
        return True
