"""What can be wrong with a duel."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.duel.area import hopeless, solve
from bolometric.core.areas.duel.board import weakest
from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.handicap import EVEN, handicaps
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import NEVER_ENDS, Change, Fault, change, cures
from bolometric.core.pieces.words import pieces_words
from bolometric.core.text.figures import percent

MOST_OFFERED = 3


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


def _cures(game: Game, seat: int) -> tuple[Change, ...]:
    """The most even pieces for a seat, as changes."""
    path = "area.sides" if seat else "pieces"
    even = 1 / game.seats.count
    near = [one for one in handicaps(game, seat) if abs(one.share - even) <= 2 * EVEN][:MOST_OFFERED]
    found = tuple(
        Change(
            f"Give player {seat + 1} {pieces_words(one.pieces)}: wins {percent(one.share)}",
            path,
            one.game.area_as(Duel).sides if seat else one.pieces,
            one.game,
        )
        for one in near
    )
    if found or not game.area_as(Duel).sides:
        return found
    return cures(change(game, "Let all draw from the same pieces", "area.sides", ()))


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    for seat in _never(game):
        sentence = f"Player {seat + 1} can never take a round with its pieces: it always loses."
        yield Fault("always_loses", "fault", "area.sides" if seat else "pieces", sentence, _cures(game, seat))


def advice(exact: Analysis) -> Iterator[Fault]:
    """A seat with less than an even chance, and the pieces that would make it even."""
    game, weak = exact.game, weakest(exact.game)
    if weak is not None and not _never(game) and solve(game) is not None:
        seat, share = weak
        even = percent(1 / game.seats.count)
        sentence = f"Player {seat + 1} wins {percent(share)} of matches, an even share would be {even}."
        yield Fault("uneven", "advice", "area.sides" if seat else "pieces", sentence, _cures(game, seat))


FAULTS = Faults(lengthens=lengthens, endless=endless, by_rules=by_rules, useless=useless, advice=advice)
