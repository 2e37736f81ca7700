"""Results told in sentences: what happens when a game is played."""

from __future__ import annotations

import numpy as np

from bolometric.core.game import Game
from bolometric.core.measure import Exact
from bolometric.core.report import MAY_NEVER_END, show
from bolometric.core.runs import Batch
from bolometric.core.wording import percent

UNKNOWN = "Not worked out exactly; only the runs are shown."


def length_words(exact: Exact | None) -> str:
    """How long a game lasts; None if that was not worked out."""
    turns, minutes = ((exact.readings if exact else {}).get(key) for key in ("turns", "minutes"))
    if turns is None or minutes is None:
        return (
            UNKNOWN
            if exact is None or exact.journeys is not None
            else ("Draws hang together here, or are too many to list, so only the runs are shown (simulated).")
        )
    if turns.mean is None:
        half = f" Half of all games are over after {show('turns', turns.p50)} turns." if turns.p50 else ""
        return f"This game {MAY_NEVER_END}: {percent(turns.never or 0)} of games do not (exact).{half}"
    return (
        f"Line: exact; bars: simulated. On average {show('turns', turns.mean)} turns, "
        f"{show('minutes', minutes.mean)}; 8 of 10 games take {show('turns', turns.p10)} "
        f"to {show('turns', turns.p90)} turns."
    )


def win_words(game: Game, exact: Exact | None) -> str:
    """Who wins."""
    seats = game.seats.count
    if seats == 1:
        return "One player alone: nobody to win against."
    if exact is None or "seat_wins" not in exact.readings:
        return UNKNOWN
    tied = exact.readings["ties"].mean or 0.0
    edge = show("first_seat_edge", exact.readings["first_seat_edge"].mean)
    shared = f" {percent(tied)} of games are shared." if tied else ""
    even = sum(exact.readings["seat_wins"].values or ()) / seats
    return f"An even share would be {percent(even)}; the first seat is {edge} from it (exact).{shared}"


def lead_words(batch: Batch) -> str:
    """How the lead moves; from games played."""
    decided = batch.winner >= 0
    if not decided.any():
        return "No game was won by one seat alone."
    early = batch.last_lead[decided] / batch.turns[decided] < 0.5
    error = 100 * float(np.std(early)) / len(early) ** 0.5
    changes = batch.lead_changes[decided].mean()
    return (
        f"The lead changes hands {changes:.1f} times a game. In {percent(float(early.mean()))} "
        f"of games (± {error:.1f} points) the winner is in front for good before half-time. Simulated."
    )
