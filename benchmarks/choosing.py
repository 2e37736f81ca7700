"""How fast games with choices are played, against C, and how long best play takes to solve, in one run.

Each pair of loops plays the same game; their means must agree within 4 standard errors, or the figures mean nothing.
Times are the best of several, in nanoseconds a draw. Solving is timed after the loops are compiled.
"""

import time

import against_c
import numpy as np
from against_c import call

from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.filled.fill import fills_of, line_of
from bolometric.core.areas.filled.placing import best_against, best_for_clearing
from bolometric.core.areas.multiples.rules import compile_chart, preference
from bolometric.core.areas.sets.area import closing_of
from bolometric.core.areas.sets.exact import plan_of, policy_of
from bolometric.core.areas.trail import area as trail_area
from bolometric.core.areas.trail.pairs.best_play import against
from bolometric.core.outcomes.sampler import sampler
from bolometric.front.more import game_from, measure_exactly

REPEATS, RUNS, GOAL = 9, 100_000, 0.7


def compare(name, game, theirs):
    """Both loops on one game."""
    return against_c.compare(name, area_of(game).measured.player(game), theirs, RUNS, REPEATS, "rolls")


def by_sets(c, game):
    closing, seats = closing_of(game), game.seats.count
    sample = sampler(closing.ways[0], 4096)
    take = np.ascontiguousarray(np.stack([policy_of(closing, game.seats.style(k)).take for k in range(seats)]))
    score, rolls = np.zeros((RUNS, seats)), np.zeros(RUNS, np.int64)
    told = [np.zeros(RUNS, kind) for kind in (np.float64, np.float64, np.int64, np.int8)]  # as ours tells of each game
    call(
        c.sets,
        sample.outcome,
        sample.keep,
        sample.alias,
        closing.first,
        closing.take,
        closing.score,
        take,
        len(sample.keep),
        len(closing.totals),
        len(closing.score),
        game.area.rounds,
        seats,
        RUNS,
        score,
        rolls,
        *told,
    )
    return rolls


def by_placed(c, game):
    line, out = line_of(game), [np.zeros(RUNS, np.int64) for _ in range(4)]
    sample = sampler(line.ways, 4096)
    fixed = np.array([fill.counts for fill in fills_of(game)], np.int64)
    sizes = [len(sample.keep), len(line.numbers), game.seats.count, game.area.marks, RUNS]
    call(c.placed, sample.outcome, sample.keep, sample.alias, fixed, *sizes, *out)
    return out[0]


def by_daring(c, game):
    plan, out = trail_area.course(game), [np.zeros(RUNS, np.int64) for _ in range(3)]
    turn, go, most, _ = plan.stopping
    sizes = [len(plan.keep), len(plan.can_finish), plan.seats, int(plan.finish_round), int(most[0]), RUNS]
    call(c.daring, plan.landing, turn, plan.keep, plan.alias, go[0], *sizes, *out)
    return out[1]


def by_multiples(c, game):
    chart, seats = compile_chart(game.area, game.distribution), game.seats.count
    above, out = chart.numbers - chart.limit, [np.zeros(RUNS, np.int64) for _ in range(3)]
    liked = [preference(chart, game.seats.style(k)) for k in range(seats)]
    likes = np.array([np.zeros(above, np.int64) if like is None else like for like in liked])
    sample = sampler(chart.ways, 4096)
    sizes = [len(sample.keep), above, chart.limit, game.area.counters, seats, RUNS]
    call(c.multiples, sample.outcome, sample.keep, sample.alias, np.array(chart.divisors), likes, *sizes, *out)
    return out[0]


def game(area, styles, pieces=2, faces=None):
    die = {"faces": faces} if faces else {}
    return game_from({"pieces": [die] * pieces, "area": area, "seats": {"styles": styles}})


def speeds(c):
    guess, plan = {}, {"choose": "plan"}
    thumb = lambda rule: {"choose": "thumb", "rule": rule}  # noqa: E731
    dare = {"length": 60, "go_on": "dare", "lose_turn": [1]}
    sets, line = {"kind": "tiles"}, {"kind": "tiles", "play": "counters", "first": 2}
    chart = {"kind": "tiles", "play": "multiples"}
    found = []
    print(f"{'ns a draw':44s}{'ours':>8s}{'C':>8s}{'C/ours':>8s}")
    for style in (guess, thumb("stop_after"), plan):
        name = f"trail, daring, {style.get('choose', 'guess')}"
        played = game(dare, [style], 1)
        found.append(compare(name, played, lambda played=played: by_daring(c, played)))
    for style in (guess, thumb("largest"), plan):
        played = game(sets, [style])
        found.append(
            compare(f"tiles, sets, {style.get('choose', 'guess')}", played, lambda played=played: by_sets(c, played))
        )
    for style in (thumb("by_odds"), plan):
        played = game(line, [style])
        found.append(compare(f"tiles, counters, {style['choose']}", played, lambda played=played: by_placed(c, played)))
    for style in (guess, thumb("most_ways")):
        played = game(chart, [style], 1, [1, 2, 3, 4, 5, 6, 7, 8, 9, 10])
        name = f"tiles, multiples, {style.get('choose', 'guess')}"
        found.append(compare(name, played, lambda played=played: by_multiples(c, played)))
    print(f"least against C: {min(found):.2f} (goal {GOAL:g}, {'reached' if min(found) >= GOAL else 'missed'})")


def solving():
    rules = [
        {"fewer": f, "fewer_how": h} for f in ("last_tile", "small_left", "high_gone") for h in ("choice", "forced")
    ]
    games = [game({"kind": "tiles", **rule}, [{}]) for rule in ({"fewer": "never"}, *rules)]
    plan_of.__wrapped__(closing_of(games[0]), "complete")
    start = time.perf_counter()
    for one in games:
        from bolometric.core.areas.sets.rules import compile_closing

        compile_closing.cache_clear()
        for goal in ("expected", "complete"):
            plan_of.__wrapped__(closing_of(one), goal)
    print(
        f"sets, nine tiles, two dice, all house rules, both goals: {1000 * (time.perf_counter() - start):.0f} ms (goal "
        "300)"
    )
    short, race = (
        game({"length": length, "go_on": "dare", "lose_turn": [1]}, [{"choose": "plan", "goal": "win"}], 1)
        for length in (20, 100)
    )
    measure_exactly(short)
    start = time.perf_counter()
    against(race.area, race.distribution)
    print(f"daring race of two seats to 100, one die, to win: {time.perf_counter() - start:.2f} s (goal 1)")
    start = time.perf_counter()
    measure_exactly(race)
    print(f"exact readings of that race besides: {1000 * (time.perf_counter() - start):.0f} ms")
    p = np.array([1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1]) / 36
    start = time.perf_counter()
    soonest = best_for_clearing(p, 12)
    print(f"twelve counters cleared soonest: {1000 * (time.perf_counter() - start):.0f} ms")
    start = time.perf_counter()
    best_against(p, soonest.counts)
    print(f"twelve counters that beat those most often: {1000 * (time.perf_counter() - start):.0f} ms")


if __name__ == "__main__":
    speeds(against_c.library("choosing"))
    solving()
