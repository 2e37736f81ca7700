"""How the settings of digits are said."""

from __future__ import annotations

from bolometric.core.areas.digits.aloud import aloud
from bolometric.core.areas.digits.rules import PLACES
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing_words, minus, number, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    area = game.area_as(Digits)
    each = "Draw" if game.seats.count == 1 else "Each player draws"
    whole = Span(plural(area.whole, "column"), "area.whole")
    parts = Span(number(area.decimals) if area.decimals else "none", "area.decimals")
    named = listing_words([PLACES[place] for place in range(area.whole - 1, -1 - area.decimals, -1)], "and")
    return (sentences(f"{each} ", whole, " before the point and ", parts, f" after it: {named}."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("paper",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Empty columns."""
    return (sentences("Begin with empty columns."),)


def how_drawn(game: Game) -> str | None:
    """Who draws."""
    return "one draws for all" if game.area.together and game.seats.count > 1 else None


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is done with a digit."""
    does = sentences("You ", choice(game, "area.practice"), ".")
    who = "Each player " if game.seats.count > 1 else "A player "
    more = sentences(who, choice(game, "area.draws"), "; ", choice(game, "area.spare"), ".")
    return (does, more)


def last(game: Game) -> tuple[Sentences, ...]:
    """Which number is best."""
    area = game.area_as(Digits)
    best: list[str | Span] = ["Best is ", choice(game, "area.aim")]
    if area.aim == "nearest":
        best += [" ", Span(minus(tidy(area.target)), "area.target")]
    rounds = Span(f"{number(area.points)} round{'s' if area.points > 1 else ''}", "area.points")
    ends = sentences("It takes the round; the first to win ", rounds, " wins, equal ones share.")
    return sentences(*best, "."), ends


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
