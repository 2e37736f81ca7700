"""How the settings of a purse are said."""

from __future__ import annotations

from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.document import Game
from bolometric.core.settings.amounts import tidy
from bolometric.core.settings.knobs import knob_at
from bolometric.core.text.figures import listing, minus, plural
from bolometric.core.text.spans import Section, Sentences, Span, sentences


def board(game: Game) -> Section:
    """What to draw."""
    target = Span(minus(tidy(game.area_as(Purse).target)), "area.target")
    each = "You need" if game.seats.count == 1 else "Each player needs"
    return Section("Board", (sentences(f"{each} a sheet to add on, with the target above it: ", target, "."),))


def needs(game: Game) -> str:
    """What is needed beside the pieces."""
    return " and paper"


def first(game: Game) -> tuple[Sentences, ...]:
    """An empty purse."""
    return (sentences("Begin with nothing in the purse."),)


def begins(game: Game) -> str:
    """A turn begins with a plain draw."""
    return ""


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is chosen."""
    by = Span(listing(game.area_as(Purse).multipliers, "or"), "area.multipliers")
    return (
        sentences("Choose at once what to multiply it by: ", by, ". Put the result into your purse."),
        sentences("What is in cannot be taken out again."),
    )


def last(game: Game) -> Section:
    """How near is near."""
    at = knob_at(game, "area.over")
    draws = Span(plural(game.area_as(Purse).draws, "draw"), "area.draws")
    ends = sentences("After ", draws, f"{' each' if game.seats.count > 1 else ''} see how far you are from the target.")
    over = sentences("Going over the target ", Span(at.knob.words(at.value), at.path), ".")
    wins = sentences("The nearest wins; equally near ones share the win.") if game.seats.count > 1 else sentences(
        "The nearer, the better."
    )  # fmt: skip
    return Section("Last", (ends, over, wins))
