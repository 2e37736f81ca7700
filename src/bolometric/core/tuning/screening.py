"""Candidates looked at, coarsely and closer, and the best of them that differ: the parts that a search is made of."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import partial
from math import inf

import numpy as np

from bolometric.core.game.document import Game
from bolometric.core.game.targets import Target
from bolometric.core.judge.suits import Suited, nearness
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.recipes import Space, Values
from bolometric.core.tuning.recipes import apart as values_apart
from bolometric.core.tuning.space import apart, differences, without_idle
from bolometric.core.tuning.workers import Share, is_alone

COARSE = 300
"""Games that are played for a first look, where it can't be worked out."""
LOOKED_THROUGH = 4
"""How many times as many candidates as are wanted are looked through for those that keep the point of the game."""
POLISHED = 6
"""How often the best is tried with each of its numbers a step more and a step less, as long as that helps."""
DIFFERENT = 0.2
"""Two games are neighbours, and only the better is told, if they are less apart than this (tuning/space)."""


@dataclass(frozen=True, slots=True)
class Seen:
    """A candidate that was looked at."""

    values: Values
    parts: tuple[Suited, ...]
    suits: float

    @property
    def rank(self) -> tuple[float, float, float]:
        """The better the higher; of those that do not suit at all the nearer, by what must be first."""
        return self.suits, *nearness(self.parts)


@dataclass(frozen=True, slots=True)
class Candidate:
    """A game that was found."""

    game: Game
    suits: float
    parts: tuple[Suited, ...]
    changes: tuple[str, ...]
    """What to change, as things to do."""
    values: Values = ()
    why: str = ""
    """Why one would choose it, where it was made for a brief."""


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a search is."""

    part: float
    """From 0 to 1."""
    tried: int
    best: tuple[Candidate, ...]
    seen: tuple[Seen, ...] = ()
    """All that were looked at so far, coarsely."""


Memory = dict[tuple[int, Values], Seen | None]
"""What was found by looks of an earlier search on the same game, targets and seed: by games played and candidate."""


Keeping = Callable[[Game, Game], str]
"""What of the point of a game another has lost; nothing where it has kept it."""


class Screening:
    """One search: what it knows, and how it looks."""

    def __init__(
        self, space: Space, targets: tuple[Target, ...], seed: int, share: Share, memory: Memory, keeping: Keeping
    ) -> None:
        self.space, self.share, self.memory = space, share, memory
        self.seen: dict[Values, Seen] = {}
        self._look = partial(_look, space, targets, seed)
        self._lost: dict[Game, bool] = {}
        self._keeping = keeping
        self.until = inf
        """When the time is up, on the monotonic clock."""

    def looked(self, asked: Iterable[Values], runs: int) -> list[Seen]:
        """Look at candidates with so many games; those that can't be games are left out, and all once time is up."""
        wanted = list(asked)
        missing = [values for values in wanted if (runs, values) not in self.memory]
        at_once = ALONE if is_alone(self.share) else SHARED
        for part in range(0, len(missing), at_once):
            if self.seen and time.monotonic() > self.until:
                break
            some = missing[part : part + at_once]
            for values, found in zip(some, self.share(partial(self._look, runs), some), strict=True):
                self.memory[runs, values] = found
        return [found for values in wanted if (found := self.memory.get((runs, values))) is not None]

    def screen(self, asked: Iterable[Values]) -> None:
        """Look at candidates coarsely."""
        self.seen.update((one.values, one) for one in self.looked(asked, COARSE))

    @property
    def ranked(self) -> list[Seen]:
        """All that were screened, the best first."""
        return ranked(self.seen.values())

    def generation(self, parents: int, count: int, rng: np.random.Generator) -> None:
        """Screen so many new candidates, made by chance from the best so many."""
        known = [one.values for one in self.ranked[:parents]] or [self.space.own]
        first = () if self.seen else (self.space.own,)
        self.screen((*first, *self.space.fresh(known, set(self.seen), count, rng)))

    def polish(self) -> None:
        """Go on from the best by single steps, as long as that helps."""
        for _ in range(POLISHED):
            best = self.ranked[0]
            self.screen(one for one in self.space.neighbours(best.values) if one not in self.seen)
            if self.ranked[0] is best:
                return

    def progress(self, part: float, looks: Iterable[Seen], most: int) -> Progress:
        """What is told on the way."""
        return Progress(part, len(self.seen), self.best(looks, most), tuple(self.seen.values()))

    def best(self, looks: Iterable[Seen], most: int) -> tuple[Candidate, ...]:
        """The best that keep the point of the game and differ from each other."""
        return best_different(self.space, looks, most, self._keeps)

    def first_kept(self, count: int) -> list[Seen]:
        """The best so many that keep the point of the game, as far as there are some among a few times as many."""
        kept: list[Seen] = []
        for one in self.ranked[: LOOKED_THROUGH * count]:
            made = self.space.made(one.values)
            if made is not None and self._keeps(made):
                kept.append(one)
                if len(kept) == count:
                    break
        return kept

    def _keeps(self, made: Game) -> bool:
        if made not in self._lost:
            self._lost[made] = bool(self._keeping(self.space.game, made))
        return not self._lost[made]


ALONE, SHARED = 8, 512
"""Candidates that are handed out together: a search that was stopped goes on from there."""


def _look(space: Space, targets: tuple[Target, ...], seed: int, runs: int, values: Values) -> Seen | None:
    checkpoint()
    made = space.made(values)
    if made is None:
        return None
    found = look(made, targets, runs, seed)
    return Seen(values, found.parts, found.suits)


def ranked(looks: Iterable[Seen]) -> list[Seen]:
    """The best first; of equals the one that was there first."""
    return sorted(looks, key=lambda one: one.rank, reverse=True)


def best_different(
    space: Space, looks: Iterable[Seen], most: int, keeps: Callable[[Game], bool] = lambda made: True
) -> tuple[Candidate, ...]:
    """The best of them that differ from each other, as games; of equals those with smaller changes first.

    ``keeps`` says of a game whether it is still the same: others are passed over.
    """
    kept: list[Candidate] = []

    def order(one: Seen) -> tuple[float, float]:
        return -round(one.suits, 3), values_apart(space, space.own, one.values) if one.suits > 0 else 0.0

    for one in sorted(ranked(looks), key=order):
        if any(values_apart(space, one.values, other.values) < DIFFERENT for other in kept):
            continue
        made = space.made(one.values)
        if made is None:
            continue
        made = without_idle(space.game, made, space.paths)
        if all(apart(made, other.game, space.paths) >= DIFFERENT for other in kept) and keeps(made):
            words = tuple(part.words for part in differences(space.game, made, space.paths))
            kept.append(Candidate(made, one.suits, one.parts, words, one.values))
        if len(kept) == most:
            break
    return tuple(kept)
