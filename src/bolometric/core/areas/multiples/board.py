"""What is told of each number of a chart."""

from __future__ import annotations

from dataclasses import replace

from bolometric.core.areas.multiples.by_hand import OnChart
from bolometric.core.areas.multiples.play import rates_of
from bolometric.core.areas.multiples.rules import chart_of, comes_off
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.results.board import Heat, Places, Tiles
from bolometric.core.results.printed import Printed
from bolometric.core.text.figures import listing, percent, plural, some_of

ASKED = "Which {} do you think is taken off by most draws?"


def places(game: Game) -> Tiles:
    """The numbers of the chart; counters stand above the limit."""
    area = game.area_as(Multiples)
    return Tiles(tuple(str(number) for number in range(1, area.chart + 1)), frozenset(range(1, area.limit + 1)))


def places_at(game: Game, now: OnChart) -> Tiles:
    """Whose counter is on each number."""
    return replace(places(game), stacks=tuple((owner,) if owner >= 0 else () for owner in now.owner[1:]))


def heat(game: Game) -> Heat | None:
    """How often a draw divides each number that counters may stand on."""
    chart = chart_of(game)
    rates_of(game)  # worked out here and remembered: a window asks for it while it paints
    return Heat(
        tuple(chart.chances[1:].tolist()), "Divided by a draw, of 100 draws", unused=places(game).unused, question=ASKED
    )


NAMED = 5
"""Numbers that are named."""


def never(game: Game) -> list[int]:
    """Numbers above the limit that no draw divides."""
    chart, off = chart_of(game), comes_off(game)
    return [number for number in range(chart.limit + 1, chart.numbers + 1) if not off[number]]


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """Which draws can take a counter off a number; without one, which numbers are easiest."""
    chart = chart_of(game)
    if number is None:
        off = comes_off(game)
        above = [number for number in range(chart.limit + 1, chart.numbers + 1) if off[number]]
        best = max(chart.chances[n] for n in above)
        easy = [n for n in above if chart.chances[n] > best - 1e-12]
        rates = rates_of(game)
        soon = sorted(above, key=lambda n: -rates[n])[:NAMED]
        return (
            f"Counters come off soonest from {listing(soon, 'and')} (simulated, all placing by chance). Divided most "
            f"often: {some_of([*map(str, easy)], NAMED)}, in {percent(float(best))} of draws (exact)."
        )
    if number <= chart.limit:
        return f"{number}: no counters here, only above {chart.limit}."
    totals = sorted(divisor for divisor in chart.divisors if divisor > 0 and number % divisor == 0)
    if not totals:
        return f"{number}: no draw divides it, so a counter here never comes off (exact)."
    return (
        f"{number}: {plural(len(totals), 'draw')} can take a counter off, {listing(totals, 'or')}: "
        f"{percent(heat.values[number - 1])} of draws (exact), if it is the lowest multiple then."
    )


def printed(game: Game, board: Places | None) -> Printed:
    """The chart, without the numbers left blank that nobody covers."""
    area = game.area_as(Multiples)
    names = tuple(str(number) for number in range(1, area.chart + 1))
    return Printed(Tiles(names, frozenset(range(1, area.limit + 1))), counters=area.counters)


BOARD = Board(places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
