"""The numbers each seat has to take off: fixed by a style of placing, or left to chance."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.areas.filled.thumbs import by_odds, evenly
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.settings.amounts import Value

FILLED, PUT = 3, 4
"""Kinds of note (learner_work/trace): a draw by which a board is filled, a counter that is put on a number."""


@dataclass(frozen=True, slots=True)
class Line:
    """The numbers that boxes or counters can stand on, and how often each comes up."""

    numbers: tuple[Value, ...]
    ways: tuple[int, ...]
    """Ways of each number, then of all other outcomes of a draw."""

    @property
    def chances(self) -> NDArray[np.float64]:
        """The chance of each number; shape (numbers,)."""
        whole = sum(self.ways)
        return np.array([way / whole for way in self.ways[:-1]])


@dataclass(frozen=True, slots=True)
class Fill:
    """What one seat has to take off."""

    counts: tuple[int, ...] | None
    """How many on each number; None if that is left to chance."""
    weights: tuple[float, ...] = ()
    """If left to chance: the chance of each number for each of them, independently."""


def marks_of(game: Game) -> int:
    """How many numbers each seat has to take off."""
    return area_of_marks(game).marks


def area_of_marks(game: Game) -> Boxes | PlacedCounters:
    """The area, whichever of the two it is."""
    assert isinstance(game.area, (Boxes, PlacedCounters))
    return game.area


def line_of(game: Game) -> Line:
    """The numbers: all totals for boxes, the line for counters."""
    odds = game.distribution
    if isinstance(game.area, PlacedCounters):
        numbers: tuple[Value, ...] = tuple(range(game.area.first, game.area.last + 1))
    else:
        numbers = odds.totals
    ways = odds.ways if numbers is odds.totals else tuple(odds.ways_of(number) for number in numbers)
    return Line(numbers, (*ways, odds.all_ways - sum(ways)))


def numbers_of(game: Game) -> tuple[Value, ...]:
    """The numbers of every seat."""
    return tuple(sorted({number for one in game.by_side for number in line_of(one).numbers}))


def fill_of(game: Game, style: Style, seat: int) -> Fill:
    """What a seat with a style has to take off."""
    line = line_of(game)
    if isinstance(game.area, Boxes):
        whole = sum(line.ways[:-1])
        return Fill(None, tuple(way / whole for way in line.ways[:-1]))
    area = game.area_as(PlacedCounters)
    match style.choose:
        case "guess":
            return Fill(None, (1 / len(line.numbers),) * len(line.numbers))
        case "thumb":
            return Fill(_by_thumb(area, line, style, seat))
        case "plan":
            return Fill(_planned(game, line, style, seat))


def fills_of(game: Game) -> list[Fill]:
    """What each seat has to take off."""
    return [fill_of(one, game.seats.style(seat), seat) for seat, one in enumerate(game.by_seat)]


def _by_thumb(area: PlacedCounters, line: Line, style: Style, seat: int) -> tuple[int, ...]:
    match style.rule:
        case "given":
            return counted(line, area.placements[min(seat, len(area.placements) - 1)])
        case "by_odds":
            return by_odds(line.ways[:-1], area.counters)
        case _:
            return evenly(line.ways[:-1], area.counters)


def counted(line: Line, placement: tuple[Fraction, ...]) -> tuple[int, ...]:
    """How many counters of a placement stand on each number."""
    return tuple(placement.count(Fraction(number)) for number in line.numbers)


def _planned(game: Game, line: Line, style: Style, seat: int) -> tuple[int, ...]:
    counters = game.area_as(PlacedCounters).counters
    if style.aim(game.area) == "beat" and game.seats.count > 1:
        other = 1 if seat == 0 else 0
        theirs = game.seats.style(other)
        if theirs.choose != "plan" or theirs.aim(game.area) != "beat":
            against = fill_of(game, theirs, other).counts
            if against is not None:
                return _beating(line.ways, against)
    return soonest(line.ways, counters)


@lru_cache(maxsize=64)
def soonest(ways: tuple[int, ...], counters: int) -> tuple[int, ...]:
    """The placement that is cleared soonest on average."""
    from bolometric.core.areas.filled.placing import best_for_clearing  # SciPy comes with it

    return best_for_clearing(_chances(ways), counters).counts


@lru_cache(maxsize=64)
def _beating(ways: tuple[int, ...], against: tuple[int, ...]) -> tuple[int, ...]:
    from bolometric.core.areas.filled.placing import best_against

    return best_against(_chances(ways), against).counts


def _chances(ways: tuple[int, ...]) -> NDArray[np.float64]:
    return np.array([way / sum(ways) for way in ways[:-1]])
