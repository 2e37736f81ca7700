"""Boxes and placed counters for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.filled.fill import area_of_marks
from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, act, called, capital, drawn, makes, said, share, starts
from bolometric.core.text.figures import plural


def aloud(game: Game) -> Aloud:
    """Cross off, or take off, what is called."""
    boxed = isinstance(game.area, Boxes)
    area = area_of_marks(game)
    one_caller = area.together and game.seats.count > 1
    first = _boxes(game) if boxed else _counters(game)
    thing = "box" if boxed else "counter"
    does = f"cross off one {thing}" if boxed else f"take one {thing} off"
    turn = [
        *(called(game) if one_caller else drawn(game)),
        f"If you have a {thing} with that number, {does}." if boxed else f"If you have a {thing} there, {does}.",
        "If you have a number twice, it must come up twice.",
    ]
    if one_caller:
        first = (*first, "Choose a caller.")
    return Aloud(_needs(game), said(*first, "" if one_caller else starts(game)), tuple(turn), said(*_last(game, thing)))


def _needs(game: Game) -> tuple[str, ...]:
    each = "" if game.seats.count == 1 else " for each player"
    if isinstance(game.area, Boxes):
        return (f"paper with {plural(game.area.boxes, 'empty box', 'empty boxes')}{each}",)
    line = game.area_as(PlacedCounters)
    return plural(line.counters, "counter") + each, f"a line of the numbers {line.first} to {line.last}{each}"


def _boxes(game: Game) -> tuple[str, ...]:
    return said(
        f"{capital(act(game))} once for each of your boxes.",
        makes(game),
        "Write the number in the box.",
        "The same number may come again.",
    )


def _counters(game: Game) -> tuple[str, ...]:
    return ("Put all your counters on numbers of the line.", "You may put several on one number.")


def _last(game: Game, thing: str) -> tuple[str, ...]:
    area = area_of_marks(game)
    off = "crossed off" if thing == "box" else "off the line"
    many = "boxes" if thing == "box" else "counters"
    if game.seats.count == 1:
        return (f"Count your turns until all your {many} are {off}.",)
    wins = f"The first player with all {many} {off} wins."
    if area.together:
        return wins, share(game, "done at the same call")
    if area.finish == "finish_round":
        return wins, "Finish the round, so that all have had a turn.", share(game, "done in the same round")
    return (wins,)
