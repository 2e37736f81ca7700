"""What a board is, as one of a few drawings, and how often each of its places is used.

Places are numbered from 1 in the order of the drawing. An area gives the board of a game, and, while it is played, the
board as it stands; painting matches on the kind of drawing and knows no area.
"""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.text.figures import known_to

MOST_CELLS = 1000
"""Cells of a box that is filled: past that each stands for several steps."""


@dataclass(frozen=True, slots=True)
class Carried:
    """What a square carries, as it is seen on the board."""

    square: int
    mark: str
    """What is written on it."""
    tint: str
    """Its colour: the name of one of the palette's, or six digits after a hash."""
    to: int | None = None
    """Where it leads."""


@dataclass(frozen=True, slots=True)
class Track:
    """Numbered squares in a row, winding."""

    squares: int
    markers: tuple[int, ...] = ()
    """The square of each seat's marker, 0 for off the board; empty while nobody plays."""
    carried: tuple[Carried, ...] = ()
    """What squares carry."""
    laid: str = "to_and_fro"
    """How they lie: to_and_fro, from_below, from_above, line, spiral, loop or curve."""
    row: int = 0
    """Squares in a row, where they lie in rows; 0 for as many as fit."""
    written: tuple[str, ...] | None = None
    """What is written on each; None for its number."""
    lines: bool = False
    """Whether each seat fills a line of its own: all squares up to its marker are covered, and none waits beside it."""
    bend: tuple[tuple[float, float], ...] = ()
    """The points of a curve, from the left and from the top in percent."""


@dataclass(frozen=True, slots=True)
class Brush:
    """Something that places of a board can be made to carry by pointing at them."""

    key: str
    words: str
    leads: bool = False
    """Whether it takes two places: where it stands, and where it leads."""


@dataclass(frozen=True, slots=True)
class Box:
    """An amount that is filled: a large box of equal cells."""

    steps: int
    per_one: int
    """Steps to one whole."""
    markers: tuple[int, ...] = ()
    """The last cell that each seat has filled, 0 for none; empty while nobody plays."""

    @property
    def per_cell(self) -> int:
        """How many steps each cell stands for."""
        size = 1
        while self.steps // size > MOST_CELLS:
            size *= 10
        return size

    @property
    def cells(self) -> int:
        """How many cells there are."""
        return -(-self.steps // self.per_cell)


@dataclass(frozen=True, slots=True)
class Tiles:
    """Numbers side by side that are closed, or that counters stand on."""

    names: tuple[str, ...]
    """What is written on each."""
    unused: frozenset[int] = frozenset()
    """Places that are only there for show."""
    stacked: bool = False
    """Whether many counters may stand on one place, so that it is drawn tall."""
    shut: frozenset[int] = frozenset()
    """Places that are closed."""
    stacks: tuple[tuple[int, ...], ...] | None = None
    """While it is played: for each place the seats of the counters on it."""


@dataclass(frozen=True, slots=True)
class Cells:
    """A table: places go along each row, the rows from above."""

    across: str
    """What the columns are."""
    down: str
    """What the rows are."""
    columns: tuple[str, ...]
    rows: tuple[str, ...]
    texts: tuple[str, ...]
    """What is written on each place."""
    unused: frozenset[int] = frozenset()
    """Places that are left empty."""
    here: int | None = None
    """While it is played: the place where the game stands."""
    tinted: bool = True
    """Whether the heat of the board belongs on it."""
    owners: tuple[int, ...] = ()
    """While it is played: the seat whose counter is on each place, from 0, −1 for nobody; empty where none is."""
    tells_best: bool = False
    """Whether it gives best play away, so that while it is played it is blank until the coach is asked."""


Places = Track | Box | Tiles | Cells
DRAWN_MOST, COMES_MOST = "Which {} do you think is drawn most often?", "Which {} do you think comes up most often?"
"""Questions about the place with the largest value, where it is of draws."""


@dataclass(frozen=True, slots=True)
class Heat:
    """How often each place is used: what tints it, and the figure written on it. One entry for each place."""

    values: tuple[float, ...]
    """Share of 1, or how often."""
    legend: str
    """What the values say, before the colon."""
    stderr: float = 0.0
    """The widest standard error; 0 when exact."""
    last_apart: bool = False
    """Whether the last place, which every game comes to, does not set the scale."""

    unused: frozenset[int] = frozenset()
    """Places, from 1, that do not count."""
    ends: tuple[str, str, str] | None = None
    """What cold, middling and hot stand for, where they are no shares."""
    question: str = ""
    """What may be asked about the place with the largest value, with {} for square or number; empty for nothing."""
    times: tuple[float, ...] | None = None
    """How often each place is used in a game, on average, where the values are chances; infinite for once caught."""

    @property
    def scaled(self) -> tuple[float, ...]:
        """The values that set the scale."""
        if self.unused:
            return tuple(value for place, value in enumerate(self.values, 1) if place not in self.unused)
        return self.values[:-1] if self.last_apart and len(self.values) > 1 else self.values

    @property
    def known(self) -> str:
        """How sure the values are."""
        return known_to(self.stderr)
