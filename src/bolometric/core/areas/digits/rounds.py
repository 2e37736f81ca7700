"""Who wins a round of digits, with own draws or shared ones, one by one or together."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from itertools import combinations_with_replacement, permutations
from math import comb, factorial

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rules import ANY, Columns, Placing, numbers_of
from bolometric.core.areas.digits.shared import best_sets, rows_of, score_of
from bolometric.core.areas.digits.styles import numbers, placing_of
from bolometric.core.areas.digits.ways import in_order
from bolometric.core.chains.points import argmax_distribution
from bolometric.core.game.seats import Style
from bolometric.core.settings.loops import inner

Array = NDArray[np.float64]
Known = tuple[Array, Array, Array]
"""Numbers, their chances, and how far each reaches the aim."""
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
    # A style takes any column always or never, so the first digit of all tells which.
    anywhere = placing.choice[int(columns.spare), 0 if placing.by_code else -1, 0] == ANY
    wild = rng.random(drawn.shape) if anywhere else np.zeros((1, drawn.shape[1]))
    codes = np.empty(len(drawn), np.int64)
    _place(placing.choice, placing.by_code, columns.powers, columns.columns, int(columns.spare), drawn, wild, codes)
    return codes


@inner
def _place(choice, by_code, powers, columns, spare, drawn, wild, codes):  # type: ignore[no-untyped-def]
    for row in range(len(drawn)):
        code, free, left = 0, (1 << columns) - 1, spare
        for step in range(drawn.shape[1]):
            if free == 0:
                break
            column = choice[left, code if by_code else free, drawn[row, step]]
            if column < 0:
                column = _anywhere(free, columns, left, wild[row % len(wild), step])
            if column == columns:
                left = 0
            else:
                code += (drawn[row, step] + 1) * powers[column]
                free ^= 1 << column
        codes[row] = code


@inner
def _anywhere(free, columns, spare, at):  # type: ignore[no-untyped-def]
    """The free column, or throwing away where that may be, that a number from 0 up to 1 stands for, all alike."""
    choices = spare
    for column in range(columns):
        choices += free >> column & 1
    past = int(at * choices)
    for column in range(columns):
        if free >> column & 1:
            if past == 0:
                return column
            past -= 1
    return columns


def sets_of(
    columns: Sequence[Columns], styles: Sequence[Style], together: bool, shared: bool
) -> dict[tuple[int, ...], float] | None:
    """The chance of each set of seats that make the best number, with their columns; None if that is not known."""
    if not shared:
        parts = [known_of(own, style, together) for own, style in zip(columns, styles, strict=True)]
        known = [part for part in parts if part is not None]
        return _independent(columns[0], known) if len(known) == len(parts) else None
    return _same_digits(columns[0], styles, together)


def _independent(columns: Columns, parts: Sequence[Known]) -> dict[tuple[int, ...], float]:
    scores = [np.round(columns.score(part[0]), 9) for part in parts]
    values = np.unique(np.concatenate(scores))
    has = np.zeros((len(parts), len(values)))
    for row, score, part in zip(has, scores, parts, strict=True):
        np.add.at(row, np.searchsorted(values, score), part[1])
    return argmax_distribution(has, np.zeros(len(parts)))


def _same_digits(columns: Columns, styles: Sequence[Style], together: bool) -> dict[tuple[int, ...], float] | None:
    """Every sequence of digits is placed by every style."""
    return best_sets(columns, styles, together, lambda style: _scored(columns, style, together))


@lru_cache(maxsize=4)
def _scored(columns: Columns, style: Style, together: bool) -> Array:
    """What a sure style scores with every sequence of digits: asked for in every pair that it is held against."""
    rows = rows_of(columns)
    if together:
        return score_of(columns, _codes(columns, best_of_hands(columns, np.sort(rows, axis=1))))
    return score_of(columns, placed(columns, placing_of(columns, style), rows, np.random.default_rng(1)))
