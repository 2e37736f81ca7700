"""What is printed of a game, as plain data: what the pages are drawn from."""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import AnyPiece
from bolometric.core.results.board import Heat, Places
from bolometric.core.results.printed import PlayersRules, WriteOn


@dataclass(frozen=True, slots=True)
class Kit:
    """A list of things with their numbers."""

    tables: int
    learners: int
    lines: tuple[tuple[int, str], ...]
    """How many, and of what."""
    cautions: tuple[str, ...]

    @property
    def whom(self) -> str:
        """For whom: 'For 28 learners at 14 tables'."""
        learners = "1 learner" if self.learners == 1 else f"{self.learners} learners"
        tables = "1 table" if self.tables == 1 else f"{self.tables} tables"
        return f"For {learners} at {tables}"

    @property
    def words(self) -> str:
        """In one sentence: 'For 28 learners at 14 tables: 14 boards, 28 dice …'."""
        told = ", ".join(f"{count} {what}" for count, what in self.lines)
        return f"{self.whom}: {told}."


@dataclass(frozen=True, slots=True)
class SheetPart:
    """A heading with its lines."""

    title: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class TeachersCard:
    """The teacher's card."""

    name: str
    parts: tuple[SheetPart, ...]
    questions: tuple[tuple[str, str], ...]
    """Questions with their answers."""


@dataclass(frozen=True, slots=True)
class Asked:
    """A pack of question cards."""

    name: str
    cards: tuple[tuple[str, str], ...]
    """Questions with their answers."""


@dataclass(frozen=True, slots=True)
class Contents:
    """Everything that pages are made from."""

    game: Game
    varies: bool
    """Whether there can be several different boards that are equally fair."""
    kit: Kit
    rules: PlayersRules
    boards: tuple[Places, ...]
    """Different boards, or the one of the game; none where nothing is laid down."""
    heat: Heat | None
    """How often each place is used, where it is wanted on the board and known."""
    each: bool
    """Whether every player needs a board."""
    counters: int
    """Counters of each player."""
    tables: tuple[WriteOn, ...]
    tiles: tuple[str, ...]
    pieces: tuple[tuple[AnyPiece, int], ...]
    """Pieces, with how many a table needs."""
    questions: tuple[Asked, ...]
    tally: tuple[tuple[str, float], ...]
    """What can come up, with its chance."""
    card: TeachersCard | None = None
    """None as long as it is not worked out."""
