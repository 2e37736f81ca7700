"""How fast games are played: the program's loop against C, vectorised NumPy and plain Python, in one run.

Each route plays the same demo games with the same bookkeeping, or the figures mean nothing: C must write down of every
game exactly what ours does, the mean lengths of the others agree within 4 standard errors. Times are the best of
several, in nanoseconds a turn. C keeps who is ahead as ours does; beside it stands the same loop that looks at every
seat each turn, as NumPy and plain Python do: what of those ratios is a better algorithm.
"""

import ctypes
import random
import subprocess
from pathlib import Path

import numpy as np
from alternating import best_of

from bolometric.assets import demo_files
from bolometric.core.areas.trail import area
from bolometric.core.areas.trail.play import play
from bolometric.core.measure.runs import MOST_TURNS
from bolometric.core.results.batch import Batch
from bolometric.front.more import read

HERE = Path(__file__).parent
REPEATS, SEED = 5, 2
GOALS = {"C": 0.7, "NumPy": 5.0}
"""Against plain Python there is none: how far each kind of game is from what drawing alone takes is in limit.py."""


def compiled_c():
    build = HERE / "build"
    build.mkdir(exist_ok=True)
    library = build / "trail.so"
    subprocess.run(["cc", "-O3", "-march=native", "-shared", "-fPIC", "-o", library, HERE / "trail.c"], check=True)
    return ctypes.CDLL(str(library))


def by_c(loop, plan, runs):
    out = Batch.empty(runs)
    origin = np.random.default_rng(SEED).integers(0, 2**64, dtype=np.uint64)
    tables = plan.landing, plan.keep, plan.alias, plan.can_finish
    sizes = len(plan.keep), len(plan.can_finish), plan.seats, int(plan.finish_round), MOST_TURNS, runs
    pointers = [[one.ctypes.data_as(ctypes.c_void_p) for one in some] for some in (tables, out.columns())]
    loop(ctypes.c_uint64(int(origin)), *pointers[0], *map(ctypes.c_int64, sizes), *pointers[1])
    return out


def by_numpy(plan, runs):
    """All runs in step, one turn of every unfinished run at a time."""
    rng = np.random.default_rng(1)
    columns, length, seats = len(plan.keep), len(plan.can_finish), plan.seats
    table, keep = plan.landing.reshape(length, columns), plan.keep / 2**32
    place = np.zeros((runs, seats), np.int64)
    turns, setbacks, last_lead, changes = (np.zeros(runs, np.int64) for _ in range(4))
    leader, last_leader = np.full(runs, -1), np.full(runs, -1)
    going, home = np.arange(runs), np.zeros(runs, bool)
    turn = seat = 0
    while len(going):
        turn += 1
        spread = rng.random(len(going)) * columns
        column = spread.astype(np.int64)
        column = np.where(spread - column >= keep[column], plan.alias[column], column)
        old = place[going, seat]
        new = table[old, column]
        place[going, seat] = new
        setbacks[going] += new < old
        home[going] |= new == length
        now = place[going]
        best = now.max(axis=1)
        ahead = np.where((now == best[:, None]).sum(axis=1) == 1, now.argmax(axis=1), -1)
        moved = going[ahead != leader[going]]
        fresh = ahead[ahead != leader[going]]
        leader[moved], last_lead[moved] = fresh, turn
        taken = (fresh >= 0) & (fresh != last_leader[moved])
        changes[moved[taken]] += last_leader[moved[taken]] >= 0
        last_leader[moved[taken]] = fresh[taken]
        seat = (seat + 1) % seats
        if not plan.finish_round or seat == 0:
            done = home[going]
            turns[going[done]] = turn
            going = going[~done]
    return turns


