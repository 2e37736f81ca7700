"""Looking for games that suit: coarse and short first, keeping what may still win, then long.

Where all games of the free settings are few enough they are all looked at. Else candidates are made by chance from the
game and from the best so far, a generation at a time, and the best goes on step by step; a part is kept for a closer
look with more games (successive halving: K. Jamieson and A. Talwalkar, "Non-stochastic best arm identification and
hyperparameter optimization", AISTATS 2016). The same seed gives the same list, on however many workers.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from math import inf

import numpy as np

from bolometric.core.game.document import Game
from bolometric.core.game.targets import Target, check_agree
from bolometric.core.judge.kept import loses
from bolometric.core.judge.suits import Suited, nearness, targets_of
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.recipes import Space, Values
from bolometric.core.tuning.recipes import apart as values_apart
from bolometric.core.tuning.space import apart, differences, free_knobs, size_of, without_idle
from bolometric.core.tuning.workers import Share, alone, is_alone

TRIES, GENERATIONS = 300, 4
COARSE, CLOSER, LONG = 300, 3_000, 20_000
"""Games that are played for a look, where it can't be worked out: of every candidate, of the better, of the best."""
PARENTS, CLOSELY, TOLD = 12, 24, 10
"""Candidates that others are made from; that are looked at more closely; that are told."""
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


class _Search:
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
    search = _Search(space, targets, seed, share, {} if memory is None else memory, keeping)
    if budget is not None:
        search.until = time.monotonic() + budget
    rng, steps = np.random.default_rng(seed), GENERATIONS + 2
    whole = size_of(game, space.paths, tries) <= tries
    for generation in range(1 if whole else GENERATIONS):
        if whole:
            search.screen(space.all())
        else:
            parents = [one.values for one in search.ranked[: max(PARENTS, tries // 40)]] or [space.own]
            first = () if search.seen else (space.own,)
            search.screen((*first, *space.fresh(parents, set(search.seen), tries // GENERATIONS, rng)))
        yield search.progress((generation + 1) / steps, search.seen.values(), 3)
        if time.monotonic() > search.until:
            yield search.progress(1.0, search.seen.values(), most)
            return
    if not whole:
        search.polish()
    nearest = dict.fromkeys([one.values for one in search.first_kept(min(CLOSELY, 3 * most))] + [space.own])
    better = search.looked(nearest, CLOSER)  # the game as it is, too: of others it may be that none keeps its point
    yield search.progress((steps - 1) / steps, better, most)
    chosen = [one.values for one in search.best(better, most)]
    yield search.progress(1.0, search.looked(chosen, long), most)


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
