"""How long it takes to work out odds at their limits: ``python benchmarks/odds.py``.

Times are the best of a few, each from nothing; the ratio is against listing every outcome in plain Python.
"""

import time
from collections import Counter
from fractions import Fraction
from itertools import product

from bolometric.core.outcomes.distribution import _distribution
from bolometric.core.outcomes.listing import groups_of, rows_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import die

D6, D10, D20 = die(*range(1, 7)), die(*range(10)), die(*range(1, 21))
CASES = (
    ("ten dice of twenty faces added", (D20,) * 10, Draw(), 10),
    ("eight dice in a formula", (D6,) * 8, Draw(make="formula", formula="a*b + c*d - e*f + g*h"), 1000),
    ("eight dice with division", (D6,) * 8, Draw(make="formula", formula="a*b/(c+d) - e*f + g/h"), 1000),
    ("six digits arranged", (D10,) * 6, Draw(make="largest_number"), 1000),
    ("seven digits, too many to list", (D10,) * 7, Draw(make="largest_number"), 1000),
)


def best(act, repeats):
    times = []
    for _ in range(repeats):
        start = time.perf_counter()
        act()
        times.append(time.perf_counter() - start)
    return min(times)


def ours(groups, draw):
    _distribution.cache_clear()
    return _distribution(groups, draw)


def by_listing():
    """Five dice through one formula, outcome by outcome, exactly."""
    return Counter(Fraction(a * b, c + d) - e for a, b, c, d, e in product(range(1, 7), repeat=5))


def main():
    ours(groups_of((D6, D6)), Draw(make="formula", formula="a*b"))  # the parser is loaded
    for name, pieces, draw, goal in CASES:
        groups = groups_of(pieces)
        took = 1000 * best(lambda groups=groups, draw=draw: ours(groups, draw), 5)
        rows = rows_of(groups)
        reached = "reached" if took < goal else "missed"
        print(f"{name:32s} {rows:22,} outcomes {took:8.1f} ms (goal {goal} ms, {reached})")
    groups, draw = groups_of((D6,) * 5), Draw(make="formula", formula="a*b/(c+d) - e")
    odds = ours(groups, draw)
    assert dict(zip(odds.totals, odds.ways, strict=True)) == by_listing()
    ratio = best(by_listing, 3) / best(lambda: ours(groups, draw), 3)
    print(f"against plain Python listing the same 7,776 outcomes: {ratio:.0f} times as fast")


if __name__ == "__main__":
    main()
