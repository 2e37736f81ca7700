"""Sets of tiles for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, capital, drawn, one_piece, rounds, said, share, starts, verb

SCORES = {
    "sum": "Add the numbers that are still open. That is your score.",
    "count": "Count the tiles that are still open. That is your score.",
    "digits": "Read the open tiles in order, as one number. That is your score.",
}


def aloud(game: Game) -> Aloud:
    """Close what adds to the number."""
    area = game.area_as(Sets)
    each = "" if game.seats.count == 1 else ", for each player or to hand on"
    turn = [
        *drawn(game),
        "Close open tiles that add up to that number. One tile may do.",
        f"{capital(verb(game))} again and close more.",
        _fewer(game),
        "When nothing fits, or all are closed, your turn is over.",
        SCORES[area.score],
        "If you close them all, you score 0.",
    ]
    return Aloud(
        (f"tiles with the numbers 1 to {area.tiles}{each}",),
        said("Open all the tiles.", starts(game)),
        said(*turn),
        said(*_last(game)),
    )


def _fewer(game: Game) -> str:
    """When one piece is enough."""
    area = game.area_as(Sets)
    when = {
        "never": "",
        "last_tile": "only one tile is open",
        "small_left": f"the open tiles add up to {area.fewer_limit} or less",
        "high_gone": f"all tiles from {area.fewer_from} up are closed",
    }[area.fewer]
    if area.fewer == "small_left" and area.fewer_limit == 1:
        when = "only the 1 is open"
    may = "you may " if area.fewer_how == "choice" else ""
    return f"When {when}, {may}{one_piece(game)}." if when else ""


def _last(game: Game) -> tuple[str, ...]:
    count = game.area_as(Sets).rounds
    added = "Add up your scores." if count > 1 else ""
    if game.seats.count == 1:
        return rounds(count), added, "The lower your score, the better."
    return rounds(count), added, "The lowest score wins.", share(game, "the same")
