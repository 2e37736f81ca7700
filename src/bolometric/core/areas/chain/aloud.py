"""A chain for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.chain.spec import Chain
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, said, starts
from bolometric.core.text.figures import number


def aloud(game: Game) -> Aloud:
    """Strike numbers by sums."""
    area, alone = game.area_as(Chain), game.seats.count == 1
    line = f"Write the numbers {area.line[0]} to {area.last} in a row."
    zero = "Strike zero: adding nothing changes nothing." if area.begins == "zero" and area.zero == "struck" else ""
    signs = (
        "First add, or take away. Then take turns with the signs."
        if area.signs == "alternate"
        else "You may add or take away."
    )
    turn = said(
        "Make a sum with two numbers that are not struck.",
        signs,
        "The answer must be a number that is not struck.",
        "Strike the two numbers.",
        "The next sum begins with the answer.",
    )
    if area.practice == "against":
        last: tuple[str, ...] = ("If you cannot go on, you lose.",)
    else:
        who = "You" if alone else "You all"
        last = ("Go on until no sum is left.", f"{who} win if at most {_left(area.wanted)} left.")
    return Aloud(("paper", "a pencil"), said(line, zero, starts(game)), turn, last)


def _left(count: int) -> str:
    return "one number is" if count == 1 else f"{number(count)} numbers are"
