"""The areas there are: one line each."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol

from bolometric.core.areas.trail import area as trail
from bolometric.core.areas.trail.exact import Squares
from bolometric.core.game import Game
from bolometric.core.race import Journey
from bolometric.core.runs import Player


class Area(Protocol):
    """What every area package offers, as functions of its module ``area``."""

    def journey(self, game: Game, stop: Callable[[], bool]) -> Journey:
        """One seat's own way to the aim."""

    def squares(self, game: Game) -> Squares:
        """How often each place of the board is used."""

    def player(self, game: Game) -> Player:
        """The game compiled for the runs."""


AREAS: dict[str, Area] = {"trail": trail}


def area_of(game: Game) -> Area:
    """The area that a game is played in."""
    return AREAS[game.area.kind]
