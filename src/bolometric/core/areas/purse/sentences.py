"""How the settings of a purse are said, on the sheets and aloud."""

from __future__ import annotations

from fractions import Fraction

from bolometric.core.areas.purse.spec import Purse
from bolometric.core.game.aloud import Aloud, drawn, said, share, starts
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.settings.amounts import tidy
from bolometric.core.text.figures import listing, listing_words, minus, plural
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


KINDS = {1: "ones", 2: "twos", 5: "fives", 10: "tens", 20: "twenties", 50: "fifties", 100: "hundreds"}


def _choose(multipliers: tuple[Fraction, ...]) -> tuple[str, ...]:
    """What a number may stand for."""
    if len(multipliers) == 1:
        return (f"Multiply it by {minus(multipliers[0])}.",)
    names = [KINDS.get(int(by)) if by.denominator == 1 else None for by in multipliers]
    known = [name for name in names if name is not None]
    if len(known) == len(names):
        return (f"Choose: take that many {listing_words(known, 'or')}.",)
    return (f"Choose a number to multiply it by: {listing(multipliers, 'or')}.",)


def aloud(game: Game) -> Aloud:
    """Come near a target."""
    area, alone = game.area_as(Purse), game.seats.count == 1
    target = minus(tidy(area.target))
    chosen = len(area.multipliers) > 1
    turn = [
        *drawn(game),
        *_choose(area.multipliers),
        "Add it to what you have.",
        "You cannot change it later." if chosen else "",
    ]
    over = {
        "lost": f"If you go over {target}, you are out.",
        "distance": "Over or under, only how far away you are counts.",
    }[area.over]
    last = [
        f"Stop after {plural(area.draws, 'turn')}{'' if alone else ' each'}.",
        f"See how far you are from {target}.",
        over,
        "The nearer, the better." if alone else "The nearest player wins.",
        "" if alone else share(game, "just as near"),
    ]
    first = (f"Write {target} at the top of your paper. That is the target.", "Begin with 0.", starts(game))
    return Aloud(("paper" if alone else "paper for each player",), said(*first), said(*turn), said(*last))


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)
