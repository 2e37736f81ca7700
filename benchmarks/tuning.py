"""How quickly candidates are looked at, alone and by two, and how much nearer a search comes than trying at random.

All on Ridge Ascent with a narrow target; ratios are of one run on one machine.
"""

from __future__ import annotations

import time

import numpy as np

from bolometric.core.areas.shelf import demo_files
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import read
from bolometric.core.judge.suits import targets_of
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.search import COARSE, tune
from bolometric.core.tuning.space import changed, free_knobs
from bolometric.core.tuning.sweep import sweep, swept
from bolometric.core.tuning.workers import sharing

SCREENED, SEEDS, TRIES = 1_000, 20, 60


def narrow() -> Game:
    """A demo game that should take just 7 minutes, be fair to half a point and be decided late."""
    game = read(demo_files()[0])
    game = with_value(game, "brief.minutes", {"low": 7.0, "high": 7.1})
    game = with_value(game, "brief.first_seat_edge", {"low": -0.005, "high": 0.005})
    return with_value(game, "brief.targets", [{"reading": "setbacks", "low": 0.1, "high": 0.12}])


def screened(workers: int) -> float:
    """Seconds for so many candidates."""
    began = time.perf_counter()
    with sharing(workers) as share:
        *_, _last = tune(narrow(), tries=SCREENED, share=share)
    return time.perf_counter() - began


def nearer() -> tuple[float, float]:
    """How well the best suits, over the seeds: found by the search, and by as many games changed at random."""
    game, by_search, by_chance = narrow(), [], []
    paths, targets = free_knobs(game), targets_of(game)
    for seed in range(SEEDS):
        *_, last = tune(game, seed=seed, tries=TRIES, told=1, long=COARSE)
        by_search.append(last.best[0].suits)
        rng, best = np.random.default_rng(seed), 0.0
        for _ in range(last.tried):
            made = changed(game, paths, rng)
            if made is not None:
                best = max(best, look(made, targets, COARSE, seed).suits)
        by_chance.append(best)
    return float(np.mean(by_search)), float(np.mean(by_chance))


def main() -> None:
    """Print what was measured."""
    alone = screened(1)
    print(f"{SCREENED:,} candidates, alone: {alone:.1f} s, {1000 * alone / SCREENED:.1f} ms each")
    two = screened(2)
    print(f"by two: {two:.1f} s, {alone / two:.2f} times as quick")
    began = time.perf_counter()
    game = narrow()
    list(sweep(game, [swept(game, "area.length=5..1000:5")], runs=20_000))
    print(f"a sweep of 200 games at 20,000 runs: {time.perf_counter() - began:.1f} s")
    found, tried = nearer()
    print(f"{SEEDS} seeds, {TRIES} candidates and the steps of the best: suits {found:.3f}; at random {tried:.3f}")


if __name__ == "__main__":
    main()
