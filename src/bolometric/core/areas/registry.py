"""The areas there are, and what each package offers.

Every area is a package of the same layout; its modules are loaded by name when they are first wanted. So a
new area is a package and a member of the union in the game, and areas know nothing of each other.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from importlib import import_module
from typing import TYPE_CHECKING, Any, Protocol, cast

import numpy as np

from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.results.batch import Player
from bolometric.core.results.board import Cells, Heat
from bolometric.core.results.exact import ExactResult
from bolometric.core.results.standing import Drawn, Option, Standing
from bolometric.core.text.spans import Section, Sentences

if TYPE_CHECKING:
    from bolometric.core.judge.nearby import Change
    from bolometric.core.measure.measuring import Analysis


class Area(Protocol):
    """Module ``area``: the game worked out and played."""

    def solve(self, game: Game, stop: Callable[[], bool]) -> ExactResult | None:
        """What is known without playing, None if nothing can be followed. Raises Cancelled once ``stop()`` is true."""

    def chooses(self, game: Game) -> bool:
        """Whether players have anything to decide."""

    def hopeless(self, game: Game) -> bool:
        """Whether nobody can ever reach the aim."""

    def player(self, game: Game) -> Player:
        """The game compiled for the runs."""


class Board(Protocol):
    """Module ``board``: what is drawn and told of each place of the board. A trail has no names and no counters."""

    def names(self, game: Game) -> tuple[str, ...]:
        """What is written on each place."""

    def marks(self, game: Game, number: int) -> dict[int, str]:
        """A word on each place that says what is best there, once a place is pointed at; empty where there is none."""

    def grid(self, game: Game) -> Cells:
        """The table that the board is, for areas whose board is one."""

    def played_grid(self, game: Game, now: Any) -> Cells:
        """The table that is shown while the game is played by hand, where it is another one."""

    def place_of(self, game: Game, now: Any) -> int:
        """The place of that table on which the game stands, from 1; 0 for none."""

    def unused(self, game: Game) -> frozenset[int]:
        """Places, from 1, that are only there for show."""

    def standing(self, game: Game, now: Any) -> tuple[frozenset[int], tuple[tuple[int, ...], ...] | None]:
        """At the table: the places, from 1, that are shut, and for each place the seats of the counters on it."""

    def heat(self, game: Game) -> Heat | None:
        """How often each place is used; None if that is not known."""

    def describe(self, game: Game, heat: Heat, number: int) -> str:
        """Sentences about a place, counted from 1; 0 for none."""


class AtTable(Protocol):
    """Module ``table``: the game played by hand, by the compiled rules of the runs.

    A standing is an immutable value of the area's own kind; ``rng`` is used where a style leaves something to chance.
    """

    def begin(self, game: Game) -> Any:
        """The standing at the start."""

    def landed(self, game: Game, now: Any, drawn: Drawn) -> Standing:
        """The standing after a draw."""

    def options(self, game: Game, now: Any) -> tuple[Option, ...]:
        """What the seat to move may choose; empty where it can only draw."""

    def choose(self, game: Game, now: Any, key: Any) -> Standing:
        """The standing after an option is chosen."""

    def pick(self, game: Game, now: Any, style: Style, rng: np.random.Generator) -> Any:
        """The key of what a style chooses; None to draw."""

    def coach(self, game: Game, now: Any) -> str:
        """Each option with its value under best play and what choosing it costs, or why there is none."""

    def tally(self, game: Game, now: Any) -> str:
        """How the seats stand, where the board does not show it; else nothing."""

    def asks(self, game: Game, now: Any) -> str:
        """What the seat to move has to do, as it follows a colon; nothing for a plain draw."""

    def pieces(self, game: Game, now: Any) -> tuple[AnyPiece, ...]:
        """The pieces that the next draw uses."""


class Saying(Protocol):
    """Module ``sentences``: the rules in words."""

    def board(self, game: Game) -> Section:
        """What to draw."""

    def needs(self, game: Game) -> str:
        """What is needed beside the pieces, as it goes on a list: 'a counter for each player and the trail'."""

    def first(self, game: Game) -> tuple[Sentences, ...]:
        """What is done before the first turn."""

    def begins(self, game: Game) -> str:
        """How the first sentence of a turn begins, where it is not a plain draw; else nothing."""

    def turn(self, game: Game) -> tuple[Sentences, ...]:
        """What happens once the total is known."""

    def last(self, game: Game) -> Section:
        """How it ends."""


class Faults(Protocol):
    """Module ``faults``: what can be wrong with a game in this area."""

    def lengthens(self, game: Game) -> str:
        """Path of the whole number that makes a game longer; nothing if there is none."""

    def endless(self, exact: Analysis) -> tuple[str, str]:
        """Path and sentence if a player may never reach the aim, else nothing twice."""

    def plain_faults(self, game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
        """What is wrong by the rules alone: code, path, sentence, and what would cure it."""

    def useless(self, game: Game) -> int:
        """How many rules or numbers do nothing: a cure must not add to them."""

    def advice(self, exact: Analysis) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
        """What is surprising but no fault: code, path, sentence, and what would change it."""


def area_of(game: Game) -> Area:
    """How the game's area is worked out and played."""
    return cast(Area, _module(game, "area"))


def board_of(game: Game) -> Board:
    """What is told of the game's board."""
    return cast(Board, _module(game, "board"))


def table_of(game: Game) -> AtTable:
    """How the game is played by hand."""
    return cast(AtTable, _module(game, "by_hand"))


def saying_of(game: Game) -> Saying:
    """How the game's area is said."""
    return cast(Saying, _module(game, "sentences"))


def faults_of(game: Game) -> Faults:
    """What can be wrong in the game's area."""
    return cast(Faults, _module(game, "faults"))


def _module(game: Game, name: str) -> object:
    return import_module(f"bolometric.core.areas.{game.area.package}.{name}")
