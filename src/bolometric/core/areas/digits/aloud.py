"""Digits in columns for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.digits.rules import PLACES
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, act, capital, drawn, rolls, said, share, verb
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing_words, minus, number


def best_number(aim: str, target: str) -> str:
    """Which number is best: 'the largest number'."""
    return f"the number nearest to {target}" if aim == "nearest" else f"the {aim} number"


def aloud(game: Game) -> Aloud:
    """Write digits where they count."""
    area, alone = game.area_as(Digits), game.seats.count == 1
    named = listing_words([PLACES[place] for place in range(area.whole - 1, -1 - area.decimals, -1)], "and")
    best = best_number(area.aim, minus(tidy(area.target)))
    wins = (
        (f"Try to make {best}.",)
        if alone
        else (
            f"{capital(best)} wins the round.",
            share(game, "the same", "win it"),
            "Play one round." if area.points == 1 else f"The first to win {number(area.points)} rounds wins the game.",
        )
    )
    each = "" if alone else " for each player"
    return Aloud((f"paper{each}",), (f"Draw columns for {named}.",), said(*_turn(game)), said(*wins))


def _turn(game: Game) -> tuple[str, ...]:
    area, alone = game.area_as(Digits), game.seats.count == 1
    for_all = area.together and not alone
    spare = area.spare == "one"
    digits = area.columns + spare
    if area.practice == "together":
        if for_all:
            made = (f"One player {rolls(game)} {number(digits)} digits for everybody.",)
        else:
            made = (f"{capital(verb(game))} {number(digits)} digits.",)
        away = "Throw one digit away." if spare else ""
        return (*made, away, "Write them in your columns, in any order you like.")
    draw = (f"One player {rolls(game)} for everybody.",) if for_all else drawn(game)
    if not for_all and not alone:
        draw = (f"All {act(game)}, each for themselves.",)
    away = "One digit you may throw away." if spare else ""
    return (
        *draw,
        "Write the digit in one of your empty columns.",
        "You cannot move it later.",
        away,
        "Go on until all your columns are full.",
    )
