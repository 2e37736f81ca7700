"""Games to begin from: the starters of every area."""

from __future__ import annotations

from bolometric.core.areas.catalogue import AREAS
from bolometric.core.game.starters import Starter


def starters() -> tuple[Starter, ...]:
    """Games to begin from, in the order of the catalogue."""
    return tuple(starter for entry in AREAS for starter in entry.starters())
