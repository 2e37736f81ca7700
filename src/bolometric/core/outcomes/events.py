"""Questions about a draw, answered with figures: how likely, how soon, which first.

Draws that do not remember are independent, so with p the chance of what is wanted: at least once in n draws has
the chance 1 - (1 - p)^n, the waiting time is geometric with mean 1/p, and of two things that can't come together
the first comes first with the chance p / (p + q). Where cards stay out, draws hang together; then the same
figures are taken from ``DEALT`` rows of draws, each from a fresh pack, and carry their standard error.
Reference: Grinstead and Snell, *Introduction to Probability*, section 5.1 (geometric distribution).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from math import ceil, log, sqrt
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.breakdown import can_be_listed, pair_table
from bolometric.core.outcomes.distribution import Distribution, distribution_of
from bolometric.core.outcomes.listing import groups_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.settings.amounts import Value

DEALT, LONGEST_ROW = 5_000, 1000
SEED = 1

Asked = Literal["these", "at_least", "at_most"]


@dataclass(frozen=True, slots=True)
class Figure:
    """A figure and how sure it is: ``stderr`` is 0 when exact."""

    value: float
    stderr: float = 0.0


@dataclass(frozen=True, slots=True)
class Wait:
    """How many draws until something comes."""

    mean: Figure | None = None
    """None if it never came, or stayed away too long to say."""
    nine_in_ten: int | None = None
    """The draw by which it has come nine times in ten."""
    looked: int = 0
    """Draws of a row that were looked at, where it stayed away in some rows."""
    away: Figure | None = None
    """The share of these rows."""


def wanted(asked: Asked, totals: tuple[Value, ...]) -> Callable[[Value], bool]:
    """Whether a total is among those asked for."""
    match asked:
        case "these":
            return lambda total: total in totals
        case "at_least":
            return lambda total: total >= totals[0]
        case "at_most":
            return lambda total: total <= totals[0]


class Questions:
    """Answers for one way of drawing."""

    def __init__(self, pieces: tuple[AnyPiece, ...], draw: Draw) -> None:
        self.pieces, self.draw = pieces, draw
        self.odds: Distribution = distribution_of(pieces, draw)
        self.remembers = remembers(pieces)
        self._dealt: NDArray[np.int64] | None = None
        """Rows of draws dealt so far: every question is asked of the same rows."""

    def chance(self, want: Callable[[Value], bool]) -> Fraction:
        """The chance that one draw makes a total that is wanted."""
        return self.odds.chance_where(want)

    def within(self, want: Callable[[Value], bool], draws: int) -> Figure:
        """The chance of at least one wanted total in so many draws."""
        if self.remembers:
            return _share(np.asarray(self._hits(want, draws).any(axis=1)))
        p = float(self.chance(want))
        by_chance = draws * (1 - p) ** (draws - 1) * self.odds.stderr(p)
        return Figure(-np.expm1(draws * np.log1p(-p)) if p < 1 else 1.0, by_chance)

    def wait(self, want: Callable[[Value], bool]) -> Wait:
        """How many draws until a wanted total comes."""
        p = float(self.chance(want))
        if p == 0:
            return Wait()
        if self.remembers:
            draws = _enough(p)
            hits = self._hits(want, draws)
            came = np.asarray(hits.any(axis=1))
            first = np.where(came, hits.argmax(axis=1), draws) + 1
            tenth = int(np.sort(first)[ceil(0.9 * len(first)) - 1])
            if not came.all():
                return Wait(None, tenth if tenth <= draws else None, draws, _share(np.logical_not(came)))
            return Wait(Figure(float(first.mean()), float(first.std() / sqrt(len(first)))), tenth)
        nine = 1 if p >= 0.9 else ceil(log(0.1) / np.log1p(-p) - 1e-12)
        return Wait(Figure(1 / p, self.odds.stderr(p) / p**2), nine)

    def which_first(self, one: Value, other: Value) -> Figure | None:
        """The chance that ``one`` comes before ``other``; None if neither can come."""
        p, q = float(self.odds.chance(one)), float(self.odds.chance(other))
        if p + q == 0:
            return None
        if self.remembers:
            either = self._hits(lambda total: total in (one, other), _enough(p + q))
            own = self._hits(lambda total: total == one, _enough(p + q))
            at = either.argmax(axis=1)
            return _share(own[np.arange(len(own)), at][either.any(axis=1)])
        share = p / (p + q)
        return Figure(share, sqrt(share * (1 - share) / (p + q) / self.odds.all_ways) if self.odds.sampled else 0.0)

    def after_first(self, shown: Value, want: Callable[[Value], bool]) -> tuple[tuple[Value, ...], Fraction] | None:
        """With two numbers, once the first has shown: what the second must show to be wanted, and its chance.

        None if there are not just two numbers, too many to list, or the first never shows that.
        """
        table = pair_table(self.pieces, self.draw) if can_be_listed(self.pieces) else None
        if table is None or shown not in table.down:
            return None
        row = table.down.index(shown)
        hit = [i for i, total in enumerate(table.totals[row]) if total is not None and want(total)]
        all_ways = sum(table.ways[row])
        hit = [i for i in hit if table.ways[row][i]]
        return tuple(table.across[i] for i in hit), Fraction(sum(table.ways[row][i] for i in hit), all_ways)

    def firsts(self) -> tuple[Value, ...]:
        """What the first of two numbers can show; empty if there are not just two."""
        groups = groups_of(self.pieces)
        return groups[0].values if sum(group.drawn for group in groups) == 2 else ()

    def _hits(self, want: Callable[[Value], bool], draws: int) -> NDArray[np.bool_]:
        """Rows of draws from a fresh pack: which of them make a wanted total; shape (``DEALT``, draws)."""
        if self._dealt is None or self._dealt.shape[1] < draws:
            from bolometric.core.outcomes.deck import deck_of, sequences  # brings Numba with it

            deck, place, _ = deck_of(self.pieces, self.draw)
            self._dealt = place[sequences(deck, DEALT, draws, np.random.default_rng(SEED))]
        good = np.array([*map(want, self.odds.totals), False])
        return np.asarray(good[self._dealt[:, :draws]])


def _enough(p: float) -> int:
    """Draws after which what has the chance ``p`` in each has come but for about one row in a million."""
    return min(LONGEST_ROW, ceil(14 / p))


def _share(hits: NDArray[np.bool_]) -> Figure:
    near = (hits.sum() + 1) / (len(hits) + 2)
    return Figure(float(hits.mean()), float(sqrt(near * (1 - near) / len(hits))))
