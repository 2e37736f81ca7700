"""Facing rows for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, drawn, said, share
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import minus, number, plural


def aloud(game: Game) -> Aloud:
    """Write numbers in rows that face each other."""
    area, alone = game.area_as(DigitRows), game.seats.count == 1
    rows = plural(area.rows, "row")
    best = f"number nearest to {minus(tidy(area.target))}" if area.aim == "nearest" else f"{area.aim} number"
    first = f"Draw {rows} on your paper." if alone else f"All draw {rows}, side by side."
    turn = [
        *drawn(game),
        "Write the number in one of your empty rows.",
        "You cannot move it later.",
        "Go on until all your rows are full.",
    ]
    ticks = [
        "Now look row by row.",
        f"The {best} in a row gets a tick.",
        share(game, "the same", "get a tick"),
        "The most ticks win the round.",
        share(game, "the same", "win it"),
        "Play one round." if area.points == 1 else f"The first to win {number(area.points)} rounds wins the game.",
    ]
    last = (f"Try to write the {best} in every row.",) if alone else said(*ticks)
    return Aloud(("paper" if alone else "paper for each player",), (first,), said(*turn), last)
