"""Places at the table: what each is worth between equal players, and what would even them out."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.fault import Change, Fault
from bolometric.core.judge.cures import Cures
from bolometric.core.measure.equal_seats import between_equals, even_shares
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.results.show import certainty
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing_words, percent

UNEVEN = 0.08
"""Between the best and the worst place: more than two wins in a term of thirty games."""
SURE = 3
PLACES = ("first", "second", "third", "fourth", "fifth", "sixth")


def favoured_places(measured: Analysis, until: float) -> Iterator[Fault]:
    """A place at the table that wins more than another, where going first does not already say so.

    Raises Cancelled once the work is given up.
    """
    game = measured.game
    several = 2 < game.seats.count <= len(PLACES)  # more sit there with one caller only, who favours nobody
    fair = between_equals(game) if several and game.area.ending == "winner" else None
    if fair is None:
        return
    exact = measured if fair == game else quick_measure(fair)
    shares = _shares(exact)
    if not shares or not _uneven(exact):
        return
    best = shares.index(max(shares))
    if best == 0 and game.brief.first_seat_edge is not None:
        return
    known = certainty("seat_wins", exact.readings["seat_wins"])
    told = f"{listing_words([percent(share) for share in shares], 'and')} ({known})"
    sentence = f"Between equal players the places at the table win {told}: the {PLACES[best]} is favoured."
    found = Cures(exact, until).find(lambda after: bool(_shares(after)) and not _uneven(after), _spread)
    made = (rebased(game, cure) for cure in found)
    yield Fault("place_favoured", "advice", "seats.count", sentence, tuple(one for one in made if one is not None))


def rebased(game: Game, change: Change) -> Change | None:
    """A change that was found for a game between equals, made to the game itself; None if it can't be made there."""
    made = game
    try:
        for path, value in change.steps:
            made = with_value(made, path, value)
    except GameError:
        return None
    return replace(change, game=made)


def _shares(exact: Analysis) -> tuple[float, ...]:
    wins = exact.readings.get("seat_wins")
    return () if wins is None else even_shares(wins)


def _spread(exact: Analysis) -> float:
    shares = _shares(exact)
    return max(shares) - min(shares) if shares else 1.0


def _uneven(exact: Analysis) -> bool:
    return _spread(exact) - SURE * exact.readings["seat_wins"].stderr > UNEVEN
