"""A setting, or two, gone through from end to end: what it does to every reading."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from itertools import product

from bolometric.core.game.document import Game, with_values
from bolometric.core.judge.kept import loses
from bolometric.core.judge.suits import AS_SET, as_measured
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading, joined
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import KnobAt, knob_at
from bolometric.core.tuning.looking import LONGEST
from bolometric.core.tuning.space import values_of
from bolometric.core.tuning.workers import Share, alone, is_alone

MOST_POINTS, RUNS = 2_500, 2_000
AT_ONCE = 32
"""Games that are shared out together."""


@dataclass(frozen=True, slots=True)
class Swept:
    """A setting with the values that are gone through."""

    path: str
    values: tuple[object, ...]


@dataclass(frozen=True, slots=True)
class Point:
    """A game of a sweep."""

    values: tuple[object, ...]
    game: Game | None
    """None if it can't be."""
    readings: dict[str, Reading]
    trouble: str = ""
    lost: str = ""
    """What of its point the game that is gone through has lost here; nothing where it keeps it."""


_ONE = r"\d{1,15}(?:\.\d{1,15})?"
RANGE = rf"\s*(-?{_ONE})\s*\.\.\s*(-?{_ONE})\s*(?::\s*({_ONE})\s*)?"
"""Two numbers with two dots between, and a step; each short enough to be worked with."""


def swept(game: Game, text: str) -> Swept:
    """A setting as it is typed: ``area.length=20..60:5``, ``area.end=pass,exact``. Raises GameError.

    >>> from bolometric.core.game.document import Game
    >>> swept(Game(), "area.length=20..40:10").values
    (20, 30, 40)
    """
    path, equals, told = text.partition("=")
    at = knob_at(game, path.strip())
    if not equals:
        return Swept(at.path, tuple(values_of(at)))
    found = re.fullmatch(RANGE, told, re.ASCII)
    if found:
        return Swept(at.path, tuple(_between(at, float(found[1]), float(found[2]), float(found[3] or at.knob.step))))
    if ".." in told:
        raise GameError(f"{told.strip()[:40]} is no range: write it as 20..60:5.", at.path)
    return Swept(at.path, tuple(_value(at, part.strip()) for part in told.split(",") if part.strip()))


def _between(at: KnobAt, low: float, high: float, step: float) -> Iterator[object]:
    if step <= 0 or low > high or (high - low) / step > MOST_POINTS:
        raise GameError(f"From {low:g} to {high:g} by {step:g} is no range: write it as 20..60:5.", at.path)
    count = int((high - low) / step + 1e-9) + 1
    for k in range(count):
        value = low + k * step
        yield int(value) if isinstance(at.value, int) and value == int(value) else value


def _value(at: KnobAt, text: str) -> object:
    if at.knob.kind == "choice":
        return text
    try:
        return int(text) if isinstance(at.value, int) else float(text)
    except ValueError:
        raise GameError(
            f"“{text[:20]}” is no number: write {at.path}=20..60:5, or the values with commas.", at.path
        ) from None


def sweep(
    game: Game,
    knobs: Sequence[Swept],
    runs: int = RUNS,
    seed: int = 1,
    whom: tuple[str, str] = AS_SET,
    share: Share = alone,
) -> Iterator[Point]:
    """Every game of the settings' values, one after the other, with all its readings for a style and a fluency.

    Raises GameError, Cancelled.
    """
    count = 1
    for knob in knobs:
        count *= len(knob.values)
    if not 0 < count <= MOST_POINTS:
        raise GameError(f"That would be {count:,} games, and {MOST_POINTS:,} are the most: take larger steps.")
    paths, combinations = tuple(knob.path for knob in knobs), list(product(*(knob.values for knob in knobs)))
    work = partial(_point, game, paths, runs, seed, whom)
    at_once = 1 if is_alone(share) else AT_ONCE
    for part in range(0, len(combinations), at_once):
        yield from share(work, combinations[part : part + at_once])


def _point(
    game: Game, paths: tuple[str, ...], runs: int, seed: int, whom: tuple[str, str], values: tuple[object, ...]
) -> Point:
    checkpoint()
    try:
        made = with_values(game, dict(zip(paths, values, strict=True)))
        as_played = as_measured(made, whom)
        exact = measure_exactly(as_played, worth_of_thinking=False).readings
        *_, tally = runs_of(as_played, seed, runs, LONGEST, note=True)
    except GameError as error:
        return Point(values, None, {}, error.sentence)
    both = joined(tally.readings(), exact)
    return Point(values, made, {key: both[key] for key in READINGS if key in both}, lost=loses(game, made))
