"""How much quicker runs are on all processors than on one, in one run: the demo games, turn and turn about.

Where games are played by a compiled loop others can work meanwhile; those that are played in NumPy, all games of a
batch in step, hold Python's own lock for part of the time.
"""

import os

from alternating import best_of

from bolometric.assets import demo_files
from bolometric.core.measure import ahead
from bolometric.front.more import read, runs_of

RUNS, REPEATS, GOAL = 60_000, 5, 1.7
LONG = 0.2
"""Seconds on one processor from which it matters: a quick game is over before another thread has begun."""


def played(game, cores):
    def act():
        ahead.cores = lambda: cores
        *_, last = runs_of(game, 1, RUNS)
        return last.runs

    return act


def main():
    many = ahead.cores()
    print(f"{many} processors of {os.cpu_count()}; seconds for {RUNS:,} games")
    print(f"{'':24s}{'one':>8s}{'all':>8s}{'times':>8s}")
    ratios = []
    for path in demo_files():
        game = read(path)
        played(game, 1)()
        routes = {"one": played(game, 1), "all": played(game, many)}
        (one, _), (every, _) = best_of(routes, REPEATS if game.area.kind != "pairs" else 2).values()
        print(f"{game.name:24s}{one:8.3f}{every:8.3f}{one / every:8.2f}")
        if one >= LONG:
            ratios.append(one / every)
    ratios.sort()
    middle = ratios[len(ratios) // 2] if ratios else 0.0
    print(
        f"of games that take {LONG:g} s and more: {min(ratios, default=0):.2f} to {max(ratios, default=0):.2f} times, "
        f"half of them {middle:.2f} or more (goal {GOAL:g}, {'reached' if middle >= GOAL else 'missed'})"
    )


if __name__ == "__main__":
    main()
