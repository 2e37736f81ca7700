"""The lines of a grid: which can be completed at all, and how hard each is."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.grid.rules import ALL, Claims


def lines_of(claims: Claims) -> NDArray[np.int64]:
    """Lines that count; shape (lines, in a line)."""
    return claims.lines[claims.lines[:, 0] >= 0]


def can_be_completed(claims: Claims) -> NDArray[np.bool_]:
    """Of the lines that count those of which every cell can be claimed, or counts for everybody."""
    good = (claims.chance > 0) | (claims.owner == ALL)
    return np.asarray(good[lines_of(claims)].all(axis=1))


def draws_needed(claims: Claims) -> NDArray[np.float64]:
    """How hard each line is that can be completed: the draws for its cells one after another, on average."""
    with np.errstate(divide="ignore"):
        each = np.where(claims.owner == ALL, 0.0, 1 / claims.chance)
    return np.asarray(each[lines_of(claims)[can_be_completed(claims)]].sum(axis=1))


def unevenness(claims: Claims) -> float:
    """The spread of how hard lines are, as a part of their mean; nought where all are alike, or none is left."""
    needed = draws_needed(claims)
    return float(needed.std() / needed.mean()) if len(needed) and needed.mean() > 0 else 0.0
