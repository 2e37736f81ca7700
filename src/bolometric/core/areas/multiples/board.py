"""What is told of each number of a chart."""

from __future__ import annotations

from typing import Any

from bolometric.core.areas.multiples.rules import Chart, compile_chart
from bolometric.core.areas.tiles.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.results.board import Heat
from bolometric.core.text.figures import listing, percent, plural


def chart_of(game: Game) -> Chart:
    """The compiled rules of a game."""
    return compile_chart(game.area_as(Multiples), game.distribution)


def names(game: Game) -> tuple[str, ...]:
    """The numbers."""
    return tuple(str(number) for number in range(1, game.area_as(Multiples).chart + 1))


def marks(game: Game, number: int) -> dict[int, str]:
    """None: the board tells it by itself."""
    return {}


def unused(game: Game) -> frozenset[int]:
    """Numbers up to the limit."""
    return frozenset(range(1, game.area_as(Multiples).limit + 1))


def standing(game: Game, now: Any) -> tuple[frozenset[int], tuple[tuple[int, ...], ...]]:
    """Whose counter is on each number."""
    return frozenset(), tuple((owner,) if owner >= 0 else () for owner in now.owner[1:])


def heat(game: Game) -> Heat | None:
    """How often a draw divides each number that counters may stand on."""
    chart = chart_of(game)
    return Heat(tuple(chart.chances[1:].tolist()), "Divided by a draw, of 100 draws", unused=unused(game))


def never(game: Game) -> list[int]:
    """Numbers above the limit that no draw divides."""
    chart = chart_of(game)
    return [number for number in range(chart.limit + 1, chart.numbers + 1) if not chart.chances[number]]


def describe(game: Game, heat: Heat, number: int) -> str:
    """Which draws can take a counter off a number; without one, which numbers are easiest."""
    chart = chart_of(game)
    if not number:
        above = range(chart.limit + 1, chart.numbers + 1)
        best = max(chart.chances[n] for n in above)
        easy = [n for n in above if chart.chances[n] > best - 1e-12]
        return f"Divided most often: {listing(easy[:6], 'and')}, in {percent(float(best))} of draws (exact)."
    if number <= chart.limit:
        return f"{number}: no counters here, only above {chart.limit}."
    totals = sorted(divisor for divisor in chart.divisors if divisor > 0 and number % divisor == 0)
    if not totals:
        return f"{number}: no draw divides it, so a counter here never comes off (exact)."
    return (
        f"{number}: {plural(len(totals), 'draw')} can take a counter off, {listing(totals, 'or')}: "
        f"{percent(heat.values[number - 1])} of draws (exact), if it is the lowest multiple then."
    )
