"""How fast tracks with squares that do something are played, against a C loop, and how soon an edit of one is followed.

A track of 100 squares carries every kind: jumps, miss a turn, go again, back to the start, swap, and cards whose wrong
answers cost the move; and the same without cards. Both routes must play games of the same mean length within 4 standard
errors, or the figures mean nothing. Times are the best of several, in nanoseconds a turn.
"""

import ctypes
import subprocess
import time
from pathlib import Path

import numpy as np
from alternating import best_of

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.squares.play import play
from bolometric.front.more import game_from, measure_exactly, with_value

HERE = Path(__file__).parent
REPEATS, TURNS, MOST = 7, 3_000_000, 100_000
GOAL = 0.7
KINDS = (
    {"does": "miss"},
    {"does": "again"},
    {"does": "swap"},
    {"does": "card", "pack": "A"},
    {"does": "card", "pack": "B"},
)


def track(kinds):
    squares = [{"at": 5 * k + 4, **kinds[k % len(kinds)]} for k in range(19)]
    squares += [{"at": 7, "does": "jump", "to": 21}, {"at": 66, "does": "jump", "to": 41}, {"at": 97, "does": "start"}]
    packs = [{"name": name, "family": "add", "count": 40, "right": [0.8, 0.6, 0.7]} for name in ("A", "B")]
    return game_from(
        {
            "bolometric": 1,
            "pieces": [{}, {}],
            "seats": {"count": 3},
            "area": {"length": 100, "squares": squares, "packs": packs, "if_wrong": "lose_move", "if_right": "keep"},
        }
    )


def compiled_c():
    build = HERE / "build"
    build.mkdir(exist_ok=True)
    library = build / "squares.so"
    subprocess.run(["cc", "-O3", "-march=native", "-shared", "-fPIC", "-o", library, HERE / "squares.c"], check=True)
    return ctypes.CDLL(str(library)).play


def by_c(loop, ground, game, runs, seed):
    state = int(np.random.default_rng(seed).integers(0, 2**64, dtype=np.uint64))
    turns, tally, winner = np.empty(runs, np.int64), np.empty((runs, 8), np.int64), np.empty(runs, np.int8)
    names = [pack.name for pack in game.area.packs]
    pack_of = np.zeros(len(ground.can_finish) + 1, np.int64)
    for square in game.area.squares:
        pack_of[square.at] = names.index(square.pack) if square.pack in names else 0
    right = np.array([[pack.chance(seat) for seat in range(3)] for pack in game.area.packs])
    arrays = [ground.landing, ground.acts, ground.keep, ground.alias, pack_of, right]
    sizes = [len(ground.keep), len(ground.can_finish), 3, len(names), 40, runs, MOST]
    out = [turns, tally, winner]
    pointer = lambda array: array.ctypes.data_as(ctypes.c_void_p)  # noqa: E731
    loop(ctypes.c_uint64(state), *map(pointer, arrays), *map(ctypes.c_int64, sizes), *map(pointer, out))
    return turns


def race(loop, words, game):
    """Nanoseconds a turn by each route; both must play games of the same mean length."""
    ground = area._ground(game)
    runs = int(TURNS / play(ground, 500, MOST, np.random.default_rng(1)).turns.mean())
    routes = {
        "ours": lambda: play(ground, runs, MOST, np.random.default_rng(1)).turns,
        "C": lambda: by_c(loop, ground, game, runs, 2),
    }
    found = best_of(routes, REPEATS)
    best = {name: seconds / turns.sum() * 1e9 for name, (seconds, turns) in found.items()}
    mean = {name: (turns.mean(), turns.std() / runs**0.5) for name, (_, turns) in found.items()}
    apart = abs(mean["ours"][0] - mean["C"][0]) / np.hypot(mean["ours"][1], mean["C"][1])
    assert apart < 4, f"{words}: the routes play different games: {mean}"
    print(
        f"{words}: ours {best['ours']:.1f} ns a turn, C {best['C']:.1f}, ratio {best['C'] / best['ours']:.2f} "
        f"(goal {GOAL}); {mean['ours'][0]:.1f} turns a game"
    )


def followed(game):
    """Milliseconds from another game to its exact readings and the heat of its board."""
    times = []
    for length in range(90, 110):
        other = with_value(game, "area.length", length)
        start = time.perf_counter()
        assert measure_exactly(other).result is not None
        assert area_of(other).board.heat(other) is not None
        times.append((time.perf_counter() - start) * 1e3)
    print(f"an edit to exact readings and heat, jumps, miss and again on 100 squares: {np.median(times):.0f} ms")


def main():
    loop = compiled_c()
    race(loop, "every kind", track(KINDS))
    race(loop, "without cards", track(KINDS[:3]))
    followed(track(KINDS[:2]))


if __name__ == "__main__":
    main()
