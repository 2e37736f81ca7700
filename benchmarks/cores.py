"""How much quicker runs are on all processors than on one, in one run: the demo games, turn and turn about.

Where games are played by a compiled loop others can work meanwhile; those that are played in NumPy, all games of a
batch in step, hold Python's own lock for part of the time. What the machine itself has to give is measured beside it:
processes that share nothing, each playing all the games on one processor, as many as there are processors. Where two of
them take longer than one, the processors share something (a core, its memory, the host of a virtual machine), and no
program gets more out of them.
"""

import os
import subprocess
import sys
import time
from pathlib import Path

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


def alone(path):
    """What each of the processes does: play whenever it is told to, and say how long that took."""
    act = played(read(Path(path)), 1)
    act()
    print("ready", flush=True)
    for _ in sys.stdin:
        began = time.perf_counter()
        act()
        print(time.perf_counter() - began, flush=True)


def shared_by(path, many):
    """How many times the work of one process as many of them do in the same time, who share nothing."""
    with_pipes = {"stdin": subprocess.PIPE, "stdout": subprocess.PIPE, "text": True}
    each = [subprocess.Popen([sys.executable, __file__, str(path)], **with_pipes) for _ in range(many)]
    for one in each:
        one.stdout.readline()

    def together(some):
        for one in some:
            one.stdin.write("go\n")
            one.stdin.flush()
        return max(float(one.stdout.readline()) for one in some)

    single, every = float("inf"), float("inf")
    for _ in range(REPEATS):
        single, every = min(single, together(each[:1])), min(every, together(each))
    for one in each:
        one.stdin.close()
        one.wait()
    return many * single / every


def main():
    many = ahead.cores()
    print(f"{many} processors of {os.cpu_count()}; seconds for {RUNS:,} games, and what {many} processes do at once")
    print(f"{'':24s}{'one':>8s}{'all':>8s}{'times':>8s}{'apart':>8s}")
    ratios, limits = [], []
    for path in demo_files():
        game = read(path)
        played(game, 1)()
        routes = {"one": played(game, 1), "all": played(game, many)}
        (one, _), (every, _) = best_of(routes, REPEATS).values()
        row = f"{game.name:24s}{one:8.3f}{every:8.3f}{one / every:8.2f}"
        if one >= LONG:
            ratios.append(one / every)
            limits.append(shared_by(path, many))
            row += f"{limits[-1]:8.2f}"
        print(row)
    ratios.sort()
    middle = ratios[len(ratios) // 2] if ratios else 0.0
    print(
        f"of games that take {LONG:g} s and more: {min(ratios, default=0):.2f} to {max(ratios, default=0):.2f} times, "
        f"half of them {middle:.2f} or more (goal {GOAL:g}, {'reached' if middle >= GOAL else 'missed'}); processes "
        f"that share nothing do {min(limits, default=0):.2f} to {max(limits, default=0):.2f} times the work of one"
    )


if __name__ == "__main__":
    alone(sys.argv[1]) if sys.argv[1:] else main()
