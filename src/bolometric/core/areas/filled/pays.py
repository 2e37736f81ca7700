"""Where thinking pays when counters are placed: numbers on which a counter stands that is better placed elsewhere."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.filled.fill import line_of, soonest
from bolometric.core.areas.filled.spec import PlacedCounters
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.settings.heeding import checkpoint
from bolometric.core.text.figures import minus

MOST_TRIED = 4_000
"""Placements that are compared."""


def pays(game: Game) -> tuple[Decision, ...]:
    """For each number: how many more draws it takes on average if one counter of the best placement stands there.

    It is the counter that is missed least where it stood. Numbers that never come up are faults, not decisions.
    """
    if not isinstance(game.area, PlacedCounters) or remembers(game.pieces) or game.distribution.sampled:
        return ()
    from bolometric.core.areas.filled.first import clock, mean_draws  # SciPy comes with it

    line, counters = line_of(game), game.area.counters
    chances = line.chances
    possible = np.flatnonzero(chances).tolist()
    if len(possible) < 2 or len(possible) ** 2 > MOST_TRIED:
        return ()
    best, time = soonest(line.ways, counters), clock(chances, counters)
    least, found = mean_draws(time, best), []
    for at in possible:
        checkpoint()
        moved = []
        for other, count in enumerate(best):
            if count and other != at:
                tried = list(best)
                tried[other] -= 1
                tried[at] += 1
                moved.append(mean_draws(time, tuple(tried)))
        if moved:
            number, cost = minus(line.numbers[at]), float(min(moved) - least)
            there = f"{best[at]} there" if best[at] else "none there"
            asked = f"How many counters would you put on {number}?"
            found.append(
                Decision(
                    f"counters on {number}",
                    there,
                    cost,
                    "draws",
                    how="one more costs",
                    asked=asked,
                    place=at + 1,
                )
            )
    return dearest(found)
