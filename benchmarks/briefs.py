"""Forty briefs of every aim: what is offered for each, measured anew with other games than those it was chosen by.

    python benchmarks/briefs.py [HOW MANY]

Of the first five games of each brief: how many are sound (no fault), on the aim (share and coverage), in time and fair
between equal players; and how long it took until the first, and until all.
"""

from __future__ import annotations

import sys
import time
from itertools import product

import bolometric
from bolometric.front.more import GameError, look_for

FIRST = 5
AIMS = (
    {"kind": "numbers", "upto": 10},
    {"kind": "adding", "upto": 12},
    {"kind": "adding", "upto": 20},
    {"kind": "bonds", "upto": 10},
    {"kind": "doubles", "upto": 20},
    {"kind": "counting_on", "upto": 20},
    {"kind": "counting_back", "upto": 20},
    {"kind": "taking_away", "upto": 20},
    {"kind": "tables", "tables": [2, 5, 10]},
    {"kind": "tables", "tables": [3, 4, 6]},
    {"kind": "tables", "tables": [7]},
    {"kind": "multiples", "tables": [5]},
    {"kind": "place_value", "upto": 3},
    {"kind": "tenths"},
    {"kind": "comparing", "upto": 20},
)
SIZES = ((2, 5, 8), (2, 8, 12), (4, 10, 15))
"""Players, and the least and the most minutes."""


def briefs():
    """A brief of every aim and size, as in a game file."""
    for aim, (learners, low, high) in product(AIMS, SIZES):
        yield {
            "bolometric": 1,
            "brief": {"aim": [aim], "minutes": {"low": low, "high": high}},
            "seats": {"count": learners},
        }


def judged(game):
    """Whether a game is sound, on the aim, in time and fair, by games that it was not chosen by."""
    found = bolometric.measure(game, runs=2_000, seed=99).readings
    minutes, edge, share = found["minutes"], found.get("first_seat_edge"), found.get("on_aim")
    band = game.brief.minutes
    return (
        not any(fault.level == "fault" for fault in bolometric.check(game)),
        share is not None and (share.mean or 0) + 2 * share.stderr >= 0.6,
        minutes.mean is not None and 0.75 * band.low <= minutes.mean <= 1.25 * band.high,
        edge is None or edge.mean is None or abs(edge.mean) - 2 * edge.stderr <= 0.06,
    )


def main(most: int) -> None:
    """Print a line for each brief, and what they come to together."""
    whole, counts, slowest = 0, [0, 0, 0, 0], 0.0
    for brief in list(briefs())[:most]:
        began = time.perf_counter()
        try:
            found = look_for(brief).best[:FIRST]
        except GameError as error:
            found = ()
            print(error)
        took = time.perf_counter() - began
        slowest = max(slowest, took)
        good = [judged(one.game) for one in found]
        whole += len(good)
        for place in range(4):
            counts[place] += sum(one[place] for one in good)
        aim, seats = brief["brief"]["aim"][0], brief["seats"]["count"]
        names = ", ".join(one.game.area.noun.lower() for one in found) or "nothing"
        print(f"{aim['kind']} {aim.get('upto', aim.get('tables', ''))}, {seats}: {took:.1f} s, {names}", flush=True)
    told = ", ".join(
        f"{what} {count}" for what, count in zip(("sound", "on aim", "in time", "fair"), counts, strict=True)
    )
    print(f"{whole} games of {most} briefs: {told}; slowest brief {slowest:.1f} s")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 40)
