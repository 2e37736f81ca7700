"""How the settings of digits are said."""

from __future__ import annotations

from bolometric.core.areas.digits.rules import PLACES
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Game
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import listing_words, minus, number, plural
from bolometric.core.text.spans import Section, Sentences, Span, sentences


def _choice(game: Game, path: str) -> Span:
    at = knob_at(game, path)
    return Span(at.knob.words(at.value), path)


def board(game: Game) -> Section:
    """What to draw."""
    area = game.area_as(Digits)
    each = "Draw" if game.seats.count == 1 else "Each player draws"
    if area.practice == "rows":
        rows = Span(plural(area.rows, "row"), "area.rows")
        return Section("Board", (sentences(f"{each} ", rows, ", facing those of the others."),))
    whole = Span(plural(area.whole, "column"), "area.whole")
    parts = Span(number(area.decimals) if area.decimals else "none", "area.decimals")
    named = listing_words([PLACES[place] for place in range(area.whole - 1, -1 - area.decimals, -1)], "and")
    line = sentences(f"{each} ", whole, " before the point and ", parts, f" after it: {named}.")
    return Section("Board", (line,))


def needs(game: Game) -> str:
    """What is needed beside the pieces."""
    return " and paper"


def first(game: Game) -> tuple[Sentences, ...]:
    """Empty columns."""
    return (
        sentences("Begin with empty rows." if game.area_as(Digits).practice == "rows" else "Begin with empty columns."),
    )


def begins(game: Game) -> str:
    """Who draws."""
    return "one draws for all: " if game.area.together and game.seats.count > 1 else ""


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is done with a digit."""
    area = game.area_as(Digits)
    does = sentences("You ", _choice(game, "area.practice"), ".")
    if area.practice == "rows":
        return (
            does,
            sentences("Whoever has the better number in a row gets a tick for it; equal ones each get one."),
        )
    who = "Each player " if game.seats.count > 1 else "A player "
    more = sentences(who, _choice(game, "area.draws"), "; ", _choice(game, "area.spare"), ".")
    return (does, more)


def last(game: Game) -> Section:
    """Which number is best."""
    area = game.area_as(Digits)
    best: list[str | Span] = ["Best is ", _choice(game, "area.aim")]
    if area.aim == "nearest":
        best += [" ", Span(minus(tidy(area.target)), "area.target")]
    rounds = Span(f"{number(area.points)} round{'s' if area.points > 1 else ''}", "area.points")
    takes = "The most ticks take" if area.practice == "rows" else "It takes"
    ends = sentences(f"{takes} the round; the first to win ", rounds, " wins, equal ones share.")
    return Section("Last", (sentences(*best, "."), ends))
