"""Times several routes to the same thing, turn and turn about.

A machine that is shared has seconds in which all takes half as long again. Routes that were timed one after the other
would differ by that; taken by turns, each has its share of the quick seconds, and the best of each is compared.
"""

import time


def best_of(routes, repeats):
    """The shortest seconds of each route and what it gave last. ``routes`` are functions by name."""
    seconds, given = dict.fromkeys(routes, float("inf")), {}
    for _ in range(repeats):
        for name, act in routes.items():
            start = time.perf_counter()
            given[name] = act()
            seconds[name] = min(seconds[name], time.perf_counter() - start)
    return {name: (seconds[name], given[name]) for name in routes}
