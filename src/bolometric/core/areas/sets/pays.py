"""Where thinking pays at sets of tiles: with all tiles open, the totals that a guess spends worst."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.sets.area import closing_of
from bolometric.core.areas.sets.exact import plan_of
from bolometric.core.areas.sets.rules import ALL, tiles_in
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.text.figures import listing


def pays(game: Game) -> tuple[Decision, ...]:
    """For each total of the first draw: what any fitting set leaves more on average than the best one."""
    if remembers(game.pieces):
        return ()
    closing = closing_of(game)
    plan, full, found = plan_of(closing, "expected"), closing.full, []
    for place, total in enumerate(closing.totals):
        options = closing.sets(full, total)
        chance = float(closing.chances[ALL, place])
        if len(options) < 2 or not chance:
            continue
        left = np.array([plan.expected[full - taken] for taken in options])
        best = tiles_in(options[int(left.argmin())])
        found.append(
            Decision(
                f"all are open and {total} is drawn",
                f"close {listing(best, 'and')}",
                float(left.mean() - left.min()),
                "points left",
                chance,
                place=best[-1],
            )
        )
    return dearest(found)
