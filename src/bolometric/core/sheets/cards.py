"""Where cards lie on a page, front and back, so that each back comes out behind its front."""

from __future__ import annotations

from dataclasses import dataclass

WIDE, HIGH = 57.0, 82.0
"""A card, in millimetres."""
QUESTION = (85.0, 50.0)


@dataclass(frozen=True, slots=True)
class Place:
    """A card's place on a page: which page, and its upper left in millimetres from the paper's upper left."""

    page: int
    left: float
    top: float


@dataclass(frozen=True, slots=True)
class CardGrid:
    """Cards of one size in rows in the middle of a page."""

    paper: tuple[float, float]
    margin: float
    size: tuple[float, float]
    foot: float = 0.0
    """Millimetres that stay free above the lower margin, and, since paper is turned, below the upper one."""

    @property
    def columns(self) -> int:
        """Cards beside each other."""
        return max(int((self.paper[0] - 2 * self.margin + 1e-6) / self.size[0]), 1)

    @property
    def rows(self) -> int:
        """Cards one below the other."""
        return max(int((self.paper[1] - 2 * (self.margin + self.foot) + 1e-6) / self.size[1]), 1)

    @property
    def a_page(self) -> int:
        """Cards on a page."""
        return self.columns * self.rows

    def front(self, number: int) -> Place:
        """The place of a card, counted from 0."""
        page, at = divmod(number, self.a_page)
        row, column = divmod(at, self.columns)
        return Place(page, *self._corner(column, row))

    def back(self, number: int, flip: str) -> Place:
        """The place of its back, on the sheet that is printed behind: turned on the long or the short edge.

        Paper that stands upright is mirrored from left to right on its long edge, from top to bottom on its short one.
        """
        page, at = divmod(number, self.a_page)
        row, column = divmod(at, self.columns)
        on_long = (flip == "long") == (self.paper[1] >= self.paper[0])
        if on_long:
            return Place(page, *self._corner(self.columns - 1 - column, row))
        return Place(page, *self._corner(column, self.rows - 1 - row))

    def _corner(self, column: int, row: int) -> tuple[float, float]:
        left = (self.paper[0] - self.columns * self.size[0]) / 2
        top = (self.paper[1] - self.rows * self.size[1]) / 2
        return left + column * self.size[0], top + row * self.size[1]
