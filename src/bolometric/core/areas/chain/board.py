"""The line, and how often each number is left."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from bolometric.core.areas.chain.by_hand import OnChain
from bolometric.core.areas.chain.solved import first_sums, first_that_win
from bolometric.core.areas.chain.spec import MOST_SOLVED, Chain
from bolometric.core.areas.chain.witness import longest
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.results.board import Heat, Places, Tiles
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.text.figures import percent, plural

LOOKED_AT = 2000

ASKED = "Which {} do you think is left in the end most often?"


def places(game: Game) -> Tiles:
    """The numbers in a row; zero is only there for show where it is struck at the start."""
    area = game.area_as(Chain)
    struck = frozenset(at for at, n in enumerate(area.line, 1) if n not in area.open_line)
    return Tiles(tuple(str(n) for n in area.line), unused=struck)


def places_at(game: Game, now: OnChain) -> Tiles:
    """What is struck is closed."""
    area = game.area_as(Chain)
    shift = len(area.line) - len(area.open_line)
    shut = {at + 1 + shift for at in range(len(area.open_line)) if not now.held >> at & 1} | set(range(1, shift + 1))
    return replace(places(game), shut=frozenset(shut), unused=frozenset())


def heat(game: Game) -> Heat:
    """How often each number is left, from games played."""
    from bolometric.core.areas.chain.play import best_found, left_over

    area = game.area_as(Chain)
    # Worked out here and remembered: what is told of the whole board must be quick.
    first_sums(area)
    if area.practice == "together" and not longest(area)[1]:
        best_found(area)
    left = left_over(game, LOOKED_AT, np.random.default_rng(1)).tolist()
    values = (*(0.0,) * (len(area.line) - len(area.open_line)), *(float(value) for value in left))
    error = float(np.sqrt(0.25 / LOOKED_AT))
    return Heat(values, "Left in the end, of 100 games", error, unused=places(game).unused, question=ASKED)


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often a number is left; without one, what best play comes to."""
    area = game.area_as(Chain)
    if number is not None:
        name = area.line[number - 1]
        if number in heat.unused:
            return f"{name} is struck at the start: to add or take away nothing changes nothing."
        return f"{name}: left in {percent(heat.values[number - 1])} of games ({heat.known})."
    if area.practice == "against":
        return _against(area)
    sums, proved = longest(area)
    left = len(area.open_line) - 2 * sums
    if not proved:
        from bolometric.core.areas.chain.play import best_found

        return (
            f"The best chain found has {best_found(area)} sums; none can have more than {sums}, so {left} or more are "
            "left (a bound, proved)."
        )
    if len(area.open_line) > MOST_SOLVED:
        return (
            f"The longest chain has {plural(sums, 'sum')} and leaves {left}: one such was found, and since each sum "
            "strikes two numbers and its answer stays, none has more (proved)."
        )
    ways = first_sums(area)
    good = sum(count == sums for _, count in ways)
    return (
        f"The longest chain has {plural(sums, 'sum')} and leaves {left}; {good} of {plural(len(ways), 'first sum')} "
        "can still reach it (every chain followed, exact)."
    )


def _against(area: Chain) -> str:
    if len(area.open_line) > MOST_SOLVED:
        return f"Who wins by best play is worked out for at most {MOST_SOLVED} numbers."
    good, ways = first_that_win(area)
    who = "first" if good else "second"
    return f"By best play the {who} player wins; {good} of {plural(ways, 'first sum')} win (exact)."


def printed(game: Game, board: Places | None) -> Printed:
    """The line to strike numbers on, for a table, and a row for each sum there may be."""
    area = game.area_as(Chain)
    rows = tuple(f"{k + 1}." for k in range(max(len(area.open_line) // 2, 1)))
    table = WriteOn("Our chain", ("sum", "makes"), rows, "Each sum begins with what the last one made.", each=False)
    return Printed(Tiles(tuple(str(number) for number in area.line)), counters=0, tables=(table,))


BOARD = Board(places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
