"""One thing to know about a design, and what would cure it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import Literal

from bolometric.core.game.document import Game, with_values
from bolometric.core.game.house import spoken
from bolometric.core.settings.errors import GameError

Level = Literal["fault", "advice", "meant"]
NEVER_ENDS = "may_never_end"
"""The code of the fault that a player may never reach the aim."""


@dataclass(frozen=True, slots=True)
class Change:
    """One setting changed, or two together: what a maker would say of it, and the game it makes."""

    words: str
    path: str
    value: object
    game: Game
    then: tuple[tuple[str, object], ...] = ()
    """Paths and values of what is changed with it."""
    also: str = ""
    """What else it moves; empty if that is not much, or not known."""

    @property
    def steps(self) -> tuple[tuple[str, object], ...]:
        """Every path with its value, in the order in which they are changed."""
        return ((self.path, self.value), *self.then)


def change(game: Game, words: str, path: str, value: object) -> Change | None:
    """A change of one setting.

    Args:
        game: the game as it is.
        words: what a maker would say of the change.
        path: the place of the setting.
        value: what it is to be.

    Returns:
        The change with the game it makes; None if that game cannot be.

    >>> change(Game(), "Make it 3 squares", "area.length", 3) is None
    True
    """
    try:
        return changed(game, words, path, value)
    except GameError:
        return None


def carried_along(game: Game, path: str, value: object) -> tuple[tuple[str, object], ...]:
    """What else an offered change of a setting takes along, so that the game keeps its point: paths and values."""
    part, _, name = path.partition(".")
    along = game.area.carried(name, value) if part == "area" else {}
    return tuple((f"area.{key}", more) for key, more in along.items())


def changed(game: Game, words: str, path: str, value: object) -> Change:
    """A change of one setting with what it takes along. Raises GameError where that game cannot be."""
    then = carried_along(game, path, value)
    made = with_values(game, {path: value, **dict(then)})
    return Change(in_words_of(game, f"{words}{GOES_ON}" if then else words), path, value, made, then)


def in_words_of(game: Game, sentence: str) -> str:
    """A sentence about a game with the maker's own words in it."""
    return spoken(sentence, game.house.nouns)


def cures(*changes: Change | None) -> tuple[Change, ...]:
    """Those changes that can be."""
    return tuple(one for one in changes if one is not None)


GOES_ON = " and go on with what its squares do"
"""As part of what to do, where squares are taken along."""


@dataclass(frozen=True, slots=True)
class Fault:
    """Something wrong, or surprising, in a design.

    A *fault* spoils the game whatever it is for; *advice* is about the brief. What is *meant* is either, and there on
    purpose: a trap for the class to find.
    """

    code: str
    level: Level
    where: str
    """Path of the setting it hangs on."""
    sentence: str
    cures: tuple[Change, ...] = ()
    note: str = ""
    """The maker's, where it is meant."""
    seek: Callable[[], tuple[Change, ...]] = field(default=tuple, compare=False)
    """Finds further cures; that takes a while, and is done only where they are told."""

    def sought(self) -> Fault:
        """With all its cures. Raises Cancelled."""
        return replace(self, cures=(*self.cures, *self.seek()), seek=tuple)


@dataclass(frozen=True, slots=True)
class Annoyance:
    """What would annoy the players of a game, by one of its readings."""

    code: str
    reading: str
    limit: float
    """The mean from which on it annoys."""
    above: bool
    """Whether it annoys above the limit, or below it."""
    sentence: str
    """What is said; {} stands for the reading."""
    why: str
    """Why the limit is where it is: for those who work on the program."""