def by_python(plan, runs):
    draw = random.Random(1).random
    columns, length, seats = len(plan.keep), len(plan.can_finish), plan.seats
    table, alias = plan.landing.tolist(), plan.alias.tolist()
    keep = (plan.keep / 2**32).tolist()
    turns_out, last_lead = [], [0]
    for _ in range(runs):
        place = [0] * seats
        turn = seat = setbacks = changes = 0
        leader = last_leader = -1
        home = False
        while not home or (plan.finish_round and seat):
            spread = draw() * columns
            column = int(spread)
            if spread - column >= keep[column]:
                column = alias[column]
            turn += 1
            old = place[seat]
            new = table[old * columns + column]
            place[seat] = new
            setbacks += new < old
            home = home or new == length
            best, ahead = -1, -1
            for k in range(seats):
                if place[k] > best:
                    best, ahead = place[k], k
                elif place[k] == best:
                    ahead = -1
            if ahead != leader:
                leader, last_lead[0] = ahead, turn
                if ahead >= 0 and ahead != last_leader:
                    changes += last_leader >= 0
                    last_leader = ahead
            seat = seat + 1 if seat + 1 < seats else 0
        turns_out.append(turn)
    return np.array(turns_out)


def timed(repeats, **routes):
    """By route: nanoseconds a turn, the best of ``repeats``, and the lengths played."""
    found = best_of(routes, repeats)
    return {name: (seconds / turns.sum() * 1e9, turns) for name, (seconds, turns) in found.items()}


def plan_of(path):
    """A demo game laid out for the loops, with its name."""
    game = read(path)
    return game.name, area.course(game)


def race(library, plan):
    """Nanoseconds a turn by each route; all must play games of the same mean length."""
    some = play(plan, 3_000, MOST_TURNS, np.random.default_rng(SEED))
    for loop in (library.play, library.play_every_seat):
        for ours, theirs in zip(some.columns(), by_c(loop, plan, 3_000).columns(), strict=True):
            assert np.array_equal(ours, theirs), "C plays other games"
    pilot = some.turns.mean()
    runs, few = int(1e7 / pilot), int(1e5 / pilot)
    routes = timed(
        REPEATS,
        ours=lambda: play(plan, runs, MOST_TURNS, np.random.default_rng(SEED)).turns,
        C=lambda: by_c(library.play, plan, runs).turns,
        every_seat=lambda: by_c(library.play_every_seat, plan, runs).turns,
        NumPy=lambda: by_numpy(plan, max(few * 30, 20_000)),
        Python=lambda: by_python(plan, few),
    )
    ours, a = routes.pop("ours")
    for name, (_, turns) in routes.items():
        error = np.hypot(a.std() / len(a) ** 0.5, turns.std() / len(turns) ** 0.5)
        assert abs(a.mean() - turns.mean()) < 4 * error, f"{name} plays another game"
    return ours, {name: nanoseconds for name, (nanoseconds, _) in routes.items()}


def _more_than_a_race(plan):
    """What a game has that the other routes know nothing of; nothing where they play the same."""
    if plan.own is not None:
        return "players draw each in their own way"
    if plan.deck is not None:
        return "cards kept out"
    return "several draws a turn" if plan.stopping is not None else ""


def main():
    library = compiled_c()
    print(
        f"{'ns a turn':18s}{'ours':>7s}{'C':>7s}{'C, every seat':>15s}{'NumPy':>8s}{'Python':>8s}   ours against each"
    )
    worst = dict.fromkeys(GOALS, float("inf"))
    for path in demo_files():
        if read(path).area.kind != "trail":
            continue  # these are in choosing.py, or played without a loop
        title, plan = plan_of(path)
        apart = _more_than_a_race(plan)
        if apart:
            alone = timed(REPEATS, ours=lambda: play(plan, 50_000, MOST_TURNS, np.random.default_rng(SEED)).turns)  # noqa: B023
            ours, _ = alone["ours"]
            print(f"{title:18s}{ours:7.1f}   ({apart}: not compared)")
            continue
        ours, others = race(library, plan)
        ratios = {name: other / ours for name, other in others.items()}
        worst = {name: min(worst[name], ratios[name]) for name in GOALS}
        times = "".join(f"{other:{wide}.1f}" for other, wide in zip(others.values(), (7, 15, 8, 8), strict=True))
        print(f"{title:18s}{ours:7.1f}{times}   {', '.join(f'{ratio:.2f}' for ratio in ratios.values())}")
    for name, goal in GOALS.items():
        reached = "reached" if worst[name] >= goal else "missed"
        print(f"least against {name}: {worst[name]:.2f} (goal {goal:g}, {reached})")


if __name__ == "__main__":
    main()
