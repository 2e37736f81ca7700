"""Where thinking pays with a purse: the first totals that any multiplier spends worst."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.purse.area import steps_of
from bolometric.core.areas.purse.exact import plan_of
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.document import Game
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.text.figures import minus


def pays(game: Game) -> tuple[Decision, ...]:
    """For each first total how much further from the target any multiplier ends on average than the best one."""
    area = game.area_as(Purse)
    if remembers(game.pieces) or len(area.multipliers) < 2:
        return ()
    steps = steps_of(game)
    plan, found = plan_of(steps, "nearest"), []
    for place, total in enumerate(game.distribution.totals):
        values = [float(plan.distance[steps.draws - 1, steps.start + adds]) for adds in steps.adds[place].tolist()]
        best = int(np.argmin(values))
        found.append(
            Decision(
                f"{minus(total)} is drawn first",
                f"multiply by {minus(area.multipliers[best])}",
                float(np.mean(values) - min(values)),
                "points of distance from the target",
                float(steps.chances[place]),
            )
        )
    return dearest(found)
