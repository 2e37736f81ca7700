"""What can be wrong with a duel."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.duel.area import hopeless, solve
from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.areas.handicaps import evening
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import NEVER_ENDS, Fault


def lengthens(game: Game) -> str:
    """More rounds or points make a match longer."""
    return "area.rounds" if game.area_as(Duel).length == "rounds" else "area.points"


def endless(exact: Analysis) -> Fault | None:
    """Whether no round is ever decided."""
    if not hopeless(exact.game):
        return None
    sentence = "All totals are always equal, so no round is ever decided: change the pieces or what ties do."
    return Fault(NEVER_ENDS, "fault", "area.ties", sentence)


def useless(game: Game) -> int:
    """Seats that never take a round."""
    return len(_never(game))


def _never(game: Game) -> list[int]:
    """Seats that can neither take nor share a round."""
    sets = round_in(game).sets
    return [seat for seat in range(game.seats.count) if not any(seat in group for group in sets)]


def _shares(game: Game) -> tuple[float, ...]:
    solved = solve(game)
    return () if solved is None else solved.readings["seat_wins"].values or ()


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    for seat in _never(game):
        sentence = f"Player {seat + 1} can never take a round with these pieces, and always loses."
        yield Fault("always_loses", "fault", "others" if seat else "pieces", sentence, evening(game, seat, _shares))


FAULTS = Faults(compares=True, lengthens=lengthens, endless=endless, by_rules=by_rules, useless=useless)
