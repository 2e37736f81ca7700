"""How the settings of digits are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.digits.rules import PLACES
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.aloud import (
    Aloud,
    acts,
    capital,
    cards_after,
    done_for,
    drawn,
    each_makes,
    rolls,
    said,
    share,
    starts,
)
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
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


def best_number(aim: str, target: str) -> str:
    """Which number is best: 'the largest number'."""
    return f"the number nearest to {target}" if aim == "nearest" else f"the {aim} number"


def aloud(game: Game) -> Aloud:
    """Write digits where they count."""
    area, alone = game.area_as(Digits), game.seats.count == 1
    named = listing_words([PLACES[place] for place in range(area.whole - 1, -1 - area.decimals, -1)], "and")
    best = best_number(area.aim, minus(tidy(area.target)))
    wins = (
        (f"Try to make {best}.",)
        if alone
        else (
            f"{capital(best)} wins the round.",
            share(game, "the same", "win it"),
            "Play one round." if area.points == 1 else f"The first to win {number(area.points)} rounds wins the game.",
        )
    )
    each = "" if alone else " for each player"
    begins = "" if area.together else starts(game)
    return Aloud((f"paper{each}",), said(f"Draw columns for {named}.", begins), said(*_turn(game)), said(*wins))


def _turn(game: Game) -> tuple[str, ...]:
    area, alone = game.area_as(Digits), game.seats.count == 1
    for_all = area.together and not alone
    spare = area.spare == "one"
    digits = area.columns + spare
    if area.practice == "together":
        if for_all:
            made: tuple[str, ...] = (f"One player {rolls(game)} {number(digits)} digits for everybody.",)
        else:
            own = acts(game) if game.draws_differ else ()
            made = (f"{done_for(game, f'{number(digits)} digits')}.", *own, *each_makes(game))
        away = "Throw one digit away." if spare else ""
        return (*made, away, "Write them in your columns, in any order you like.")
    draw = (f"One player {rolls(game)} for everybody.", *cards_after(game)) if for_all else drawn(game)
    if not for_all and not alone:
        draw = (*_after_the_other(game), *each_makes(game), *cards_after(game))
    away = "One digit you may throw away." if spare else ""
    return (
        *draw,
        "Write the digit in one of your empty columns.",
        "You cannot move it later.",
        away,
        "Go on until all your columns are full.",
    )


def _after_the_other(game: Game) -> tuple[str, ...]:
    """What each player does in turn."""
    first, *others = acts(game)
    if others:
        return ("Go one after the other.", first, *others)
    return (f"{first.removesuffix('.')}, one player after the other.",)


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)
