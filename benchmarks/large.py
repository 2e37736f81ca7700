"""The largest games of each kind: how soon something is shown after an edit, how soon work is given up, and memory.

Each game is looked at in a process of its own, after a small one of its kind, so that neither imports nor compiled
loops count. The first readings are the exact ones, or the first that games played give (the window shows whichever is
there). Giving up is the longest work of a thread between two askings whether it is wanted, over exact readings, what
players work out, and faults; it is asked for five seconds. The games before the rule grow; below it are the largest.
"""

import json
import resource
import subprocess
import sys
import time

SOON, UP, MB = 100, 100, 500
DIE = {"kind": "die"}
HUNDRED = {"kind": "grid", "last": 100, "columns": 10, "how": "any", "operations": "+-*/"}
SQUARES = [{"at": 2 * k + 5, "does": "jump", "to": 2 * k + 18} for k in range(0, 40, 2)]


def trail(length, **more):
    return {"area": {"length": length, **more}, "pieces": [DIE, DIE]}


GROWING = {
    **{f"{length:,} squares": trail(length) for length in (50, 200, 500, 1_000)},
    **{f"{seats} seats": {**trail(60), "seats": {"count": seats}} for seats in (2, 3, 4, 6)},
    **{
        f"a grid of {cells}": {"area": {**HUNDRED, "last": cells}, "pieces": [DIE] * 3, "seats": {"count": 2}}
        for cells in (20, 40, 60, 100)
    },
}
LARGEST = {
    "a grid of 100, four dice, any signs": {"area": HUNDRED, "pieces": [DIE] * 4, "seats": {"count": 2}},
    "a chain of 24": {"area": {"kind": "chain", "last": 24}},
    "100 squares, twenty of them jumps": {"area": {"length": 100, "squares": SQUARES}, "pieces": [DIE, DIE]},
    "six who draw their own": {
        "area": {"length": 60},
        "pieces": [DIE, DIE],
        "seats": {"count": 6},
        "others": [{"pieces": [{"faces": list(range(1, 5 + k))}]} for k in range(5)],
    },
    "a purse of ten draws": {"area": {"kind": "purse", "draws": 10}, "pieces": [DIE, DIE]},
    "six dice, ten faces, in a formula": {
        "area": {"length": 300},
        "pieces": [{"faces": list(range(1, 11))}] * 6,
        "draw": {"make": "formula", "formula": "a + b + c + d + e + f"},
    },
    "ten dice": {"area": {"length": 300}, "pieces": [DIE] * 10},
    "six who dare": {**trail(100, go_on="dare", lose_turn=[7]), "seats": {"count": 6}},
    "a box of ten ones in thousandths": {
        "area": {"length": 10, "unit": "thousandth"},
        "pieces": [{"faces": [f"{k}/1000" for k in range(1, 7)]}] * 2,
    },
}


def looked(name):
    """First readings, giving up, both in milliseconds, and megabytes at the peak."""
    from contextlib import suppress

    from bolometric.front.more import Cancelled, find_faults, game_from, heeding, measure_exactly, runs_of, with_work

    game = game_from({**GROWING, **LARGEST}[name])
    begun = time.thread_time

    def small():
        plain = {**{**GROWING, **LARGEST}[name]}
        for key, value in (("length", 20), ("last", 9), ("columns", 3), ("draws", 3)):
            if key in plain["area"]:
                plain = {**plain, "area": {**plain["area"], key: value}}
        plain["area"].pop("squares", None)
        return game_from(plain)

    import scipy.sparse  # noqa: F401 (any chain brings it with it)

    with suppress(Exception):
        find_faults(small(), with_work(measure_exactly(small())))
        next(iter(runs_of(small(), 1, 200, note=True, soon=True)))
    start = time.perf_counter()
    shown = []

    def first_exact():
        found = measure_exactly(game, work=False)
        if "turns" in found.readings:
            shown.append(time.perf_counter() - start)
        return found

    asked = {"last": begun(), "longest": 0.0, "until": time.perf_counter() + 5}

    def had_enough():
        now = begun()
        asked["longest"], asked["last"] = max(asked["longest"], now - asked["last"]), now
        return time.perf_counter() > asked["until"]

    with suppress(Cancelled), heeding(had_enough):
        find_faults(game, with_work(first_exact()))
    start_runs = time.perf_counter()
    with suppress(Cancelled), heeding(lambda: time.perf_counter() > start_runs + 20):
        next(iter(runs_of(game, 1, 2_000, note=True, soon=True)))
    played = time.perf_counter() - start_runs
    exact = shown[0] if shown else float("inf")
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(json.dumps([1000 * min(exact, played), 1000 * asked["longest"], peak, exact <= played]))


def main():
    print(f"{'':38s}{'first ms':>9s}{'':>12s}{'given up ms':>12s}{'MB':>6s}")
    missed = []
    for name in (*GROWING, *LARGEST):
        if name == next(iter(LARGEST)):
            print("-" * 78)
        told = subprocess.run([sys.executable, __file__, name], capture_output=True, text=True)
        if told.returncode:
            print(f"{name:38s} {told.stderr.strip().splitlines()[-1]}")
            continue
        first, up, peak, exact = json.loads(told.stdout.splitlines()[-1])
        bar = "▏▎▍▌▋▊▉█"[min(int(8 * first / SOON), 7)] if first < SOON else "█" * min(int(first / SOON) + 1, 30)
        kind = "exact" if exact else "simulated"
        print(f"{name:38s}{first:9.0f}{kind:>12s}{up:12.0f}{peak:6.0f}  {bar}")
        if first > SOON or up > UP or peak > MB:
            missed.append(name)
    print(f"goals: {SOON} ms, {UP} ms, {MB} MB; missed by {', '.join(missed) if missed else 'none'}")


if __name__ == "__main__":
    looked(sys.argv[1]) if len(sys.argv) > 1 else main()
