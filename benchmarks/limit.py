"""How far each kind of game is from the limit: what it takes to draw as often, and do nothing else.

Each demo game is played by its own loop. Beside it another draws as many times from the chances of the same game, by
the same tables and the same random numbers, and counts what came. No loop can play faster than that. Cards that stay
out are drawn as if they were put back, and all draw as the first player does. Times are the best of several, by turns,
in nanoseconds a draw.
"""

import numpy as np
from alternating import best_of

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.measure.runs import MOST_TURNS
from bolometric.core.outcomes.chance import HALF, STEP, bits, kept
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.settings.loops import loop
from bolometric.front.more import read

RUNS, REPEATS, WIDEST = 20_000, 7, 4096


@loop
def drawn(state, keep, alias, counts, draws):
    columns = np.uint64(len(keep))
    for _ in range(draws):
        state += STEP
        wide = bits(state) * columns
        column = wide >> HALF
        counts[kept(wide, column, keep[column], alias[column])] += 1


def main():
    print(f"{'ns a draw':20s}{'':12s}{'ours':>8s}{'limit':>8s}{'times':>8s}")
    for path in demo_files():
        game = read(path)
        if not game.area.uses_pieces:
            continue
        player = area_of(game).measured.player(game)
        draws = int(player(RUNS, MOST_TURNS, np.random.default_rng(2)).rolls.sum())
        table = sampler(tuple(map(int, game.distribution.ways)), WIDEST)
        counts = np.zeros(len(table.keep), np.int64)
        drawn(np.uint64(1), table.keep, table.alias, counts, 10)
        routes = {
            "ours": lambda: player(RUNS, MOST_TURNS, np.random.default_rng(2)),  # noqa: B023
            "limit": lambda: drawn(np.uint64(1), table.keep, table.alias, counts, draws),  # noqa: B023
        }
        ours, limit = (1e9 * seconds / draws for seconds, _ in best_of(routes, REPEATS).values())
        print(f"{game.name:20s}{game.area.kind:12s}{ours:8.1f}{limit:8.1f}{ours / limit:8.1f}")


if __name__ == "__main__":
    main()
