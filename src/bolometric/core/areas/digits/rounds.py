"""Who wins a round of digits, with own draws or shared ones, one by one or together."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from itertools import combinations_with_replacement, permutations
from math import comb, factorial

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rules import Columns, Placing, numbers_of
from bolometric.core.areas.digits.styles import in_order, numbers, placing_of
from bolometric.core.points import who_is_best
from bolometric.core.seats import Style

Array = NDArray[np.float64]
Known = tuple[Array, Array, Array]
"""Numbers, their chances, and how far each reaches the aim."""
MOST_SEQUENCES = 120_000
MOST_HANDS = 8_000_000
"""Hands of digits, times the arrangements that are tried."""
PLAIN = Style()


def known_of(columns: Columns, style: Style, together: bool) -> Known | None:
    """The numbers that a style makes; None if there are too many."""
    if not together:
        return numbers(columns, style)
    return arranged(columns) if style.choose == "plan" else numbers(columns, PLAIN)


@lru_cache(maxsize=16)
def arranged(columns: Columns) -> Known | None:
    """The best numbers when all digits are drawn before any is placed: over all hands; None if there are too many."""
    drawn = columns.columns + columns.spare
    tried = factorial(drawn) if columns.aim == "nearest" else 1
    if comb(len(columns.values) + drawn - 1, drawn) * tried > MOST_HANDS:
        return None
    hands, chances = _hands(columns)
    best = best_of_hands(columns, hands)
    codes = _codes(columns, best)
    found = numbers_of(columns, codes)
    return found, chances, in_order(columns, codes, found)


def _hands(columns: Columns) -> tuple[NDArray[np.int64], Array]:
    """Every hand of digits, rising, and its chance."""
    drawn = columns.columns + columns.spare
    hands = np.array(list(combinations_with_replacement(range(len(columns.values)), drawn)))
    counts = np.stack([(hands == digit).sum(axis=1) for digit in range(len(columns.values))], axis=1)
    orders = factorial(drawn) / np.prod(np.vectorize(factorial, otypes=[float])(counts), axis=1)
    return hands, orders * np.prod(columns.chances[None, :] ** counts, axis=1)


def best_of_hands(columns: Columns, hands: NDArray[np.int64]) -> NDArray[np.int64]:
    """The best arrangement of each hand (digits rising): places of digits, from the lowest column up."""
    if columns.aim == "largest":
        return hands[:, -columns.columns :]
    if columns.aim == "smallest":
        return hands[:, : columns.columns][:, ::-1]
    best = hands[:, : columns.columns].copy()
    score = columns.score(numbers_of(columns, _codes(columns, best)))
    for order in permutations(range(hands.shape[1]), columns.columns):
        tried = hands[:, order]
        found = columns.score(numbers_of(columns, _codes(columns, tried)))
        better = found < score - 1e-12
        best[better], score[better] = tried[better], found[better]
    return best


def _codes(columns: Columns, digits: NDArray[np.int64]) -> NDArray[np.int64]:
    return np.asarray((digits + 1) @ columns.powers)


def placed(columns: Columns, placing: Placing, drawn: NDArray[np.int64], rng: np.random.Generator) -> NDArray[np.int64]:
    """Codes after placing rows of digits one by one; ``rng`` is used where a style takes any column."""
    codes, spare = np.zeros(len(drawn), np.int64), np.full(len(drawn), int(columns.spare))
    free = np.full(len(drawn), (1 << columns.columns) - 1)
    for step in range(drawn.shape[1]):
        row = codes if placing.by_code else free
        column = placing.choice[spare, row, drawn[:, step]].astype(np.int64)
        wild = column < 0
        if wild.any():
            open_to = (free[:, None] >> np.arange(columns.columns)) & 1
            open_to = np.concatenate([open_to, (spare * (free > 0))[:, None]], axis=1)
            pick = (rng.random(len(drawn)) * open_to.sum(axis=1)).astype(np.int64)
            anywhere = (open_to.cumsum(axis=1) > pick[:, None]).argmax(axis=1)
            column = np.where(wild, anywhere, column)
        thrown = (column == columns.columns) | (free == 0)
        kept = ~thrown
        codes[kept] += (drawn[kept, step] + 1) * columns.powers[column[kept]]
        spare = np.where((column == columns.columns) & (free > 0), 0, spare)
        free[kept] &= ~(1 << column[kept])
    return codes


def sets_of(
    columns: Columns, styles: Sequence[Style], together: bool, shared: bool
) -> dict[tuple[int, ...], float] | None:
    """The chance of each set of seats that make the best number; None if that is not known exactly."""
    if not shared:
        parts = [known_of(columns, style, together) for style in styles]
        known = [part for part in parts if part is not None]
        return _independent(columns, known) if len(known) == len(parts) else None
    return _same_digits(columns, styles, together)


def _independent(columns: Columns, parts: Sequence[Known]) -> dict[tuple[int, ...], float]:
    scores = [np.round(columns.score(part[0]), 9) for part in parts]
    values = np.unique(np.concatenate(scores))
    has = np.zeros((len(parts), len(values)))
    for row, score, part in zip(has, scores, parts, strict=True):
        np.add.at(row, np.searchsorted(values, score), part[1])
    return who_is_best(has, np.zeros(len(parts)))


def _same_digits(columns: Columns, styles: Sequence[Style], together: bool) -> dict[tuple[int, ...], float] | None:
    """Every sequence of digits is placed by every style; only for styles that leave nothing to chance."""
    drawn, digits = columns.columns + columns.spare, len(columns.values)
    if any(style.choose == "guess" or (together and style.choose == "thumb") for style in styles):
        return None
    if digits**drawn > MOST_SEQUENCES:
        return None
    if together:
        return {tuple(range(len(styles))): 1.0}
    rows = np.stack(np.unravel_index(np.arange(digits**drawn), (digits,) * drawn), axis=1)
    chances = np.prod(columns.chances[rows], axis=1)
    rng = np.random.default_rng(1)
    by_style = {
        style: np.round(columns.score(numbers_of(columns, placed(columns, placing_of(columns, style), rows, rng))), 9)
        for style in dict.fromkeys(styles)
    }
    scores = np.stack([by_style[style] for style in styles], axis=1)
    best = scores == scores.min(axis=1, keepdims=True)
    groups = (best << np.arange(len(styles))).sum(axis=1)
    found = np.bincount(groups, chances, 1 << len(styles))
    return {
        tuple(seat for seat in range(len(styles)) if group >> seat & 1): float(found[group])
        for group in np.flatnonzero(found).tolist()
    }
