"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.kinds import die

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Make the largest number, digit by digit",
        Game(
            name="Largest number",
            brief=Brief(practising="place value", minutes=Band(low=2, high=6)),
            pieces=(die(0, 1, 2, 3, 4, 5, 6, 7, 8, 9),),
            area=Digits(kind="digits", points=2),
            seats=Seats(styles=(Style(choose="thumb", rule="halves"), Style(choose="plan"))),
        ),
    ),
)


def warm() -> Iterator[Game]:
    """The number nearest to a target, whose best play is a loop of its own."""
    yield Game(area=Digits(kind="digits", aim="nearest", whole=2), pieces=(die(0, 1, 2, 3),))
