"""A game between equal players: what a place at the table is worth, apart from skill and pieces."""

from __future__ import annotations

from collections.abc import Mapping

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game, with_value
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.settings.errors import GameError

LARGEST, SMALLEST = "largest_share", "smallest_share"
EDGE = "first_seat_edge"
EVEN = (EDGE, LARGEST, SMALLEST)
"""Readings that compare places at the table, and so are those of players who play alike."""


def between_equals(game: Game) -> Game | None:
    """The game with every player choosing as the first one does; None if players have pieces of their own.

    >>> between_equals(Game()) == Game()
    True
    """
    if game.draws_differ:
        return None
    try:
        same = game
        for path, value in game.area.evened:
            same = with_value(same, path, value)
        styles = {same.seats.style(seat) for seat in range(same.seats.count)}
        return same if len(styles) == 1 else with_value(same, "seats.styles", (same.seats.style(0),))
    except GameError:
        return None


def unequal(game: Game) -> Game | None:
    """The game between equal players where its own players differ in how they choose; None where they do not."""
    fair = between_equals(game) if game.seats.count > 1 and game.area.ending == "winner" else None
    return None if fair == game else fair


def among_equals(game: Game, readings: Mapping[str, Reading], places: bool = True) -> dict[str, Reading]:
    """What going first, and with ``places`` the best and the worst place at the table, are worth to equal players.

    ``readings`` are the exact ones of the game itself, which serve where its players are equal as they are; what can't
    be worked out is left out. Raises Cancelled once the work is given up.
    """
    fair = unequal(game)
    if fair is not None:
        solved = area_of(fair).measured.solve(fair)
        readings = {} if solved is None else solved.readings
    found = {EDGE: readings[EDGE]} if EDGE in readings else {}
    if not places or game.seats.count < 2 or game.area.ending != "winner" or between_equals(game) is None:
        return found
    shares = even_shares(readings["seat_wins"]) if "seat_wins" in readings else ()
    return found | {LARGEST: exact_value(max(shares)), SMALLEST: exact_value(min(shares))} if shares else found


def even_shares(wins: Reading) -> tuple[float, ...]:
    """Each place's share of the wins there are; nothing if nobody ever wins."""
    values = wins.values or ()
    whole = sum(values)
    return tuple(value / whole for value in values) if whole > 0 else ()
