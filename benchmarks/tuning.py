"""How quickly candidates are looked at, alone and shared, and how much nearer a search comes than trying at random.

All on Ridge Ascent with a narrow target; ratios are of one run on one machine.
"""

from __future__ import annotations

import time
from contextlib import AbstractContextManager, nullcontext

import numpy as np

from bolometric.assets import demo_files
from bolometric.core.judge.suits import targets_of
from bolometric.core.tuning.looking import look
from bolometric.core.tuning.recipes import Space
from bolometric.core.tuning.screening import COARSE
from bolometric.core.tuning.search import tune
from bolometric.core.tuning.space import free_knobs
from bolometric.core.tuning.sweep import sweep
from bolometric.front.more import Game, Share, alone, read, sharing, swept, with_value

SCREENED, MANY, SEEDS, TRIES = 1_000, 10_000, 20, 60
SWEPT = "area.length=5..200:1"


def narrow() -> Game:
    """A demo game that should take just 7 minutes, be fair to half a point and be decided late."""
    game = read(demo_files()[0])
    game = with_value(game, "brief.minutes", {"low": 7.0, "high": 7.1})
    game = with_value(game, "brief.first_seat_edge", {"low": -0.005, "high": 0.005})
    return with_value(game, "brief.targets", [{"reading": "setbacks", "low": 0.1, "high": 0.12}])


def screened(share: Share, asked: int) -> tuple[float, int]:
    """Seconds for a search of so many candidates, and how many different ones it looked at."""
    began = time.perf_counter()
    *_, last = tune(narrow(), tries=asked, share=share)
    return time.perf_counter() - began, last.tried


def swept_in(share: Share) -> float:
    """Seconds for a sweep of 196 games at 20,000 runs."""
    began, game = time.perf_counter(), narrow()
    list(sweep(game, [swept(game, SWEPT)], runs=20_000, share=share))
    return time.perf_counter() - began


def nearer() -> tuple[float, float, int]:
    """How well the best suits, mean over the seeds: by the search, and by as many games changed at random."""
    game, by_search, by_chance, won = narrow(), [], [], 0
    space, targets = Space(game, free_knobs(game)), targets_of(game)
    for seed in range(SEEDS):
        *_, last = tune(game, seed=seed, tries=TRIES, most=1, long=COARSE)
        by_search.append(last.best[0].suits)
        rng, best = np.random.default_rng(seed), 0.0
        for _ in range(last.tried):
            made = space.made(space.varied(space.own, rng))
            if made is not None:
                best = max(best, look(made, targets, COARSE, seed).suits)
        by_chance.append(best)
        won += by_search[-1] >= best
    return float(np.mean(by_search)), float(np.mean(by_chance)), won


def cluster() -> AbstractContextManager[str]:
    """The address of a cluster of two workers on this machine; empty where what makes it is not installed."""
    try:
        from distributed import LocalCluster
    except ImportError:
        return nullcontext("")
    made = LocalCluster(n_workers=2, threads_per_worker=1, dashboard_address=":0")  # type: ignore[no-untyped-call]
    return _Address(made)


class _Address(AbstractContextManager[str]):
    def __init__(self, made) -> None:  # type: ignore[no-untyped-def]
        self.made = made

    def __enter__(self) -> str:
        return str(self.made.scheduler_address)

    def __exit__(self, *_: object) -> None:
        self.made.close()


def main() -> None:
    """Print what was measured."""
    seconds, count = screened(alone, SCREENED)
    print(f"{count:,} candidates, alone: {seconds:.1f} s, {1000 * seconds / count:.1f} ms each")
    with sharing(2) as share:
        share(len, ["warm", "up"])
        two, _ = screened(share, SCREENED)
        print(f"by two processes: {two:.1f} s, {seconds / two:.2f} times as quick")
        many, count = screened(share, MANY)
        print(f"{MANY:,} asked, {count:,} different, by two: {many:.1f} s, {1000 * many / count:.1f} ms each")
    with cluster() as address:
        if address:
            with sharing(cluster=address) as share:
                share(len, ["warm", "up"])
                two, _ = screened(share, SCREENED)
                print(f"{SCREENED:,} by a cluster of two: {two:.1f} s, {seconds / two:.2f} times as quick")
    one = swept_in(alone)
    with sharing(2) as share:
        share(len, ["warm", "up"])
        two = swept_in(share)
    print(f"a sweep of 196 games at 20,000 runs: {one:.1f} s alone, {two:.1f} s by two")
    found, tried, won = nearer()
    print(f"{SEEDS} seeds, {TRIES} candidates and the steps of the best: suits {found:.3f}; at random {tried:.3f}")
    print(f"the search is as good or better in {won} of {SEEDS}")


if __name__ == "__main__":
    main()
