"""What can be wrong with multiples."""

from __future__ import annotations

from collections.abc import Iterator
from math import comb

from bolometric.core.areas.multiples.board import never
from bolometric.core.areas.multiples.rules import chart_of, may_move
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import NEVER_ENDS, Fault, change, cures
from bolometric.core.pieces.kinds import die
from bolometric.core.text.figures import listing, percent, some_of

MOST_NAMED = 6
HALF = 0.5


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
    return f"Counters on {some_of([*map(str, never(game))], MOST_NAMED)}"


def useless(game: Game) -> int:
    """Numbers above the limit that nothing divides."""
    return len(never(game))


def advice(exact: Analysis) -> Iterator[Fault]:
    """Numbers from which a counter never comes off."""
    game, dead = exact.game, never(exact.game)
    if dead and endless(exact) is None:
        area, free = game.area_as(Multiples), game.area_as(Multiples).chart - game.area_as(Multiples).limit
        caught = 1 - comb(free - len(dead), area.counters) / comb(free, area.counters)
        moved = ", until a 0 lets them move it" if may_move(game) else ""
        yield Fault(
            "never_comes_off",
            "advice",
            "area.limit",
            f"{_named(game)} can never come off: where all place by chance, a player has one there in "
            f"{percent(caught)} of games{moved} (exact).",
            (),
        )


def _easy(game: Game) -> tuple[list[int], float]:
    """Totals that divide every number counters stand on, so that nobody has to look for a multiple; their chance."""
    area = game.area_as(Multiples)
    numbers = range(area.limit + 1, area.chart + 1)
    easy = [by for by in chart_of(game).divisors if by > 0 and all(number % by == 0 for number in numbers)]
    return easy, float(sum(game.distribution.chance(by) for by in easy))


def by_rules(game: Game) -> Iterator[Fault]:
    """Pieces that leave nothing to find."""
    easy, chance = _easy(game)
    if chance > HALF:
        sentence = (
            f"{listing(easy, 'and')} {'divides' if len(easy) == 1 else 'divide'} every number, so in {percent(chance)} "
            "of draws (exact) there is no multiple to find: use pieces with larger numbers."
        )
        usual = change(game, "Use a usual die, 1 to 6", "pieces", [die(*range(1, 7)).model_dump()])
        mended = [cure for cure in cures(usual) if _easy(cure.game)[1] <= HALF]
        yield Fault("trivial_chart", "fault", "pieces", sentence, tuple(mended))


FAULTS = Faults(lengthens=lengthens, endless=endless, by_rules=by_rules, useless=useless, advice=advice)
