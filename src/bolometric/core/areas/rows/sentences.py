"""How the settings of facing rows are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.aloud import Aloud, drawn, said, share, starts
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import minus, number, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    each = "Draw" if game.seats.count == 1 else "Each player draws"
    rows = Span(plural(game.area_as(DigitRows).rows, "row"), "area.rows")
    return (sentences(f"{each} ", rows, ", facing those of the others."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("paper",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Empty rows."""
    return (sentences("Begin with empty rows."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is done with a number."""
    does = sentences("You ", choice(game, "area.practice"), ".")
    return does, sentences("Whoever has the better number in a row gets a tick for it; equal ones each get one.")


def last(game: Game) -> tuple[Sentences, ...]:
    """Which number is best."""
    area = game.area_as(DigitRows)
    best: list[str | Span] = ["Best is ", choice(game, "area.aim")]
    if area.aim == "nearest":
        best += [" ", Span(minus(tidy(area.target)), "area.target")]
    rounds = Span(f"{number(area.points)} round{'s' if area.points > 1 else ''}", "area.points")
    ends = sentences("The most ticks take the round; the first to win ", rounds, " wins, equal ones share.")
    return sentences(*best, "."), ends


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
    needs = ("paper" if alone else "paper for each player",)
    return Aloud(needs, said(first, starts(game)), said(*turn), last)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
