"""What can be wrong with multiples."""

from __future__ import annotations

from collections.abc import Iterator
from math import comb

from bolometric.core.areas.multiples.board import never
from bolometric.core.areas.multiples.rules import MOVES, chart_of
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import NEVER_ENDS, Fault
from bolometric.core.text.figures import listing, percent

MOST_NAMED = 6


def lengthens(game: Game) -> str:
    """More counters make a game longer."""
    return "area.counters"


def endless(exact: Analysis) -> Fault | None:
    """Where counters may stand that never come off, if that happened to all in games played."""
    stuck = exact.readings.get("stuck")
    if stuck is None or not stuck.mean:
        return None
    sentence = (
        f"{_named(exact.game)} can never come off: in {percent(stuck.mean)} of games (simulated) nobody can finish any "
        "more."
    )
    return Fault(NEVER_ENDS, "fault", "area.chart", sentence)


def _named(game: Game) -> str:
    dead = never(game)
    shown = listing(dead[:MOST_NAMED], "and") if len(dead) <= MOST_NAMED else (
        f"{len(dead)} numbers ({listing(dead[:MOST_NAMED], 'and')} …)"
    )  # fmt: skip
    return f"Counters on {shown}"


def useless(game: Game) -> int:
    """Numbers above the limit that nothing divides."""
    return len(never(game))


def advice(exact: Analysis) -> Iterator[Fault]:
    """Numbers from which a counter never comes off."""
    game, dead = exact.game, never(exact.game)
    if dead and endless(exact) is None:
        area, free = game.area_as(Multiples), game.area_as(Multiples).chart - game.area_as(Multiples).limit
        caught = 1 - comb(free - len(dead), area.counters) / comb(free, area.counters)
        moved = ", until a 0 lets them move it" if MOVES in chart_of(game).divisors else ""
        yield Fault(
            "never_comes_off", "advice", "area.limit",
            f"{_named(game)} can never come off: a player who guesses has one there in {percent(caught)} of "
            f"games{moved}.", (),
        )  # fmt: skip


FAULTS = Faults(lengthens=lengthens, endless=endless, useless=useless, advice=advice)
