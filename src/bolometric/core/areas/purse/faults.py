"""What can be wrong with a purse."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from functools import partial

import numpy as np

from bolometric.core.areas.purse.area import last_of, steps_of
from bolometric.core.areas.purse.exact import plan_of
from bolometric.core.areas.purse.rules import Steps, possible_sums
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.area_part import StyleRule
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Annoyance, Change, Fault, change
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import remembers
from bolometric.core.settings.amounts import plain, tidy
from bolometric.core.text.figures import minus

AS_GOOD = 1e-9
LOOKED_AT = 4
"""Sums nearest to the target that are looked at as another."""
TIMES = (10, 2, 5)
"""How many times the last multiplier a further one may be, in the order in which they are tried."""


def lengthens(game: Game) -> str:
    """More draws make a game longer."""
    return "area.draws"


def useless(game: Game) -> int:
    """Whether the target is out of reach."""
    return int(not _in_reach(steps_of(game)))


def _in_reach(steps: Steps) -> bool:
    """Whether some choices end on the target."""
    return bool((possible_sums(steps)[0] & steps.exact).any())


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    if remembers(game.pieces):
        return
    in_reach = _in_reach(steps_of(game))
    if not in_reach:
        target = minus(tidy(game.area_as(Purse).target))
        yield Fault(
            "target_out_of_reach",
            "fault",
            "area.target",
            f"No choices lead to {target}: nobody can hit the target.",
            seek=partial(_other, game),
        )
    if len(game.area_as(Purse).multipliers) == 1:
        yield Fault(
            "no_choice",
            "fault",
            "area.multipliers",
            "With one multiplier there is nothing to decide: add another.",
            seek=partial(_another, game),
        )
        return
    rule = _as_good(game)
    if rule is not None:
        yield Fault(
            "no_choice",
            "fault",
            "area.multipliers",
            f"To {rule.words} is as good as best play, so there is little to decide.",
            seek=partial(_something_to_decide, game, in_reach),
        )


def _something_to_decide(game: Game, in_reach: bool) -> tuple[Change, ...]:
    """Another target, where this one can't be hit, or a further multiplier, with which no rule is as good."""
    found = () if in_reach else _other(game)
    return (*(cure for cure in found if _as_good(cure.game) is None), *_another(game))


def _as_good(game: Game) -> StyleRule | None:
    """A rule of thumb that comes as near as best play; None if there is none."""
    steps = steps_of(game)
    least = float(plan_of(steps, "nearest").distance[steps.draws, steps.start])
    for rule in Purse.rules:
        far = float(last_of(game, Style(choose="thumb", rule=rule.key)) @ steps.distance)
        if far <= least + AS_GOOD * (1 + least):
            return rule
    return None


def _other(game: Game) -> tuple[Change, ...]:
    """The nearest target that can be hit, a whole one if there is one among the nearest."""
    steps, target = steps_of(game), game.area_as(Purse).target
    ends = np.flatnonzero(possible_sums(steps)[0]) + steps.least
    near = sorted((Fraction(int(end), steps.unit) for end in ends if end > 0), key=lambda end: abs(end - target))
    for end in sorted(near[:LOOKED_AT], key=lambda end: end.denominator > 1):
        found = change(game, f"Make the target {minus(tidy(end))}", "area.target", plain(end))
        if found is not None:
            return (found,)
    return ()


def _another(game: Game) -> tuple[Change, ...]:
    """A further multiplier, so many times the last, with which no rule of thumb is as good as best play."""
    kept = game.area_as(Purse).multipliers
    for times in TIMES:
        fresh = kept[-1] * times
        more = [plain(Fraction(by)) for by in (*kept, fresh)]
        found = change(game, f"Add {minus(tidy(fresh))}", "area.multipliers", more)
        if found is not None and _as_good(found.game) is None:
            return (found,)
    return ()


def annoyances(game: Game) -> tuple[Annoyance, ...]:
    """What would annoy those who fill a purse."""
    return (
        Annoyance(
            "mostly_over",
            "over",
            0.75,
            True,
            "{} of purses end over the target.",
            "players who go over three times in four learn to hope, not to estimate",
        ),
    )


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, useless=useless, annoyances=annoyances)
