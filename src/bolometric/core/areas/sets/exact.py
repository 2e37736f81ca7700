"""What a turn at sets comes to, exactly: best play and every style, on all subsets of the tiles.

Theory. The state is the set m of open tiles. A draw shows a total t with chance p(t); a set s ⊆ m that adds to t is
closed, and where none fits the turn ends with the score of m. Since closing makes m smaller, the values

    V(m) = best over what may be drawn with of  Σ p(t) · best over fitting s of V(m - s),   or score(m) where none fits

follow in one pass over rising m. For closing all most often V(∅) = 1 and ending elsewhere is worth 0; options that are
equally good are told apart by the score they leave on average. Following a style forward from all open, draw by draw,
gives the chance of every end and of every number of draws.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.sets.rules import ClosingTable
from bolometric.core.game.seats import Style
from bolometric.core.settings.loops import loop

Array = NDArray[np.float64]
EVENLY = -1
"""In a policy: take any option, evenly."""
EQUAL = 1e-12
"""Values nearer than this are told apart by the second goal."""


@dataclass(frozen=True, slots=True, eq=False)
class ClosingPolicy:
    """How a style chooses."""

    take: NDArray[np.int64]
    """Shape (masks × totals,): the set that is closed, 0 where none fits, EVENLY for any of them."""
    draw: NDArray[np.int64]
    """Shape (masks,): with all pieces (0) or the first alone (1), or either evenly."""


@dataclass(frozen=True, slots=True, eq=False)
class ClosingPlan:
    """Best play towards a goal."""

    policy: ClosingPolicy
    complete: Array
    """Shape (masks,): the chance of closing all from here."""
    expected: Array
    """Shape (masks,): the score that is left on average."""
    by_draw: Array
    """Shape (masks, 2, 2): the two values (complete, expected) after drawing with all pieces, or with the first
    alone."""


@dataclass(frozen=True, slots=True, eq=False)
class Outcome:
    """What a turn in some style comes to."""

    left: Array
    """Shape (masks,): the chance of each set being left open."""
    draws: Array
    """Shape (tiles + 2,): the chance of each number of draws."""
    idle: float
    """The chance that the very first draw fits nothing."""


@lru_cache(maxsize=64)
def policy_of(closing: ClosingTable, style: Style) -> ClosingPolicy:
    """The policy of a style."""
    masks, totals = len(closing.score), len(closing.totals)
    draw = np.where(closing.may.all(axis=1), EVENLY, closing.may[:, 1]).astype(np.int64)
    counts = np.diff(closing.first)
    take = np.where(counts > 0, EVENLY, 0).astype(np.int64)
    if style.choose == "plan":
        return plan_of(closing, "complete" if style.goal == "complete" else "expected").policy
    if style.choose == "thumb":
        draw = closing.may[:, 1].astype(np.int64)
        fits = np.flatnonzero(counts)
        size = np.bitwise_count(closing.take).astype(np.int64)
        # Within a total the sets with the largest tile come first, so the first of the best is the one wanted.
        wanted = {"largest": np.zeros_like(size), "fewest": size, "most": -size}.get(style.rule, np.zeros_like(size))
        key = np.repeat(np.arange(masks * totals), counts)
        order = np.lexsort((np.arange(len(size)), wanted, key))
        take[fits] = closing.take[order][closing.first[:-1][fits]]
    return ClosingPolicy(take, draw)


@lru_cache(maxsize=32)
def plan_of(closing: ClosingTable, goal: str) -> ClosingPlan:
    """Best play: ``goal`` is "expected" (least score left on average) or "complete" (closing all most often)."""
    masks, totals = len(closing.score), len(closing.totals)
    take, draw = np.zeros(masks * totals, np.int64), np.zeros(masks, np.int64)
    complete, expected, by_draw = np.zeros(masks), closing.score.copy(), np.zeros((masks, 2, 2))
    complete[0] = 1.0
    _best(
        closing.chances,
        closing.may,
        closing.first,
        closing.take,
        closing.score,
        goal == "complete",
        EQUAL,
        complete,
        expected,
        by_draw,
        take,
        draw,
    )
    return ClosingPlan(ClosingPolicy(take, draw), complete, expected, by_draw)


@loop
def _better(one, other, one_left, other_left, completing, equal):  # type: ignore[no-untyped-def]
    """Whether the first option is better: by the goal, then by the other value."""
    if completing:
        return one > other + equal or (one > other - equal and one_left < other_left - equal)
    scale = equal * (1.0 + abs(other_left))
    return one_left < other_left - scale or (one_left < other_left + scale and one > other + equal)


@loop
def _best(  # type: ignore[no-untyped-def]
    chances, may, first, sets, score, completing, equal, complete, expected, by_draw, take, draw
):
    totals = chances.shape[1] - 1
    for mask in range(1, len(score)):
        for place in range(totals):
            at = mask * totals + place
            chosen = 0
            for option in range(first[at], first[at + 1]):
                there, kept = mask - sets[option], mask - chosen
                if chosen == 0 or _better(
                    complete[there], complete[kept], expected[there], expected[kept], completing, equal
                ):
                    chosen = sets[option]
            take[at] = chosen
        best = -1
        for way in range(2):
            if not may[mask, way]:
                continue
            closes, leaves = 0.0, chances[way, totals] * score[mask]
            for place in range(totals):
                chosen = take[mask * totals + place]
                if chosen:
                    closes += chances[way, place] * complete[mask - chosen]
                    leaves += chances[way, place] * expected[mask - chosen]
                else:
                    leaves += chances[way, place] * score[mask]
            by_draw[mask, way, 0], by_draw[mask, way, 1] = closes, leaves
            if best < 0 or _better(closes, by_draw[mask, best, 0], leaves, by_draw[mask, best, 1], completing, equal):
                best = way
        draw[mask], complete[mask], expected[mask] = best, by_draw[mask, best, 0], by_draw[mask, best, 1]


@lru_cache(maxsize=64)
def follow(closing: ClosingTable, style: Style) -> Outcome:
    """What a turn in a style comes to."""
    policy = policy_of(closing, style)
    left, draws = np.zeros(len(closing.score)), np.zeros(closing.tiles + 2)
    reach = np.zeros((closing.tiles + 2, len(closing.score)))
    reach[0, closing.full] = 1.0
    _follow(closing.chances, closing.may, closing.first, closing.take, policy.take, policy.draw, reach, left, draws)
    return Outcome(left, draws, float(left[closing.full]))


@loop
def _follow(chances, may, first, sets, take, draw, reach, left, draws):  # type: ignore[no-untyped-def]
    totals = chances.shape[1] - 1
    for drawn in range(reach.shape[0]):
        for mask in range(reach.shape[1]):
            here = reach[drawn, mask]
            if here == 0.0:
                continue
            if mask == 0:
                left[0] += here
                draws[drawn] += here
                continue
            for way in range(2):
                share = here * (0.5 if draw[mask] < 0 else 1.0 if draw[mask] == way else 0.0)
                if share == 0.0:
                    continue
                ends = share * chances[way, totals]
                for place in range(totals):
                    moved, at = share * chances[way, place], mask * totals + place
                    begin, end = first[at], first[at + 1]
                    if begin == end:
                        ends += moved
                    elif take[at] >= 0:
                        reach[drawn + 1, mask - take[at]] += moved
                    else:
                        for option in range(begin, end):
                            reach[drawn + 1, mask - sets[option]] += moved / (end - begin)
                left[mask] += ends
                draws[drawn + 1] += ends


@lru_cache(maxsize=64)
def closings_of(closing: ClosingTable, style: Style) -> tuple[Array, Array, float]:
    """How often a turn in a style closes each set, draws each way, and chooses between sets, on average.

    Returns arrays of shape (masks,) and (2,): with all pieces, with the first alone.
    """
    policy = policy_of(closing, style)
    reach, closed, drawn = np.zeros(len(closing.score)), np.zeros(len(closing.score)), np.zeros(2)
    reach[closing.full] = 1.0
    decided = _count(closing.chances, closing.first, closing.take, policy.take, policy.draw, reach, closed, drawn)
    return closed, drawn, float(decided)


@loop
def _count(chances, first, sets, take, draw, reach, closed, drawn):  # type: ignore[no-untyped-def]
    totals, decided = chances.shape[1] - 1, 0.0
    for mask in range(len(reach) - 1, 0, -1):  # closing makes a mask smaller
        here = reach[mask]
        if here == 0.0:
            continue
        for way in range(2):
            share = here * (0.5 if draw[mask] < 0 else 1.0 if draw[mask] == way else 0.0)
            drawn[way] += share
            for place in range(totals):
                moved, at = share * chances[way, place], mask * totals + place
                begin, end = first[at], first[at + 1]
                if begin == end or moved == 0.0:
                    continue
                decided += moved * (end - begin > 1)
                if take[at] >= 0:
                    reach[mask - take[at]] += moved
                    closed[take[at]] += moved
                else:
                    for option in range(begin, end):
                        reach[mask - sets[option]] += moved / (end - begin)
                        closed[sets[option]] += moved / (end - begin)
    return decided
