"""Looking for games that suit: coarse and short first, keeping what may still win, then long.

Where all games of the free settings are few enough they are all looked at. Else candidates are made by chance from the
game and from the best so far, a generation at a time, and the best goes on step by step; a part is kept for a closer
look with more games (successive halving: K. Jamieson and A. Talwalkar, "Non-stochastic best arm identification and
hyperparameter optimization", AISTATS 2016). The same seed gives the same list, on however many workers.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from itertools import product

import numpy as np

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.targets import Target, check_agree
from bolometric.core.judge.suits import Suited, targets_of
from bolometric.core.measure.measuring import never_stop
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.heeding import Stop, checkpoint, heeding
from bolometric.core.settings.knobs import knob_at
from bolometric.core.tuning.looking import Look, look
from bolometric.core.tuning.space import apart, changed, differences, free_knobs, neighbours, size_of, values_of
from bolometric.core.tuning.workers import alone

TRIES, GENERATIONS = 300, 4
COARSE, CLOSER, LONG = 300, 3_000, 20_000
"""Games that are played for a look, where it can't be worked out: of every candidate, of the better, of the best."""
MOST_ATTEMPTS = 3
"""Changes that are made by chance for each new game wanted: near the best, most are known already."""
PARENTS, CLOSELY, TOLD = 12, 24, 10
"""Candidates that others are made from; that are looked at more closely; that are told."""
POLISHED = 6
"""How often the best is tried with each of its numbers a step more and a step less, as long as that helps."""
DIFFERENT = 0.2
"""Two games are neighbours, and only the better is told, if they are less apart than this (tuning/space)."""
Sharing = Callable[[Callable[[Game], Look], Sequence[Game]], list[Look]]


@dataclass(frozen=True, slots=True)
class Candidate:
    """A game that was found."""

    game: Game
    suits: float
    parts: tuple[Suited, ...]
    changes: tuple[str, ...]
    """What to change, as things to do."""


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a search is."""

    part: float
    """From 0 to 1."""
    tried: int
    best: tuple[Candidate, ...]


def tune(
    game: Game, free: Sequence[str] = (), lock: Sequence[str] = (), seed: int = 1, tries: int = TRIES,
    budget: float | None = None, share: Sharing = alone, stop: Stop = never_stop, told: int = TOLD, long: int = LONG,
) -> Iterator[Progress]:  # fmt: skip
    """Look for games like this one that suit its targets better.

    Args:
        game: the game; its own settings are a candidate too.
        free: paths of the settings that may change; none for all rules that keep the practice.
        lock: paths that must stay.
        seed: the same seed gives the same list.
        tries: candidates that are looked at coarsely.
        budget: seconds after which no further generation begins.
        share: who looks at candidates.
        stop: asked now and then; once it is true the work is given up.
        told: how many are told in the end; up to three times as many are looked at closely before.
        long: games of the last look.

    Returns:
        After each part the best so far; the last ones are looked at with ``long`` games.

    Raises:
        GameError: with a sentence, where nothing may change or there is no target.
        Cancelled: once ``stop()`` is true.
    """
    targets = targets_of(game)
    if not targets:
        raise GameError("This game has no target: set one in its brief, such as the minutes it should last.", "brief")
    check_agree(targets)
    paths, began = free_knobs(game, free, lock), time.monotonic()
    closer = partial(_look, targets=targets, seed=seed)
    seen: dict[Game, Look] = {}
    rng = np.random.default_rng(seed)
    with heeding(stop):
        whole = size_of(game, paths, tries) <= tries
        for generation in range(1 if whole else GENERATIONS):
            fresh = _all(game, paths) if whole else _fresh(game, paths, seen, tries // GENERATIONS, rng)
            for found in share(partial(closer, runs=COARSE), [one for one in fresh if one not in seen]):
                seen[found.game] = found
            yield Progress((generation + 1) / (GENERATIONS + 2), len(seen), _told(game, seen.values(), paths, 3))
            if budget is not None and time.monotonic() - began > budget:
                break
        for _ in range(0 if whole else POLISHED):
            best = _ranked(seen.values())[0]
            near = [one for one in neighbours(best.game, paths) if one not in seen]
            for found in share(partial(closer, runs=COARSE), near):
                seen[found.game] = found
            if _ranked(seen.values())[0] is best:
                break
        better = share(
            partial(closer, runs=CLOSER), [one.game for one in _ranked(seen.values())[: min(CLOSELY, 3 * told)]]
        )
        chosen = _told(game, better, paths, told)
        yield Progress((GENERATIONS + 1) / (GENERATIONS + 2), len(seen), chosen)
        last = share(partial(closer, runs=long), [one.game for one in chosen])
        yield Progress(1.0, len(seen), _told(game, last, paths, told))


def _look(game: Game, targets: tuple[Target, ...], runs: int, seed: int) -> Look:
    checkpoint()
    return look(game, targets, runs, seed)


def _all(game: Game, paths: Sequence[str]) -> list[Game]:
    """Every game of the free settings that can be."""
    found: dict[Game, None] = {game: None}
    for values in product(*(values_of(knob_at(game, path)) for path in paths)):
        made = game
        try:
            for path, value in zip(paths, values, strict=True):
                made = with_value(made, path, value)
        except GameError:
            continue
        found[made] = None
    return list(found)


def _fresh(
    game: Game, paths: Sequence[str], seen: dict[Game, Look], count: int, rng: np.random.Generator
) -> list[Game]:
    """New games: changed by chance from the one there is, or, once there are some, from the best."""
    parents = [one.game for one in _ranked(seen.values())[:PARENTS]] or [game]
    found: dict[Game, None] = {} if seen else {game: None}
    for _ in range(MOST_ATTEMPTS * count):
        if len(found) >= count:
            break
        checkpoint()
        parent = parents[int(len(parents) * rng.random() ** 2)]  # rather the better ones
        made = changed(parent, paths, rng)
        if made is not None and made not in seen:
            found[made] = None
    return list(found)


def _ranked(looks: object) -> list[Look]:
    """The best first; of equals the one that was there first."""
    return sorted(looks, key=lambda one: -one.suits)  # type: ignore[call-overload,no-any-return]


def _told(game: Game, looks: object, paths: Sequence[str], most: int) -> tuple[Candidate, ...]:
    """The best of them that differ from each other."""
    kept: list[Look] = []
    for one in _ranked(looks):
        if all(apart(one.game, other.game, paths) >= DIFFERENT for other in kept):
            kept.append(one)
        if len(kept) == most:
            break
    return tuple(
        Candidate(one.game, one.suits, one.parts, tuple(part.words for part in differences(game, one.game, paths)))
        for one in kept
    )
