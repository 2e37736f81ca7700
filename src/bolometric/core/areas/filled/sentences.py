"""How the settings of boxes and placed counters are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.filled.fill import area_of_marks
from bolometric.core.areas.filled.spec import Boxes, PlacedCounters
from bolometric.core.game.aloud import Aloud, called, drawn, each_makes, own_acts, said, share, starts
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.text.figures import listing, plural
from bolometric.core.text.spans import Sentences, Span, sentences


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


def aloud(game: Game) -> Aloud:
    """Cross off, or take off, what is called."""
    boxed = isinstance(game.area, Boxes)
    area = area_of_marks(game)
    one_caller = area.together and game.seats.count > 1
    first = _boxes(game) if boxed else _counters(game)
    thing = "box" if boxed else "counter"
    does = f"cross off one {thing}" if boxed else f"take one {thing} off"
    turn = [
        *(called(game) if one_caller else drawn(game)),
        f"If you have a {thing} with that number, {does}." if boxed else f"If you have a {thing} there, {does}.",
        f"If you have that number more than once, {does} only.",
    ]
    if one_caller:
        first = (*first, "Choose a caller.")
    return Aloud(_needs(game), said(*first, "" if one_caller else starts(game)), tuple(turn), said(*_last(game, thing)))


def _needs(game: Game) -> tuple[str, ...]:
    each = "" if game.seats.count == 1 else " for each player"
    if isinstance(game.area, Boxes):
        return (f"paper with {plural(game.area.boxes, 'empty box', 'empty boxes')}{each}",)
    line = game.area_as(PlacedCounters)
    return plural(line.counters, "counter") + each, f"a line of the numbers {line.first} to {line.last}{each}"


def _boxes(game: Game) -> tuple[str, ...]:
    first, *others = own_acts(game)
    once = (f"{first.removesuffix('.')} once for each of your boxes.",)
    return said(
        *((first, *others, "Do so once for each of your boxes.") if others else once),
        *each_makes(game),
        "Write the number in the box.",
        "The same number may come again.",
    )


def _counters(game: Game) -> tuple[str, ...]:
    return ("Put all your counters on numbers of the line.", "You may put several on one number.")


def _last(game: Game, thing: str) -> tuple[str, ...]:
    area = area_of_marks(game)
    off = "crossed off" if thing == "box" else "off the line"
    many = "boxes" if thing == "box" else "counters"
    if game.seats.count == 1:
        return (f"Count your turns until all your {many} are {off}.",)
    wins = f"The first player with all {many} {off} wins."
    if area.together:
        return wins, share(game, "done at the same call")
    if area.finish == "finish_round":
        return wins, "Finish the round, so that all have had a turn.", share(game, "done in the same round")
    return (wins,)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
