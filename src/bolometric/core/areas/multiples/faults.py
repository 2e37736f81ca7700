"""What can be wrong with multiples."""

from __future__ import annotations

from collections.abc import Iterator
from math import comb

from bolometric.core.areas.multiples.board import chart_of, never
from bolometric.core.areas.multiples.rules import MOVES
from bolometric.core.areas.tiles.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.judge.nearby import Change
from bolometric.core.measure.measuring import Analysis
from bolometric.core.text.figures import listing, percent

MOST_NAMED = 6


def lengthens(game: Game) -> str:
    """More counters make a game longer."""
    return "area.counters"


def endless(exact: Analysis) -> tuple[str, str]:
    """Where counters may stand that never come off, if that happened to all in games played."""
    stuck = exact.readings.get("stuck")
    if stuck is None or not stuck.mean:
        return "", ""
    return "area.chart", (
        f"{_named(exact.game)} can never come off: in {percent(stuck.mean)} of games (simulated) nobody can finish any "
        "more."
    )


def _named(game: Game) -> str:
    dead = never(game)
    shown = listing(dead[:MOST_NAMED], "and") if len(dead) <= MOST_NAMED else (
        f"{len(dead)} numbers ({listing(dead[:MOST_NAMED], 'and')} …)"
    )  # fmt: skip
    return f"Counters on {shown}"


def useless(game: Game) -> int:
    """Numbers above the limit that nothing divides."""
    return len(never(game))


def plain_faults(game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """A number that none can divide, where all counters would have to stand on such."""
    return iter(())


def advice(exact: Analysis) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """Numbers from which a counter never comes off."""
    game, dead = exact.game, never(exact.game)
    if dead and not endless(exact)[1]:
        area, free = game.area_as(Multiples), game.area_as(Multiples).chart - game.area_as(Multiples).limit
        caught = 1 - comb(free - len(dead), area.counters) / comb(free, area.counters)
        moved = ", until a 0 lets them move it" if MOVES in chart_of(game).divisors else ""
        yield (
            "never_comes_off", "area.limit",
            f"{_named(game)} can never come off: a player who guesses has one there in {percent(caught)} of "
            f"games{moved}.", (),
        )  # fmt: skip
