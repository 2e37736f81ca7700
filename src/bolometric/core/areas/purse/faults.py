"""What can be wrong with a purse."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

import numpy as np

from bolometric.core.areas.purse.area import last_of, steps_of
from bolometric.core.areas.purse.exact import plan_of
from bolometric.core.areas.purse.rules import Steps, possible_sums
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.seats import RULE_WORDS, Style
from bolometric.core.judge.nearby import Change
from bolometric.core.measure.measuring import Analysis
from bolometric.core.pieces.kinds import remembers
from bolometric.core.settings.amounts import plain, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import minus

AS_GOOD = 1e-9
LOOKED_AT = 4
"""Sums nearest to the target that are looked at as another."""


def lengthens(game: Game) -> str:
    """More draws make a game longer."""
    return "area.draws"


def endless(exact: Analysis) -> tuple[str, str]:
    """A purse always ends."""
    return "", ""


def useless(game: Game) -> int:
    """Whether the target is out of reach."""
    steps = steps_of(game)
    return int(not _best(steps)[0])


def _best(steps: Steps) -> tuple[float, float]:
    """The chance of hitting the target under play for that, and the least score under play for that."""
    hits = float(plan_of(steps, "exactly").hits[steps.draws, steps.start])
    return hits, float(plan_of(steps, "nearest").distance[steps.draws, steps.start])


def plain_faults(game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """What is wrong by the rules alone: code, path, sentence, cures."""
    if remembers(game.pieces):
        return
    hits = _best(steps_of(game))[0]
    if not hits:
        target = minus(tidy(game.area_as(Purse).target))
        yield (
            "target_out_of_reach",
            "area.target",
            f"No choices lead to {target}: nobody can hit the target.",
            _other(game),
        )
    if len(game.area_as(Purse).multipliers) == 1:
        yield (
            "no_choice",
            "area.multipliers",
            "With one multiplier there is nothing to decide: add another.",
            _ten_more(game),
        )
        return
    rule = _as_good(game)
    if rule:
        cures = (*(_other(game) if not hits else ()), *_ten_more(game))
        yield (
            "no_choice", "area.multipliers",
            f"To {RULE_WORDS[rule]} is as good as best play, so there is little to decide.",
            tuple(cure for cure in cures if not _as_good(cure.game)),
        )  # fmt: skip


def _as_good(game: Game) -> str:
    """A rule of thumb that comes as near as best play; nothing if there is none."""
    least = _best(steps_of(game))[1]
    for rule in Purse.rules:
        far = float(last_of(game, Style(choose="thumb", rule=rule)) @ steps_of(game).distance)
        if far <= least + AS_GOOD * (1 + least):
            return rule
    return ""


def _other(game: Game) -> tuple[Change, ...]:
    """The nearest target that can be hit, a whole one if there is one among the nearest."""
    steps, target = steps_of(game), game.area_as(Purse).target
    ends = np.flatnonzero(possible_sums(steps)[0]) + steps.least
    near = sorted((Fraction(int(end), steps.unit) for end in ends if end > 0), key=lambda end: abs(end - target))
    for end in sorted(near[:LOOKED_AT], key=lambda end: end.denominator > 1):
        try:
            changed = with_value(game, "area.target", plain(end))
        except GameError:
            continue
        return (Change(f"Make the target {minus(tidy(end))}", "area.target", plain(end), changed),)
    return ()


def _ten_more(game: Game) -> tuple[Change, ...]:
    """A second multiplier, ten times the first."""
    kept = game.area_as(Purse).multipliers
    more = [plain(Fraction(by)) for by in (*kept, kept[-1] * 10)]
    try:
        return (
            Change(
                f"Add {minus(tidy(kept[-1] * 10))}",
                "area.multipliers",
                more,
                with_value(game, "area.multipliers", more),
            ),
        )
    except GameError:
        return ()


def advice(exact: Analysis) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """What the knobs do beyond the brief is told by the gauges."""
    return iter(())
