"""The purse as a map: draws left down the side, what is in the purse along, tinted by the best choice."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.purse.area import last_of, steps_of
from bolometric.core.areas.purse.by_hand import OnPurse
from bolometric.core.areas.purse.exact import PursePlan, plan_of
from bolometric.core.areas.purse.rules import Steps, possible_sums
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.facts import place_name
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.board import Cells, Heat, Places
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.results.show import show
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing, listing_words, minus, percent

STYLES = (
    ("Best play ends", Style(choose="plan")),
    ("the boldest", Style(choose="thumb", rule="boldest")),
    ("an even share", Style(choose="thumb", rule="even_share")),
    ("guessing", Style()),
)
"""Styles that are compared, as they are named."""
MOST_COLUMNS = 16
"""Columns of the map; each stands for a range of sums where there are more."""


@dataclass(frozen=True, slots=True, eq=False)
class Map:
    """The best choice by draws left and sum."""

    edges: NDArray[np.int64]
    """Where each column begins, in places of sums, and the end of the last."""
    choice: NDArray[np.float64]
    """Shape (draws, columns): the mean place of the best multiplier over all totals and over the sums that can be in
    the purse, by draws left after this one."""
    place: NDArray[np.int64]
    """Shape (draws, columns): of those sums the one nearest to the middle; -1 where there is none."""


def plan_for(game: Game) -> PursePlan:
    """Best play for coming nearest."""
    return plan_of(steps_of(game), "nearest")


@lru_cache(maxsize=16)
def _map(steps: Steps) -> Map:
    plan = plan_of(steps, "nearest")
    high = steps.start + min(steps.target + 1, steps.sums - steps.start)
    width = max(1, -(-high // MOST_COLUMNS))
    edges = np.arange(0, high + width, width)
    edges[-1] = min(edges[-1], steps.sums)
    shown = plan.choice[:, : edges[-1]]
    means = np.asarray(shown @ (steps.chances / steps.chances.sum()))
    choice = np.zeros((steps.draws, len(edges) - 1))
    place = np.full(choice.shape, -1)
    for left, possible in enumerate(possible_sums(steps)[1:]):
        for column, (begin, end) in enumerate(pairwise(edges)):
            sums = begin + np.flatnonzero(possible[begin:end])
            if len(sums):
                choice[left, column] = means[left, sums].mean()
                place[left, column] = sums[np.abs(sums - (begin + end - 1) // 2).argmin()]
    return Map(edges, choice, place)


def _sum(steps: Steps, place: int) -> str:
    return minus(tidy(Fraction(place + steps.least, steps.unit)))


def places(game: Game) -> Cells:
    """Draws left down, sums along; on each place the multiplier that is best most often."""
    steps, area = steps_of(game), game.area_as(Purse)
    found = _map(steps)
    columns = tuple(_sum(steps, int(edge)) for edge in found.edges[:-1])
    rows = tuple(str(left) for left in range(area.draws, 0, -1))
    texts = []
    for left in range(area.draws, 0, -1):
        for mean in found.choice[left - 1]:
            texts.append(f"×{minus(tidy(area.multipliers[round(float(mean))]))}")
    return Cells("in the purse so far", "draws left", columns, rows, tuple(texts), _unused(steps), tells_best=True)


def _unused(steps: Steps) -> frozenset[int]:
    """Where no sum can be with so many draws left."""
    none = _map(steps).place[::-1].ravel() < 0
    return frozenset((np.flatnonzero(none) + 1).tolist())


def places_at(game: Game, now: OnPurse) -> Cells:
    """The map, and where the seat to move is on it."""
    steps, found = steps_of(game), _map(steps_of(game))
    left = steps.draws - now.made[now.seat]
    column = int(np.searchsorted(found.edges, now.sums[now.seat], "right")) - 1
    on = left > 0 and 0 <= column < len(found.edges) - 1
    here = (steps.draws - left) * (len(found.edges) - 1) + column + 1 if on else None
    return replace(places(game), here=here)


def heat(game: Game) -> Heat | None:
    """How large the best multiplier is, from the smallest to the largest."""
    if remembers(game.pieces):
        return None
    area, found = game.area_as(Purse), _map(steps_of(game))
    _whole(game, steps_of(game))  # worked out here and remembered: a window asks for it while it paints
    most = max(1, len(area.multipliers) - 1)
    values = [float(mean) / most for left in range(area.draws, 0, -1) for mean in found.choice[left - 1]]
    small, large = (f"×{minus(tidy(area.multipliers[place]))}" for place in (0, -1))
    return Heat(
        tuple(values), "Best multiplier on average", unused=_unused(steps_of(game)), ends=(small, "between", large)
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """What is best at a place for each total, and what it is worth; without one, what best play comes to."""
    steps, plan = steps_of(game), plan_for(game)
    if number is None:
        return _whole(game, steps)
    found = _map(steps)
    row, column = divmod(number - 1, len(found.edges) - 1)
    left = steps.draws - row
    place = int(found.place[left - 1, column])
    if place < 0:
        lowest, highest = _sum(steps, int(found.edges[column])), _sum(steps, int(found.edges[column + 1]) - 1)
        span = lowest if lowest == highest else f"{lowest} to {highest}"
        return f"With {left} left nobody has {span} in the purse (exact)."
    worth = f"{show('score', float(plan.distance[left, place]))} away on average, on the target with "
    return (
        f"With {left} left and {_sum(steps, place)} in the purse: {best_words(game, left, place)}. Then best play ends "
        f"{worth}{percent(float(plan.hits[left, place]))} (exact)."
    )


def best_words(game: Game, left: int, place: int) -> str:
    """The best multiplier for each total, totals that share one together."""
    area, plan = game.area_as(Purse), plan_for(game)
    choice, totals = plan.choice[left - 1, place], game.distribution.totals
    told = []
    for k, multiplier in enumerate(area.multipliers):
        named = [minus(total) for i, total in enumerate(totals) if choice[i] == k]
        if named:
            few = named if len(named) <= 6 else [*named[:3], "…", named[-1]]
            told.append(f"×{minus(tidy(multiplier))} on {listing_words(few, 'or')}")
    return "; ".join(told)


def _whole(game: Game, steps: Steps) -> str:
    """What each style comes to."""
    over = np.arange(steps.sums) + steps.least > steps.target
    told = []
    for words, style in STYLES:
        last = last_of(game, style)
        away, hit = show("score", float(last @ steps.distance)), percent(float(last[steps.exact].sum()))
        told.append(f"{words} {away} away, on the target {hit}, over {percent(float(last[over].sum()))}")
    return f"{'; '.join(told)} (on average, exact)."


def printed(game: Game, board: Places | None) -> Printed:
    """A row for each draw, with room for the sum."""
    area = game.area_as(Purse)
    rows = tuple(f"draw {k + 1}" for k in range(area.draws))
    choices = listing([tidy(multiplier) for multiplier in area.multipliers], "or")
    note = f"Times {choices}, as near to {minus(tidy(area.target))} as you can."
    return Printed(None, counters=0, tables=(WriteOn("My purse", heads_of(area.multipliers), rows, note),))


def heads_of(multipliers: tuple[Fraction, ...]) -> tuple[str, ...]:
    """A column for each place where what is drawn counts as ones, tens or more; else the steps of multiplying."""
    powers = [Fraction(10) ** k for k in range(5, -1, -1)]
    if not set(multipliers) <= set(powers):
        return "drawn", "times", "makes", "together"
    return *(place_name(tidy(power)) for power in powers if power in multipliers), "together"


BOARD = Board(places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
