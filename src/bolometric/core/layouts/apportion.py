"""How many cells each number should have: so that supply matches how often it comes up, or easy or rare ones have more.

Two ways of rounding shares to whole cells, which differ where shares are close. The *largest remainder* gives each
number the whole part of its share, and the cells left over to the largest rests. *Highest averages* gives cells one by
one to the number with most share for each cell it would then have (dividing by 1, 3, 5, …, after Sainte-Laguë). The
first is never off by a whole cell; the second never takes a cell away where the board grows.
Reference: Balinski and Young, *Fair Representation*, chapters 3 and 4.
"""

from __future__ import annotations

from collections.abc import Mapping
from heapq import heapify, heapreplace
from typing import Literal

Method = Literal["largest_remainder", "highest_averages"]
Favour = Literal["balanced", "easy", "rare"]
POWER = {"balanced": 1.0, "easy": 1.5, "rare": 0.5}
"""Shares go with this power of the chance: above 1 likely numbers have more cells than they come up, below it fewer."""


def apportioned(
    chances: Mapping[int, float], cells: int, favour: Favour = "balanced", method: Method = "largest_remainder"
) -> dict[int, int]:
    """Cells for each number that can come up; they add to ``cells``. Empty if none can.

    >>> apportioned({2: 0.25, 3: 0.5, 4: 0.25, 5: 0.0}, 8)
    {2: 2, 3: 4, 4: 2}
    """
    weights = {number: chance ** POWER[favour] for number, chance in sorted(chances.items()) if chance > 0}
    if not weights:
        return {}
    return _by_remainders(weights, cells) if method == "largest_remainder" else _by_averages(weights, cells)


def _by_remainders(weights: Mapping[int, float], cells: int) -> dict[int, int]:
    whole = sum(weights.values())
    shares = {number: cells * weight / whole for number, weight in weights.items()}
    found = {number: int(share + 1e-9) for number, share in shares.items()}
    rests = sorted(shares, key=lambda number: (-round(shares[number] - found[number], 9), -weights[number], number))
    for number in rests[: cells - sum(found.values())]:
        found[number] += 1
    return found


def _by_averages(weights: Mapping[int, float], cells: int) -> dict[int, int]:
    found = dict.fromkeys(weights, 0)
    queue = [(-weight, number) for number, weight in weights.items()]
    heapify(queue)
    for _ in range(cells):
        _, number = queue[0]
        found[number] += 1
        heapreplace(queue, (-weights[number] / (2 * found[number] + 1), number))
    return found
