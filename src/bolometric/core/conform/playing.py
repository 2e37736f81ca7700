"""What an area works out and plays: readings, runs against what is exact, every style, and the table."""

from __future__ import annotations

from collections.abc import Iterator
from math import isfinite
from typing import get_args

import numpy as np

from bolometric.core.areas.catalogue import area_of
from bolometric.core.conform.check import Check
from bolometric.core.conform.saying import TOLD_WRONG
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Choosing
from bolometric.core.judge.verdict import applies
from bolometric.core.measure.measuring import in_style, measure, measure_exactly, runs_of
from bolometric.core.play.sitting import Sitting
from bolometric.core.results.kinds import READINGS
from bolometric.core.settings.errors import GameError

RUNS = 2_000
FAR = 6.0
"""Standard errors that played games may be off what is exact: in a hundred thousand comparisons none is by chance."""
LEAST_OFF = 1e-9
STEPS = 30
"""Steps that are taken at the table."""
TINY = 1e-13
"""Below this a share is what arithmetic left, and no share."""


def readings(game: Game) -> Iterator[str]:
    """Readings are finite, ordered, and within their unit; what the area's gauges show is there."""
    found = measure(game, 200).readings
    for key in ("turns", "rolls", "rounds", "minutes", "success", "stuck"):
        if key not in found:
            yield f"The reading {key} is left out."
    yield from (f"The gauge {key} stays empty." for key in game.area.gauges if applies(game, key) and key not in found)
    for key, reading in found.items():
        if key not in READINGS:
            yield f"The reading {key} is declared nowhere."
            continue
        values = (reading.mean, reading.sd, reading.p10, reading.p50, reading.p90, reading.never)
        if any(value is not None and (not isfinite(value) or str(value) == "-0.0") for value in values):
            yield f"The reading {key} has a value that is no number."
        if READINGS[key].unit == "share" and reading.mean is not None and not -TINY <= reading.mean <= 1 + LEAST_OFF:
            yield f"The share {key} is {reading.mean}."
        if reading.method == "exact" and reading.mean and abs(reading.mean) < TINY:
            yield f"The reading {key} is {reading.mean}: nought, or it should be told by structure."
        parts = [part for part in (reading.p10, reading.p50, reading.p90) if part is not None]
        if parts != sorted(parts):
            yield f"The parts of {key} are out of order."
        if reading.method == "exact" and reading.stderr != 0:
            yield f"The exact reading {key} has an error."


def agreement(game: Game) -> Iterator[str]:
    """What is exact is what games that are played come to."""
    exact = measure_exactly(game, worth_of_thinking=False).readings
    (*_, tally) = runs_of(game, 1, RUNS)
    for key, played in tally.readings().items():
        known = exact.get(key)
        if known is None or known.method != "exact" or known.mean is None or played.mean is None:
            continue
        off = abs(known.mean - played.mean)
        if off > FAR * max(played.stderr, 1 / RUNS if READINGS[key].unit in ("share", "edge") else 0.0) + LEAST_OFF:
            yield f"{key} is {known.mean:.6g} exactly, and {played.mean:.6g} ± {played.stderr:.2g} as played."


def same_seed(game: Game) -> Iterator[str]:
    """The same seed plays the same games."""
    (*_, one), (*_, other) = (runs_of(game, 7, 300) for _ in range(2))
    if one.readings() != other.readings():
        yield "The same seed gives other readings."


def styles(game: Game) -> Iterator[str]:
    """Every way of choosing is played, or refused with a sentence."""
    for choose in get_args(Choosing):
        try:
            changed = in_style(game, choose)
        except GameError as error:
            if choose == "guess" or not str(error).endswith("."):
                yield f"The style {choose} is refused: “{error}”"
            continue
        batch = area_of(changed).measured.player(changed)(50, 5000, np.random.default_rng(1))
        if len(batch.turns) != 50:
            yield f"The style {choose} plays {len(batch.turns)} games of 50."


def by_hand(game: Game) -> Iterator[str]:
    """The table: options are told apart, what a style picks is one of them, the coach speaks, every step goes back."""
    sitting = Sitting(game, 5)
    for _ in range(STEPS):
        before, told = sitting.here, sitting.coach()
        if not told.endswith(".") or TOLD_WRONG.search(told):
            yield f"The coach says no whole sentence: “{told}”"
        if sitting.here != before:
            yield "The coach moves the game."
        if sitting.now.over:
            break
        keys = [option.key for option in sitting.options]
        if len(set(keys)) < len(keys) or not all(option.words for option in sitting.options):
            yield "Options have one key twice, or no words."
        style = game.seats.style(sitting.now.seat)
        if keys:
            key = sitting.rules.pick(sitting.seen, sitting.now, style, np.random.default_rng(5))
            if key is not None and key not in keys:
                yield f"The style {style.choose} picks {key}, which is no option."
        sitting.play_on(style)
    first = sitting.past[0]
    while sitting.can_undo:
        sitting.undo()
    if sitting.here != first:
        yield "Taken back step by step it does not stand as at the start."


PLAYING = (
    Check("readings", "Readings are numbers within their unit, and the gauges are filled.", readings),
    Check("agreement", "Exact readings agree with games that are played.", agreement),
    Check("same seed", "The same seed plays the same games.", same_seed),
    Check("styles", "Every style is played, or refused in a sentence.", styles),
    Check("by hand", "The table offers, coaches, and takes every step back.", by_hand),
)
