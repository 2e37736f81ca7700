"""What many dice cost: exact readings, 2,000 noted games, and memory, each number of dice in a process of its own.

Times are of the first look at such a game, after a smaller one, so that neither imports nor compiled loops count.
"""

import resource
import subprocess
import sys
import time

GOAL_MS, GOAL_MB = 300, 200
COUNTS = (2, 4, 5, 6, 8, 10)


def one(count):
    """Milliseconds of both, and megabytes at the peak."""
    from bolometric.front.more import game_from, measure_exactly, runs_of

    def game(dice):
        return game_from({"pieces": [{}] * dice, "area": {"length": 30 * dice}, "seats": {"count": 2}})

    measure_exactly(game(1))
    list(runs_of(game(1), 1, 2_000, note=True))
    played = game(count)
    start = time.perf_counter()
    measure_exactly(played)
    exact = time.perf_counter()
    list(runs_of(played, 1, 2_000, note=True))
    noted = time.perf_counter()
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"{1000 * (exact - start):.0f} {1000 * (noted - exact):.0f} {peak:.0f}")


def main():
    print(f"{'dice':>6s}{'exact ms':>10s}{'noted ms':>10s}{'MB':>6s}  growth of the exact readings")
    found = []
    for count in COUNTS:
        told = subprocess.run([sys.executable, __file__, str(count)], capture_output=True, text=True, check=True)
        found.append(tuple(map(int, told.stdout.split())))
    most = max(exact for exact, _, _ in found)
    for count, (exact, noted, peak) in zip(COUNTS, found, strict=True):
        bar = "#" * max(1, round(40 * exact / most))
        print(f"{count:6d}{exact:10d}{noted:10d}{peak:6d}  {bar}")
    exact, noted, peak = found[-1]
    reached = exact + noted <= GOAL_MS and peak <= GOAL_MB
    print(
        f"ten dice: exact and noted {exact + noted} ms (goal {GOAL_MS}), {peak} MB (goal {GOAL_MB}): "
        f"{'reached' if reached else 'missed'}"
    )


if __name__ == "__main__":
    one(int(sys.argv[1])) if len(sys.argv) > 1 else main()
