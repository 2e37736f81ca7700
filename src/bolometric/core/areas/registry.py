"""The areas there are, and what each package offers.

Every area is a package of the same layout; its modules are loaded by name when they are first wanted. So a
new area is a package and an entry in ``AREAS``, and areas know nothing of each other.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from importlib import import_module
from typing import TYPE_CHECKING, Protocol, cast

from bolometric.core.game import Game
from bolometric.core.race import Journey, Squares
from bolometric.core.runs import Player
from bolometric.core.wording import Section, Sentences

if TYPE_CHECKING:
    from bolometric.core.measure import Exact
    from bolometric.core.nearby import Change

AREAS = ("trail",)
"""The kinds of area; each names its package."""


class Area(Protocol):
    """Module ``area``: the game worked out and played."""

    def journeys(self, game: Game, stop: Callable[[], bool]) -> tuple[Journey, ...] | None:
        """Each seat's own way to the aim, None if it can't be followed. Raises Cancelled once ``stop()`` is true."""

    def chooses(self, game: Game) -> bool:
        """Whether players have anything to decide."""

    def advice(self, game: Game, position: int) -> str:
        """What a player does best from a position, as a sentence; nothing where there is nothing to choose."""

    def one_draw_a_turn(self, game: Game) -> bool:
        """Whether every turn is just one draw."""

    def hopeless(self, game: Game) -> bool:
        """Whether nobody can ever reach the aim."""

    def squares(self, game: Game) -> Squares | None:
        """How often each place of the board is used."""

    def player(self, game: Game) -> Player:
        """The game compiled for the runs."""


class Saying(Protocol):
    """Module ``sentences``: the rules in words."""

    def board(self, game: Game) -> Section:
        """What to draw."""

    def place(self, game: Game) -> str:
        """Where everyone begins."""

    def turn(self, game: Game) -> tuple[Sentences, ...]:
        """What happens once the total is known."""

    def last(self, game: Game) -> Section:
        """How it ends."""


class Faults(Protocol):
    """Module ``faults``: what can be wrong with a game in this area."""

    def lengthens(self, game: Game) -> str:
        """Path of the whole number that makes a game longer."""

    def endless(self, exact: Exact) -> str:
        """A sentence if a player may never reach the aim, else nothing."""

    def impossible_totals(self, game: Game) -> Iterator[tuple[str, str, Change]]:
        """Rules about totals that never come up: path, sentence, and the rule without them."""

    def useless_totals(self, game: Game) -> Iterator[tuple[str, str, tuple[Change, ...]]]:
        """Totals that do nothing where they are used: path, sentence, and what would cure it."""

    def no_choice(self, game: Game) -> str:
        """A sentence if players may choose but there is nothing to decide, else nothing."""

    def never_landed(self, exact: Exact) -> str:
        """A sentence naming the places that are never used, else nothing."""


def area_of(game: Game) -> Area:
    """How the game's area is worked out and played."""
    return cast(Area, _module(game, "area"))


def saying_of(game: Game) -> Saying:
    """How the game's area is said."""
    return cast(Saying, _module(game, "sentences"))


def faults_of(game: Game) -> Faults:
    """What can be wrong in the game's area."""
    return cast(Faults, _module(game, "faults"))


def _module(game: Game, name: str) -> object:
    return import_module(f"bolometric.core.areas.{game.area.kind}.{name}")
