"""How the settings of multiples are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.multiples.rules import may_move
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.aloud import Aloud, drawn, said, starts
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.text.figures import plural
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    area = game.area_as(Multiples)
    chart = Span(f"1 to {area.chart}", "area.chart")
    each = "You need" if game.seats.count == 1 else "Each player needs"
    counters = Span(plural(area.counters, "counter"), "area.counters")
    own = " of a colour of their own" if game.seats.count > 1 else ""
    return (sentences("Draw a number chart from ", chart, f". {each} ", counters, f"{own}."),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return "counters", "the number chart"


def first(game: Game) -> tuple[Sentences, ...]:
    """How the counters are placed."""
    limit = Span(str(game.area_as(Multiples).limit), "area.limit")
    first_one = choice(game, "area.placing")
    if game.seats.count == 1:
        own = "Place your counters on free numbers above ", limit, ", one on a number."
        return (sentences(*own, " With others, ", first_one, " places first."),)
    told = "In turn place one of your counters on free numbers above "
    return (sentences(told, limit, ", one on a number; ", first_one, " places first."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What comes off."""
    off = "Take off the counter on the lowest multiple of it, whoever owns it."
    if may_move(game):
        return sentences(off), sentences("On 0 you may move one of your own counters to a free number above the limit.")
    return sentences(off), sentences("If there is none, nothing happens.")


def last(game: Game) -> tuple[Sentences, ...]:
    """Who wins."""
    if game.seats.count == 1:
        return (sentences("Count the draws until no counter is left."),)
    return (sentences("Whoever is first without counters wins, at once, in whoever's turn it is."),)


def aloud(game: Game) -> Aloud:
    """Take off the lowest multiple."""
    area, alone = game.area_as(Multiples), game.seats.count == 1
    own = "" if alone else " for each player, in a colour of their own"
    needs = (plural(area.counters, "counter") + own, f"a chart of the numbers 1 to {area.chart}")
    above = f"a free number above {area.limit}"
    place = f"Put each of your counters on {above}." if alone else f"In turn, put one counter on {above}."
    order = "" if alone or area.placing == "first" else "The last to draw places first. Then go round backwards."
    turn = [
        *drawn(game),
        "Look for multiples of that number that have a counter.",
        "Take the counter off the lowest one." if alone else "Take the counter off the lowest one, whoever owns it.",
        "If no such number has a counter, your turn is over.",
        f"If you get 0, you may move one of your counters. It goes to {above}." if may_move(game) else "",
    ]
    last = (
        ("Count your turns until all your counters are off.",)
        if alone
        else ("The first player with no counters left wins.", "That may happen in somebody else's turn.")
    )
    more = "" if alone else "Go on until all your counters are placed."
    return Aloud(needs, said(place, order, more, starts(game)), said(*turn), last)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
