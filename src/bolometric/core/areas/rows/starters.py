"""Games to begin from, so that nobody faces an empty page."""

from __future__ import annotations

from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.document import Band, Brief, Game
from bolometric.core.game.entry import Starter
from bolometric.core.game.seats import Seats, Style
from bolometric.core.pieces.kinds import die

STARTERS: tuple[Starter, ...] = (
    Starter(
        "Rows that face each other: beat the number opposite",
        Game(
            name="Row by row",
            brief=Brief(practising="comparing numbers", minutes=Band(low=2, high=6)),
            pieces=(die(0, 1, 2, 3, 4, 5, 6, 7, 8, 9),),
            area=DigitRows(kind="digits", practice="rows"),
            seats=Seats(styles=(Style(choose="thumb", rule="beat_largest"), Style())),
        ),
    ),
)
