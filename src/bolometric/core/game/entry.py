"""An area's entry in the catalogue: all that is known of an area before it is first wanted.

What it does is behind :attr:`Entry.load`, so that a window is up before anything of it is imported.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING, Any, Generic, TypeAlias, TypeVar

from bolometric.core.game.area_part import AreaPart
from bolometric.core.game.starters import Starter, beside
from bolometric.core.results.kinds import ReadingKind, declare

if TYPE_CHECKING:
    from bolometric.core.game.contract import Area
    from bolometric.core.results.standing import Standing

S = TypeVar("S", bound="Standing")
K = TypeVar("K", bound=Hashable)


def _no_starters() -> tuple[Starter, ...]:
    return ()


@dataclass(frozen=True, slots=True)
class Entry(Generic[S, K]):
    """An area's entry in the catalogue. What it does is loaded when it is first wanted."""

    kind: type[AreaPart]
    load: Callable[[], Area[S, K]]
    starters: Callable[[], tuple[Starter, ...]] = _no_starters
    """Games to begin with."""
    readings: tuple[ReadingKind, ...] = ()
    """Readings of its own, estimated from what its batches count under ``own``."""

    @property
    def page(self) -> Path:
        """Where its pages of the handbook are: one for the kind, one for each reading of its own."""
        return beside(self.kind, "page.md")

    def __post_init__(self) -> None:
        for reading in self.readings:
            declare(reading)


AnyEntry: TypeAlias = Entry[Any, Any]
"""An entry of whatever area: who goes through the catalogue does not know its standings."""
