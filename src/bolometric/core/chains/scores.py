"""Final scores of seats that do not meet: added over rounds, and held against each other."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Scores = tuple[Array, Array]
"""Different scores, rising, and the chance of each."""
MOST_SUMS = 4_000_000


def scores_of(values: Array, chances: Array) -> Scores:
    """The distribution of a score from the score and the chance of each end."""
    if not len(values):
        return values, chances
    if (values[1:] < values[:-1]).any():  # where parts of them rise this sort is quick
        order = values.argsort(kind="stable")
        values, chances = values[order], chances[order]
    first = np.flatnonzero(np.append(True, values[1:] > values[:-1]))
    if len(first) == len(values):
        return values, chances
    return values[first], np.add.reduceat(chances, first)


def added(one: Scores, times: int) -> Scores | None:
    """The distribution of the sum of so many independent scores; None if there are too many different sums."""
    total: Scores = (np.zeros(1), np.ones(1))
    for _ in range(times):
        if len(total[0]) * len(one[0]) > MOST_SUMS:
            return None
        total = scores_of(np.add.outer(total[0], one[0]).ravel(), np.multiply.outer(total[1], one[1]).ravel())
    return total


def mixed(parts: Sequence[Scores]) -> Scores:
    """The distribution of the score of a seat taken evenly."""
    values, chances = zip(*parts, strict=True)
    return scores_of(np.concatenate(values), np.concatenate(chances) / len(parts))


def least_score_wins(parts: Sequence[Scores]) -> tuple[Array, float]:
    """Share of games each seat wins with the least score, a tie shared out, and the share of games that are tied.

    For each score v: seat k wins with it if it has v and all others v or more; of n seats that have it each wins 1/n.
    The chance of n others having v is the coefficient of zⁿ in the product over the others of P(more) + P(v) z.
    """
    values = np.unique(np.concatenate([part[0] for part in parts]))
    has = np.zeros((len(parts), len(values)))
    for row, (own, chances) in zip(has, parts, strict=True):
        row[np.searchsorted(values, own)] = chances
    more = has[:, ::-1].cumsum(axis=1)[:, ::-1] - has
    wins, alone = np.zeros(len(parts)), 0.0
    for seat in range(len(parts)):
        others = np.ones((1, len(values)))
        for other in range(len(parts)):
            if other != seat:
                grown = np.zeros((len(others) + 1, len(values)))
                grown[:-1] += others * more[other]
                grown[1:] += others * has[other]
                others = grown
        wins[seat] = sum(float((has[seat] * row).sum()) / (tied + 1) for tied, row in enumerate(others))
        alone += float((has[seat] * others[0]).sum())
    return wins, max(0.0, 1 - alone)
