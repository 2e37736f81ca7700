"""A hand of digits that are all known: what each place for the first of them can still come to.

For the largest number the largest digits belong in the highest of the free columns, for the smallest number the
smallest (the rearrangement inequality); for the nearest number every order is tried, which is 7! at the most.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import permutations

import numpy as np

from bolometric.core.areas.digits.rules import Columns, numbers_of


def places_rated(columns: Columns, own: Sequence[int], hand: Sequence[int], may_throw: bool) -> dict[int, float]:
    """The least score to be had for each column that the first digit may go to, and ``columns.columns`` for away.

    Args:
        columns: what is filled.
        own: the digit in each column, from the lowest, as its place among the values; -1 if the column is free.
        hand: the digits still to be placed, the first one now; as many as there are free columns, and one more where
            one may be thrown away.
        may_throw: whether one may be.
    """
    here = int(sum((digit + 1) * power for digit, power in zip(own, columns.powers.tolist(), strict=True)))
    free = [column for column, digit in enumerate(own) if digit < 0]
    rated = {}
    for column in free:
        others = [other for other in free if other != column]
        rated[column] = _least(columns, here + (hand[0] + 1) * int(columns.powers[column]), hand[1:], others)
    if may_throw:
        rated[columns.columns] = _least(columns, here, hand[1:], free)
    return rated


def _least(columns: Columns, here: int, hand: Sequence[int], free: Sequence[int]) -> float:
    """The best that a hand makes of columns that are filled in part."""
    rising = sorted(hand)
    tried: list[Sequence[int]]
    match columns.aim:
        case "largest":
            tried = [rising[len(hand) - len(free) :]]
        case "smallest":
            tried = [rising[: len(free)][::-1]]
        case _:
            tried = list(permutations(hand, len(free)))
    digits = np.array(tried, np.int64).reshape(len(tried), len(free))
    codes = here + (digits + 1) @ columns.powers[np.array(free, np.int64)]
    return float(np.round(columns.score(numbers_of(columns, codes)), 9).min())
