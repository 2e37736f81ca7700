"""How the settings of a purse are said."""

from __future__ import annotations

from bolometric.core.areas.purse.aloud import aloud
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing, minus, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    target = Span(minus(tidy(game.area_as(Purse).target)), "area.target")
    each = "You need" if game.seats.count == 1 else "Each player needs"
    return (sentences(f"{each} a sheet to add on, with the target above it: ", target, "."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("paper",)


def first(game: Game) -> tuple[Sentences, ...]:
    """An empty purse."""
    return (sentences("Begin with nothing in the purse."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is chosen."""
    by = Span(listing(game.area_as(Purse).multipliers, "or"), "area.multipliers")
    return (
        sentences("Choose at once what to multiply it by: ", by, ". Put the result into your purse."),
        sentences("What is in cannot be taken out again."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """How near is near."""
    draws = Span(plural(game.area_as(Purse).draws, "draw"), "area.draws")
    ends = sentences("After ", draws, f"{' each' if game.seats.count > 1 else ''} see how far you are from the target.")
    over = sentences("Going over the target ", choice(game, "area.over"), ".")
    wins = (
        sentences("The nearest wins; equally near ones share the win.")
        if game.seats.count > 1
        else sentences("The nearer, the better.")
    )
    return ends, over, wins


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
