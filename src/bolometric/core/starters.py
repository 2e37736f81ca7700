"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game import Band, Brief, Game, Seats
from bolometric.core.pieces import PLAIN_DIE, Die

_SHORT = Brief(practising="counting on", minutes=Band(low=4, high=8))

STARTERS: tuple[tuple[str, Game], ...] = (
    ("One die, 20 squares", Game(name="A short trail", brief=_SHORT, area=Trail(length=20))),
    (
        "Two dice added, 40 squares",
        Game(
            name="A trail of sums",
            brief=Brief(practising="adding to 12", minutes=Band(low=4, high=8)),
            pieces=(PLAIN_DIE, PLAIN_DIE),
            area=Trail(finish="finish_round"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
    (
        "Back and forth: a die with numbers below zero",
        Game(
            name="Two steps back",
            brief=Brief(
                practising="adding and taking away", minutes=Band(low=5, high=10), setbacks=Band(low=0.1, high=0.4)
            ),
            pieces=(Die(faces=(-2, -1, 1, 2, 3, 4)),),
            area=Trail(length=20, end="bounce"),
            seats=Seats(seconds_per_turn=20),
        ),
    ),
)  # fmt: skip
"""What the menu calls each, and the game itself."""
