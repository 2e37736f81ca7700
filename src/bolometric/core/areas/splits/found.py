"""How many ways are found before a group stops, exactly.

Theory. With K ways and a chance s to stop after each way from the middle one on while one is missing, more than n ways
are found with chance (1 − s)ᵐ, where m of the numbers up to n are K / 2 or more, for n < K, and never more than K: a
geometric distribution that begins at the half and is cut off.
"""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.splits.spec import Splits
from bolometric.core.chains.waiting import WaitingTime


def may_stop(area: Splits, found: int) -> bool:
    """Whether a group may say that it has all, with so many found: once half of them are."""
    return area.working == "any" and area.told == "no" and 0 < len(area.ways) <= 2 * found


def lasting(area: Splits) -> WaitingTime:
    """How many ways are found, each a turn."""
    asked = np.array([may_stop(area, found) for found in range(len(area.ways))]).cumsum()
    return WaitingTime(np.append((1 - area.stopping) ** asked, 0.0))


def chance_of_each(area: Splits) -> tuple[float, ...]:
    """The chance that each way is found in a game."""
    alive = lasting(area).head[:-1]
    if area.working == "steps":
        return tuple(alive.tolist())
    return (float(alive.mean()),) * len(area.ways)


def chance_of_all(area: Splits) -> float:
    """The chance that all ways are found."""
    return float(lasting(area).head[-2])
