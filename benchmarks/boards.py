"""Number boards: what dice can make, grids against plain Python and C, and annealing against SciPy's on the same work.

Loops that are compared play the same game; their mean lengths must agree within 4 standard errors.
"""

import ctypes
import random
import subprocess
import time
from pathlib import Path

import numpy as np
from alternating import best_of
from scipy.optimize import dual_annealing

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.grid.balancing import _board, balanced, figures
from bolometric.core.areas.grid.rules import claims_of
from bolometric.core.layouts.annealing import arranged, measured
from bolometric.core.number_making.draws import draws_of
from bolometric.core.number_making.made import Making
from bolometric.core.pieces.kinds import PLAIN_DIE
from bolometric.front.answers import measure
from bolometric.front.more import MakingRules, game_from, with_value

HERE = Path(__file__).parent
RUNS, PLAIN, SLOW = 20_000, 300, 300
REPEATS, GOAL = 5, 0.7


def library():
    build = HERE / "build"
    build.mkdir(exist_ok=True)
    target = build / "boards.so"
    subprocess.run(["cc", "-O3", "-march=native", "-shared", "-fPIC", "-o", target, HERE / "boards.c"], check=True)
    return ctypes.CDLL(str(target))


def timed(act):
    start = time.perf_counter()
    found = act()
    return time.perf_counter() - start, found


def making():
    for dice, goal in ((4, 1), (5, 10)):
        draws = draws_of((PLAIN_DIE,) * dice)
        seconds, made = timed(lambda draws=draws: Making(draws, MakingRules()))
        listing, numbers = timed(lambda made=made: made.made)
        print(f"{dice} dice, all signs, any brackets: {seconds + listing:.2f} s, {len(numbers)} numbers (goal {goal})")
        again, _ = timed(lambda made=made: made.chances)
        print(f"  and again {1e6 * again:.0f} µs")


def field(style):
    cells = [*range(2, 13)] * 3 + [6, 7, 8]
    return game_from(
        {
            "pieces": [{}, {}],
            "area": {"kind": "grid", "numbers": "own", "columns": 6, "cells": cells, "in_line": 4},
            "seats": {"styles": [style]},
        }
    )


def by_c(c, game, style, runs):
    claims, cells = claims_of(game), len(game.area.cells)
    kinds = (np.int64, np.int64, np.int64, np.int8)
    out = [np.zeros(runs, kind) for kind in kinds] + [np.zeros(cells), np.zeros(cells)]  # what ours tells of games
    given = (claims.edges, claims.start, claims.cells, claims.owner, claims.first_line, claims.through, claims.chance)
    numbers = (len(claims.edges), len(claims.owner), *claims.lines.shape, game.seats.count, style, runs)
    members = np.ascontiguousarray(claims.lines, np.int64)
    values = [v.ctypes.data_as(ctypes.c_void_p) for v in given] + [ctypes.c_int64(int(v)) for v in numbers]
    more = [v.ctypes.data_as(ctypes.c_void_p) for v in (members, *out)]
    c.grid(ctypes.c_uint64(77), *values, *more)
    return out[0]


def by_python(game, runs):
    """Guessing, as one would write it down."""
    claims, chance = claims_of(game), random.Random(3)
    lines, size, turns = claims.lines.tolist(), len(claims.owner), []
    numbers = [int(n) for n in claims.numbers]
    for _ in range(runs):
        owner, turn, won = [None] * size, 0, False
        while not won and None in owner:
            seat, turn = turn % 2, turn + 1
            total = chance.randint(1, 6) + chance.randint(1, 6)
            found = [cell for cell in range(size) if owner[cell] is None and numbers[cell] == total]
            if found:
                cell = chance.choice(found)
                owner[cell] = seat
                won = any(cell in line and all(owner[one] == seat for one in line) for line in lines)
        turns.append(turn)
    return np.array(turns)


def grids(c):
    print(f"{'a turn on a grid of 36, four in a line':44s}{'ours':>9s}{'C':>9s}{'C/ours':>8s}")
    least = []
    for name, style, known in (("guess", {}, 0), ("lengthen", {"choose": "thumb", "rule": "lengthen"}, 1)):
        game = field(style)
        player = area_of(game).measured.player(game)
        player(100, 10**5, np.random.default_rng(1))
        routes = {
            "ours": lambda p=player: p(RUNS, 10**5, np.random.default_rng(2)),
            "C": lambda g=game, k=known: by_c(c, g, k, RUNS),
        }
        (ours, batch), (theirs, turns) = best_of(routes, REPEATS).values()
        error = np.hypot(batch.turns.std(), turns.std()) / RUNS**0.5
        assert abs(batch.turns.mean() - turns.mean()) < 4 * error, f"{name}: C plays another game"
        a, b = ours / batch.turns.sum() * 1e9, theirs / turns.sum() * 1e9
        least.append(b / a)
        print(f"{name:44s}{a:7.0f}ns{b:7.0f}ns{b / a:8.2f}")
        if not known:
            plain, python = timed(lambda g=game: by_python(g, PLAIN))
            assert abs(batch.turns.mean() - python.mean()) < 4 * python.std() / PLAIN**0.5
            print(f"{'  plain Python':44s}{(each := plain / python.sum() * 1e9):7.0f}ns{'':9s}{each / a:7.0f}×")
    plans = field({"choose": "plan"})
    player = area_of(plans).measured.player(plans)
    player(20, 10**5, np.random.default_rng(1))
    seconds, batch = timed(lambda: player(SLOW, 10**5, np.random.default_rng(2)))
    print(f"{'a few moves ahead':44s}{seconds / batch.turns.sum() * 1e9:7.0f}ns")
    print(f"least against C: {min(least):.2f} (goal {GOAL})")


def annealing():
    game = field({})
    balanced(game)
    seconds, cells = timed(lambda: balanced(game))
    before, after = figures(game, list(game.area.laid_out)), figures(game, cells)
    better = with_value(game, "area.cells", cells)
    one, other = (measure(g, 20_000).readings for g in (game, better))
    print(
        f"a board of 6 by 6 balanced in {seconds:.2f} s (goal 3): equal neighbours {before.twins} → {after.twins}, "
        f"spread of the lines {before.spread:.3f} → {after.spread:.3f}"
    )
    for key in ("idle_turns", "first_seat_edge"):
        print(f"  {key}: {one[key].mean:.3f} → {other[key].mean:.3f} (± {other[key].stderr:.3f})")
    board, _ = _board(game, cells, frozenset())
    ours, found = timed(lambda: arranged(board, 5))

    def cost(keys):
        told = measured(board, board.numbers[np.argsort(keys)])
        return told.twins + told.spread

    theirs, solved = timed(
        lambda: dual_annealing(cost, [(0, 1)] * len(cells), seed=5, maxfun=20_000, no_local_search=True)
    )
    print(
        f"our loop: {found.twins + found.spread:.3f} in {ours:.2f} s; SciPy's dual annealing over random keys: "
        f"{solved.fun:.3f} in {theirs:.2f} s"
    )


if __name__ == "__main__":
    making()
    grids(library())
    annealing()
