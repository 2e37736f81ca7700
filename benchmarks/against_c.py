"""A C loop beside ours: compiled, called with the same tables; it plays the same game, or the figures are refused."""

import ctypes
import subprocess
from pathlib import Path

import numpy as np
from alternating import best_of

HERE = Path(__file__).parent
SEED = ctypes.c_uint64(0x1234567890ABCDEF)


def library(name):
    """The loops of a C file, compiled."""
    build = HERE / "build"
    build.mkdir(exist_ok=True)
    target = build / f"{name}.so"
    subprocess.run(["cc", "-O3", "-march=native", "-shared", "-fPIC", "-o", target, HERE / f"{name}.c"], check=True)
    return ctypes.CDLL(str(target))


def call(loop, *values):
    """Arrays as pointers, whole numbers as 64 bits."""
    given = [v.ctypes.data_as(ctypes.c_void_p) if isinstance(v, np.ndarray) else ctypes.c_int64(v) for v in values]
    loop(SEED, *given)


def compare(name, player, theirs, runs, repeats, counted):
    """Nanoseconds a turn, or a draw, of both; their mean numbers must be the same. ``counted`` names the column."""
    player(100, 10**6, np.random.default_rng(1))
    routes = {"ours": lambda: player(runs, 10**6, np.random.default_rng(2)), "C": theirs}
    (ours, batch), (other, theirs_counted) = best_of(routes, repeats).values()
    mine = getattr(batch, counted)
    error = np.hypot(mine.std(), theirs_counted.std()) / runs**0.5
    assert abs(mine.mean() - theirs_counted.mean()) < 4 * error, f"{name}: C plays another game"
    a, b = ours / mine.sum() * 1e9, other / theirs_counted.sum() * 1e9
    print(f"{name:44s}{a:8.1f}{b:8.1f}{b / a:8.2f}")
    return b / a
