"""What players lay down, cut out or write on, as data: a board, tiles, and tables to fill in by hand."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from bolometric.core.results.board import Places


@dataclass(frozen=True, slots=True)
class WriteOn:
    """A table to write on."""

    title: str
    heads: tuple[str, ...]
    """What the columns are."""
    rows: tuple[str, ...]
    """What stands at the left of each row; empty words for rows that are only counted."""
    note: str = ""
    """One sentence below it."""
    each: bool = True
    """Whether every player needs one, and not one a table."""
    mat: int = 0
    """A square below it that stands for one, for colouring, cut into so many parts: 10, 100 or 1000; 0 for none."""
    parts: tuple[str, str, str] = ("tenth", "hundredth", "thousandth")
    """What its parts are called."""

    def said(self, otherwise: Callable[[str], str]) -> WriteOn:
        """The same in other words."""
        heads = tuple(map(otherwise, self.heads))
        parts = otherwise(self.parts[0]), otherwise(self.parts[1]), otherwise(self.parts[2])
        return replace(self, title=otherwise(self.title), heads=heads, note=otherwise(self.note), parts=parts)


@dataclass(frozen=True, slots=True)
class Beside:
    """What is needed beside the paper, one for every player or for every table."""

    one: str
    several: str
    each: bool = True
    counters: bool = False
    """Whether it is counters, or what takes their place."""


@dataclass(frozen=True, slots=True)
class Printed:
    """What an area needs on paper beside pieces and words."""

    board: Places | None
    """The board; None where nothing is laid down."""
    each: bool = False
    """Whether every player needs a board of their own."""
    counters: int = 1
    """Counters that a player puts on the board; 0 for none."""
    beside: tuple[Beside, ...] = ()
    tables: tuple[WriteOn, ...] = ()
    tiles: tuple[str, ...] = ()
    """What is written on tiles that fold to stand or to close."""


@dataclass(frozen=True, slots=True)
class PlayersRules:
    """The parts of what is read to the players."""

    needs: tuple[str, ...]
    caution: str
    steps: tuple[tuple[str, tuple[str, ...]], ...]
    """Headings with their sentences, which are numbered through."""
