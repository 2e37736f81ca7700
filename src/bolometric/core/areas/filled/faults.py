"""What can be wrong with boxes and placed counters."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import numpy as np

from bolometric.core.areas.filled.board import trapped
from bolometric.core.areas.filled.fill import Fill, counted, fills_of, line_of, soonest
from bolometric.core.areas.filled.first import clock, mean_draws
from bolometric.core.areas.filled.spec import MOST_MARKS, Boxes, PlacedCounters
from bolometric.core.areas.filled.thumbs import by_odds, evenly
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import NEVER_ENDS, Change, Fault, change, cures
from bolometric.core.pieces.kinds import remembers
from bolometric.core.text.figures import listing, minus, percent, plural, some_of

NEAR, MOST_MORE, MOST_NAMED = 1e-6, 6, 8
"""How near a mean counts as equal, how many more counters are tried as a cure, and numbers that a sentence names."""


def lengthens(game: Game) -> str:
    """More to take off makes a game longer."""
    return "area.boxes" if isinstance(game.area, Boxes) else "area.counters"


def _never(game: Game) -> list[int]:
    """Numbers of a line that never come up."""
    line = line_of(game)
    return [int(n) for n, way in zip(line.numbers, line.ways, strict=False) if not way]


def _stuck(game: Game, fill: Fill) -> float:
    """The chance that a seat can never be clear."""
    chances = line_of(game).chances
    if fill.counts is not None:
        return float(bool(np.any((np.array(fill.counts) > 0) & (chances == 0))))
    return trapped(game) if isinstance(game.area, PlacedCounters) else 0.0


def endless(exact: Analysis) -> Fault | None:
    """Where counters may stand that never come off."""
    game = exact.game
    worst = max(_stuck(game, fill) for fill in fills_of(game))
    if not worst:
        return None
    who = (
        "Such a placement can" if worst == 1 else f"{percent(worst)} of players who guess place a counter there and can"
    )
    return Fault(NEVER_ENDS, "fault", _end(game), f"{_told(game)}: {who} never clear (exact).")


def _told(game: Game) -> str:
    return f"{some_of([*map(minus, _never(game))], MOST_NAMED)} can never come up"


def _end(game: Game) -> str:
    """The end of the line to move: its first number, where that never comes up."""
    return "area.first" if _never(game)[0] == game.area_as(PlacedCounters).first else "area.last"


def useless(game: Game) -> int:
    """Numbers of the line that do nothing."""
    return len(_never(game)) if isinstance(game.area, PlacedCounters) else 0


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    if not isinstance(game.area, PlacedCounters):
        return
    line = line_of(game)
    for i, placement in enumerate(game.area.placements):
        off = [
            n for n, count in zip(line.numbers, counted(line, placement), strict=True) if count and n in _never(game)
        ]
        if off:
            best = soonest(line.ways, game.area.counters)
            numbers = [n for n, count in zip(line.numbers, best, strict=True) for _ in range(count)]
            placements: list[Any] = [list(kept) for kept in game.area.placements]
            placements[i] = numbers
            cure = change(game, f"Place them on {listing(numbers, 'and')}", "area.placements", placements)
            yield Fault(
                "impossible_number",
                "fault",
                "area.placements",
                f"The given placement has {plural(len(off), 'number')} that can never come up: {listing(off, 'and')}.",
                cures(cure),
            )
    idle = no_choice(game)
    if idle:
        yield Fault("no_choice", "fault", "area.counters", idle, _more_counters(game))


def _more_counters(game: Game) -> tuple[Change, ...]:
    """So many counters that the best placement is better than a rule of thumb."""
    path, now = "area.counters", game.area_as(PlacedCounters).counters
    if game.area_as(PlacedCounters).placements:
        return ()  # they say how many counters there are
    for count in range(now + 1, min(now + MOST_MORE, MOST_MARKS) + 1):
        more = change(game, f"Make it {count} counters", path, count)
        if more is not None and no_choice(more.game) is None:
            return (more,)
    return ()


def no_choice(game: Game) -> str | None:
    """A sentence if a rule of thumb places as well as the best placement."""
    if remembers(game.pieces):
        return None
    line, area = line_of(game), game.area_as(PlacedCounters)
    if sum(way > 0 for way in line.ways[:-1]) < 2:
        return "Only one number of the line ever comes up, so there is nothing to decide: move the line."
    time = clock(line.chances, area.counters)
    best = mean_draws(time, soonest(line.ways, area.counters))
    for rule, place in (("evenly", evenly), ("by_odds", by_odds)):
        if mean_draws(time, place(line.ways[:-1], area.counters)) <= best + NEAR:
            return f"To {area.rule(rule).words} is as good as the best placement, so there is little to decide."
    return None


def advice(exact: Analysis) -> Iterator[Fault]:
    """Numbers that only look like others."""
    game = exact.game
    if isinstance(game.area, PlacedCounters) and _never(game) and endless(exact) is None:
        yield Fault(
            "never_comes_up",
            "advice",
            _end(game),
            f"{_told(game)}: {percent(trapped(game))} of players who guess would be stuck there (exact).",
            (),
        )


FAULTS = Faults(lengthens=lengthens, endless=endless, by_rules=by_rules, useless=useless, advice=advice)
