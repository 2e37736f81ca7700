"""Where thinking pays with digits: the first digits that any column spends worst."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.digits.exact import plan_of
from bolometric.core.areas.digits.rules import columns_of
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Game
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.text.figures import minus


def pays(game: Game) -> tuple[Decision, ...]:
    """For each first digit what any column brings less on average than the best one."""
    area, columns = game.area_as(Digits), columns_of(game)
    if area.practice != "one_by_one" or columns.columns < 2:
        return ()
    plan, spare = plan_of(columns), int(columns.spare)
    nearest = area.aim == "nearest"
    sign = -1.0 if area.aim == "largest" else 1.0
    unit = "points of distance from the target" if nearest else "of the number's worth"
    full, found = (1 << columns.columns) - 1, []
    for place, (digit, chance) in enumerate(zip(columns.values.tolist(), columns.chances.tolist(), strict=True)):
        values = []
        for column in range(columns.columns):
            if nearest:
                values.append(float(plan.worth[spare, (place + 1) * int(columns.powers[column])]))
            else:
                brought = digit * float(columns.worth[column]) + float(plan.worth[spare, full - (1 << column)])
                values.append(sign * brought)
        best = int(np.argmin(values))
        found.append(
            Decision(
                f"{minus(game.distribution.totals[place])} is the first digit",
                f"write it into the {columns.name(best)}",
                float(np.mean(values) - min(values)),
                unit,
                chance,
            )
        )
    return dearest(found)
