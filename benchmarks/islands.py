"""A wide search shared out: on local clusters of a few processes, and with workers that only wait, at 100 and 1,000.

What matters where the processors are few is how much of the work the one who asks has to do. How many workers could be
kept busy follows from it: an island takes seconds, and whoever hands it over takes a thousandth of one.
"""

import os
import time
from concurrent.futures import ThreadPoolExecutor

from bolometric.assets import demo_files
from bolometric.core.judge.suits import targets_of
from bolometric.core.tuning import islands as sea
from bolometric.core.tuning.recipes import Space
from bolometric.core.tuning.space import free_knobs
from bolometric.core.tuning.workers import alone, sharing
from bolometric.front.more import read

TRIES, WIDE, WAIT, GOAL = 4_000, 1_000_000, 0.25, 0.02


def keeps(one, other):
    return ""


def task(tries):
    game = read(next(path for path in demo_files() if path.name.startswith("ridge-ascent")))
    return sea.Task(Space(game, free_knobs(game, (), ())), targets_of(game), 1, tries, keeps)


def searched(share, tries):
    """Seconds, seconds of this thread's own work, and what was found."""
    began, own = time.perf_counter(), time.thread_time()
    *_, last = sea.islands(task(tries), share)
    return time.perf_counter() - began, time.thread_time() - own, last.best


def clusters():
    from distributed import LocalCluster

    alone_took, _, wanted = searched(alone, TRIES)
    print(f"{TRIES:,} candidates alone: {alone_took:.1f} s, on {os.cpu_count()} processors")
    for count in (2, 4, 8):
        with (
            LocalCluster(n_workers=count, threads_per_worker=1, dashboard_address=None) as cluster,
            sharing(cluster=cluster.scheduler_address) as share,
        ):
            searched(share, TRIES)  # each worker loads what it needs
            took, own, found = searched(share, TRIES)
        assert found == wanted, "another list"
        share_ = own / alone_took
        print(
            f"{count} processes: {took:.1f} s, {alone_took / took:.2f} times; the one who asks works {1000 * own:.0f} "
            f"ms, {100 * share_:.2f} % of all (goal {100 * GOAL:g} %, {'reached' if share_ <= GOAL else 'missed'})"
        )


class Waiting:
    """Workers that only wait as long as an island takes."""

    def __init__(self, pool):
        self.executor = lambda: pool


def waits():
    found = [((value,), (1 / (1 + value), 0.0, 0.0)) for value in range(sea.PARENTS)]
    real, sea.explore = sea.explore, lambda task, at, parents: time.sleep(WAIT) or found
    count = sea.WAVES * task(WIDE).abreast
    try:
        for workers in (100, 1_000):
            with ThreadPoolExecutor(workers) as pool:
                took, own, _ = searched(Waiting(pool), WIDE)
            least = count * WAIT / workers
            print(
                f"{WIDE:,} candidates in {count:,} islands of {WAIT:g} s, {workers:,} workers that wait: {took:.1f} s, "
                f"{least:.1f} at least; {1000 * own / count:.2f} ms of the one who asks for each"
            )
    finally:
        sea.explore = real


if __name__ == "__main__":
    waits()
    clusters()
