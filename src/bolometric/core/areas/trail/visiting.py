"""How often each step is landed on, from games played: in parts, since nobody knows how long a game may take."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.chains.race import Visits
from bolometric.core.settings.cancel import checkpoint

Part = Callable[[int, np.random.Generator, NDArray[np.float64]], Any]
"""Plays so many games and adds to the landings, shape (2, steps + 1): in how many games, and how often in all.

Gives how many draws that took."""
FIRST = 4
"""Games of the first part; each further one has as many as all before."""
MOST_DRAWS, DRAWS_AT_ONCE = 20_000_000, 3_000_000
"""Draws after which no more games are played, and those of one part at the most: half a second, and a tenth."""


def visits_by_chance(part: Part, steps: int, games: int, rng: np.random.Generator) -> Visits:
    """Play ``games`` games, fewer where they are very long; the standard error says how many there were.

    Raises:
        Cancelled: between two parts, once a ``stop`` that is heeded here is true.
    """
    landed = np.zeros((2, steps + 1))
    played = drawn = 0
    size = FIRST
    while played < games and drawn < MOST_DRAWS:
        checkpoint()
        size = min(size, games - played)
        drawn += int(part(size, rng, landed))
        played += size
        size = max(1, min(played, DRAWS_AT_ONCE * played // max(drawn, 1)))
    chance, near = landed[0, 1:] / played, (landed[0, 1:] + 1) / (played + 2)
    return Visits(chance, landed[1, 1:] / played, float(np.sqrt(near * (1 - near) / played).max()))
