"""How the settings of facing rows are said."""

from __future__ import annotations

from bolometric.core.areas.rows.aloud import aloud
from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
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


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
