"""How often each place of a board is used: what tints it, and the figure written on it."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Heat:
    """One entry for each place of the board, in its order."""

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

    @property
    def scaled(self) -> tuple[float, ...]:
        """The values that set the scale."""
        if self.unused:
            return tuple(value for place, value in enumerate(self.values, 1) if place not in self.unused)
        return self.values[:-1] if self.last_apart and len(self.values) > 1 else self.values

    @property
    def known(self) -> str:
        """How sure the values are."""
        return f"simulated ± {100 * self.stderr:.2g} points" if self.stderr else "exact"


@dataclass(frozen=True, slots=True)
class Cells:
    """A board that is a table: places go along each row, the rows from above."""

    across: str
    """What the columns are."""
    down: str
    """What the rows are."""
    columns: tuple[str, ...]
    rows: tuple[str, ...]
    texts: tuple[str, ...]
    """What is written on each place."""
