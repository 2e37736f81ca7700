"""How the settings of boxes and placed counters are said."""

from __future__ import annotations

from bolometric.core.areas.filled.aloud import aloud
from bolometric.core.areas.filled.fill import area_of_marks
from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
from bolometric.core.text.figures import listing, plural
from bolometric.core.text.spans import Sentences, Span, sentences


def _all(game: Game) -> str:
    return "You" if game.seats.count == 1 else "All"


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    area = game.area
    if isinstance(area, Boxes):
        each = "Draw" if game.seats.count == 1 else "Each player draws"
        return (sentences(f"{each} ", Span(plural(area.boxes, "empty box", "empty boxes"), "area.boxes"), "."),)
    line = game.area_as(PlacedCounters)
    first, last = Span(str(line.first), "area.first"), Span(str(line.last), "area.last")
    each = "You need" if game.seats.count == 1 else "Each player needs"
    counters = Span(plural(line.counters, "counter"), "area.counters")
    return (sentences("Draw a line of the numbers from ", first, " to ", last, f". {each} ", counters, "."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return ("paper",) if isinstance(game.area, Boxes) else ("counters", "the line of numbers")


def first(game: Game) -> tuple[Sentences, ...]:
    """How the numbers come about."""
    if isinstance(game.area, Boxes):
        who = "You fill your" if game.seats.count == 1 else "All fill their"
        return (sentences(f"{who} boxes: draw once for each and write the number in; it may be there already."),)
    given = game.area_as(PlacedCounters).placements
    told = "; ".join(listing(placement, "and") for placement in given) if given else "none"
    who = "You place your" if game.seats.count == 1 else "All place their"
    return (
        sentences(f"{who} counters on numbers of the line, as many on one as you like."),
        sentences("A placement to try: ", Span(told, "area.placements"), "."),
    )


def how_drawn(game: Game) -> str | None:
    """Who draws."""
    return "the caller does it for all" if game.area.together and game.seats.count > 1 else None


def turn(game: Game) -> tuple[Sentences, ...]:
    """What comes off."""
    boxed = isinstance(game.area, Boxes)
    who = "Whoever has" if game.area.together and game.seats.count > 1 else "If you have"
    off = "a box with that number crosses off one" if boxed else "a counter on that number takes one off"
    mine = "a box with that number, cross off one" if boxed else "a counter on that number, take one off"
    told = f"{who} {off}." if who == "Whoever has" else f"{who} {mine}."
    each = "Each player " if game.seats.count > 1 else "You are a player who "
    return (sentences(told), sentences(each, choice(game, "area.draws"), "."))


def last(game: Game) -> tuple[Sentences, ...]:
    """Who wins."""
    area = area_of_marks(game)
    left = "no box" if isinstance(area, Boxes) else "no counter"
    if game.seats.count == 1:
        return (sentences(f"Count the draws until {left} is left."),)
    if area.together:
        return (sentences(f"Whoever has {left} left wins; several at the same call share the win."),)
    shared = " Several in the same round share the win." if area.finish == "finish_round" else ""
    return (sentences(f"The first with {left} left ", choice(game, "area.finish"), f".{shared}"),)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
