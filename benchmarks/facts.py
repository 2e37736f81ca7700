"""What noting facts costs the runs, and what an edit costs with facts and fluency: each game against itself, one run.

For each demo game: the time of so many runs alone, with notes, and with notes by players whose fluency is set; and the
exact readings without facts, with them, and with minutes that follow from them.
"""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable

from bolometric.assets import demo_files
from bolometric.front.more import Game, measure_exactly, read, runs_of, with_value

RUNS, ROUNDS = 100_000, 3
PLAYERS = [{"name": "counts on"}, {"name": "recalls", "adding": "recall"}]


def timed(work: Callable[[], object]) -> float:
    """The least of a few times, in seconds, once it is warm."""
    work()
    taken = []
    for _ in range(ROUNDS):
        began = time.perf_counter()
        work()
        taken.append(time.perf_counter() - began)
    return min(taken)


def played(game: Game, runs: int, note: bool) -> Callable[[], object]:
    """Plays so many games."""
    return lambda: [None for _ in runs_of(game, 1, runs, note=note)]


def main() -> None:
    """Print a line a game, and the middle of all."""
    print(f"{'game':<18}{'runs, s':>9}{'noted':>8}{'fluency':>9}   {'exact, ms':>10}{'facts':>8}{'minutes':>9}")
    ratios = []
    for path in demo_files():
        game = read(path)
        who = with_value(game, "seats.fluency", PLAYERS)
        runs = RUNS if "loose" not in path.name else RUNS // 10
        alone = timed(played(game, runs, note=False))
        noted, fluent = timed(played(game, runs, note=True)), timed(played(who, runs, note=True))
        exact, facts, minutes = (
            timed(lambda game=one, work=work: measure_exactly(game, worth_of_thinking=False, work=work))
            for one, work in ((game, False), (game, True), (who, True))
        )
        ratios.append(noted / alone)
        print(
            f"{path.name.removesuffix('.bolo.json'):<18}{alone:>9.3f}{noted / alone:>8.2f}{fluent / alone:>9.2f}   "
            f"{1000 * exact:>10.1f}{1000 * facts:>8.1f}{1000 * minutes:>9.1f}"
        )
    print(f"middle of all, noted: {statistics.median(ratios):.2f}")


if __name__ == "__main__":
    main()
