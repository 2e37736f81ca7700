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
    if getattr(game.area, "sides", ()):
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


def edge_among_equals(game: Game, readings: Mapping[str, Reading]) -> dict[str, Reading]:
    """What going first is worth between players who play alike, where that can be worked out.

    ``readings`` are the exact ones of the game itself. Raises Cancelled once the work is given up.
    """
    fair = unequal(game)
    if fair is not None:
        solved = area_of(fair).measured.solve(fair)
        readings = {} if solved is None else solved.readings
    return {EDGE: readings[EDGE]} if EDGE in readings else {}


def by_place(game: Game, wins: Reading | None) -> dict[str, Reading]:
    """What the best and the worst place at the table win between equal players, where that can be worked out.

    ``wins`` are those of the game itself. Raises Cancelled once the work is given up.
    """
    fair = between_equals(game) if game.seats.count > 1 and game.area.ending == "winner" else None
    if fair is None:
        return {}
    if fair != game:
        solved = area_of(fair).measured.solve(fair)
        wins = None if solved is None else solved.readings.get("seat_wins")
    shares = () if wins is None else even_shares(wins)
    return {LARGEST: exact_value(max(shares)), SMALLEST: exact_value(min(shares))} if shares else {}


def even_shares(wins: Reading) -> tuple[float, ...]:
    """Each place's share of the wins there are; nothing if nobody ever wins."""
    values = wins.values or ()
    whole = sum(values)
    return tuple(value / whole for value in values) if whole > 0 else ()
