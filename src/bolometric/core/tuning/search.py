"""Looking for games that suit: coarse and short first, keeping what may still win, then long.

Where all games of the free settings are few enough they are all looked at. Else candidates are made by chance from the
game and from the best so far, a generation at a time, and the best goes on step by step; a part is kept for a closer
look with more games (successive halving: K. Jamieson and A. Talwalkar, "Non-stochastic best arm identification and
hyperparameter optimization", AISTATS 2016). The same seed gives the same list, on however many workers.
"""

from __future__ import annotations

import time
from collections.abc import Iterator, Sequence
from dataclasses import replace
from pathlib import Path

import numpy as np

from bolometric.core.game.document import Game
from bolometric.core.game.targets import check_agree
from bolometric.core.judge.kept import loses
from bolometric.core.judge.suits import targets_of
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.islands import PARENTS, Task, islands
from bolometric.core.tuning.recipes import Space
from bolometric.core.tuning.screening import Keeping, Memory, Progress, Screening
from bolometric.core.tuning.space import free_knobs, size_of
from bolometric.core.tuning.workers import Share, alone

TRIES, GENERATIONS, MANY = 300, 4, 5_000
CLOSER, LONG = 3_000, 20_000
"""Games that are played for a look, where it can't be worked out: of the better candidates, and of the best."""
CLOSELY, TOLD = 24, 10
"""Candidates that are looked at more closely, and that are told."""
WIDE, ON_THE_WAY = 0.9, 12
"""The part of a search that is over once its islands are; candidates that are looked at for what is told meanwhile."""


def tune(
    game: Game,
    free: Sequence[str] = (),
    lock: Sequence[str] = (),
    seed: int = 1,
    tries: int = TRIES,
    budget: float | None = None,
    share: Share = alone,
    most: int = TOLD,
    long: int = LONG,
    memory: Memory | None = None,
    keeping: Keeping = loses,
    kept: Path | None = None,
) -> Iterator[Progress]:
    """Look for games like this one that suit its targets better.

    Args:
        game: the game; its own settings are a candidate too.
        free: paths of the settings that may change; none for all rules that keep the practice.
        lock: paths that must stay.
        seed: the same seed gives the same list.
        tries: candidates that are looked at coarsely.
        budget: seconds after which no further candidate is looked at; the best so far are told then.
        share: who looks at candidates.
        most: how many are told in the end; up to three times as many are looked at closely before.
        long: games of the last look.
        keeping: what of its point a game has lost, in words; only those are told that have lost nothing (judge/kept).
        kept: a file for what islands found (tuning/islands), from which the same search goes on after it was stopped.
        memory: kept by the caller, it lets a search that was stopped go on where it was; the list is the same.

    Returns:
        After each part the best so far; the last ones are looked at with ``long`` games.

    Raises:
        GameError: with a sentence, where nothing may change or there is no target.
        Cancelled: once the work is given up.
    """
    targets = targets_of(game)
    if not targets:
        raise GameError("This game has no target: set one in its brief, such as the minutes it should last.", "brief")
    check_agree(targets)
    space = Space(game, free_knobs(game, free, lock))
    search = Screening(space, targets, seed, share, {} if memory is None else memory, keeping)
    if budget is not None:
        search.until = time.monotonic() + budget
    rng, steps = np.random.default_rng(seed), GENERATIONS + 2
    whole, wide = size_of(game, space.paths, tries) <= tries, tries >= MANY
    if wide and not whole:
        # What is told on the way depends on which islands are quick; what is found in the end must not.
        told = Screening(space, targets, seed, alone, search.memory, keeping)
        for step in islands(Task(space, targets, seed, tries, keeping), share, kept):
            told.screen(one for one in step.best[:ON_THE_WAY] if one not in told.seen)
            yield replace(told.progress(WIDE * step.part, told.seen.values(), 3), tried=step.tried)
            if time.monotonic() > search.until:
                break
        search.screen((space.own, *step.best))
    for generation in range(0 if wide and not whole else 1 if whole else GENERATIONS):
        if whole:
            search.screen(space.all())
        else:
            search.generation(max(PARENTS, tries // 40), tries // GENERATIONS, rng)
        yield search.progress((generation + 1) / steps, search.seen.values(), 3)
        if time.monotonic() > search.until:
            yield search.progress(1.0, search.seen.values(), most)
            return
    if not whole:
        search.polish()
    nearest = dict.fromkeys([one.values for one in search.first_kept(min(CLOSELY, 3 * most))] + [space.own])
    better = search.looked(nearest, CLOSER)  # the game as it is, too: of others it may be that none keeps its point
    yield search.progress(WIDE if wide else (steps - 1) / steps, better, most)
    chosen = [one.values for one in search.best(better, most)]
    yield search.progress(1.0, search.looked(chosen, long), most)
