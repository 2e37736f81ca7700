"""How soon work is given up: from the moment that nobody wants it any more until its thread is free.

For every demo game, with each of its first settings changed, exact work, what players work out and faults are begun on
a thread as the window does it, and stopped at moments spread over the time that they take. Milliseconds.
"""

import statistics
import threading
import time

from bolometric.assets import demo_files
from bolometric.front.more import (
    Cancelled,
    GameError,
    find_faults,
    heeding,
    knobs,
    measure_exactly,
    read,
    with_value,
    with_work,
)

GOAL = 100
MOMENTS = 12
VARIANTS = 3


def work(game, stop):
    """All that the lane of exact work does for an edit."""
    with heeding(stop):
        exact = measure_exactly(game, work=False)
        _ = exact.heat
        find_faults(game, with_work(exact))


def whole(game):
    """Seconds that all of it takes."""
    start = time.perf_counter()
    work(game, lambda: False)
    return time.perf_counter() - start


def given_up(game, after):
    """Seconds from the wish to stop until the thread is free; None if it was done before."""
    stopped, ended = threading.Event(), []

    def run():
        try:
            work(game, stopped.is_set)
        except Cancelled:
            ended.append(time.perf_counter())

    thread = threading.Thread(target=run)
    thread.start()
    time.sleep(after)
    begun = time.perf_counter()
    stopped.set()
    thread.join()
    return ended[0] - begun if ended else None


def variants(game):
    """The game with one setting a step larger, as an edit makes it, so that nothing is remembered."""
    found = []
    for at in knobs(game):
        if at.path.startswith(("area.", "seats.")) and at.knob.kind == "number":
            try:
                found.append(with_value(game, at.path, at.value + at.knob.step))
            except GameError:
                continue
    return found


def main():
    worst = 0.0
    for path in demo_files():
        game = read(path)
        whole(game)  # whatever is compiled
        waits = []
        for changed in variants(game)[:VARIANTS]:
            took = whole(changed)
            for moment in range(MOMENTS):
                again = with_value(changed, "name", f"{game.name} {moment}")  # readings go by the whole game
                wait = given_up(again, took * (moment + 0.5) / MOMENTS)
                if wait is not None:
                    waits.append(wait * 1e3)
        if waits:
            worst = max(worst, *waits)
            told = f"{statistics.median(waits):.0f} ms at the median, {max(waits):.0f} ms at most"
            print(f"{game.name}: {told}, {len(waits)} times")
    print(f"worst: {worst:.0f} ms (goal {GOAL}, {'reached' if worst <= GOAL else 'missed'})")


if __name__ == "__main__":
    main()
