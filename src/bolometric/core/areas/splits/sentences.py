"""How the settings of splits are said, on the sheets and aloud."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.splits.spec import Splits
from bolometric.core.game.aloud import Aloud, said, starts
from bolometric.core.game.contract import Question, Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.results.posed import Posed
from bolometric.core.text.figures import listing_words, number
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """What is laid out."""
    area = game.area_as(Splits)
    whole, kinds = Span(str(area.whole), "area.whole"), Span(listing_words(area.kinds, "and"), "area.kinds")
    return (sentences("Find all ways to make ", whole, " with ", choice(game, "area.where"), ", ", kinds, "."),)


def needs(game: Game) -> tuple[str, ...]:
    """Things to lay out, and a sheet."""
    return _things(game.area_as(Splits)), "a sheet to write on"


def _things(area: Splits) -> str:
    if area.where == "places":
        return f"{area.whole} things, to put {listing_words(area.kinds, 'and')}"
    return f"{area.whole} things of each kind, {listing_words(area.kinds, 'and')}"


def first(game: Game) -> tuple[Sentences, ...]:
    """An empty sheet."""
    return (sentences("Begin with an empty sheet."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is found."""
    return (
        sentences("Lay out a way that is not on the sheet yet, and write it down, ", choice(game, "area.working"), "."),
        sentences(
            "The same numbers the other way round ",
            choice(game, "area.order"),
            ". One kind alone ",
            choice(game, "area.nothing"),
            ".",
        ),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """When it is done."""
    area = game.area_as(Splits)
    done = "It is done when all ways are on the sheet"
    if area.working == "steps":
        return (sentences(f"{done}. Nobody wins."),)
    told = sentences("How many ways there are ", choice(game, "area.told"), ".")
    if area.told == "yes":
        return told, sentences(f"{done}. Nobody wins.")
    stops = Span(f"{area.stops} in a hundred", "area.stops")
    how = " stop after a way though another is missing, once half of them are found."
    return told, sentences(f"{done}, or all say that they are. Measured with groups of whom ", stops, how)


def aloud(game: Game) -> Aloud:
    """Find a way that is not there yet."""
    area, alone = game.area_as(Splits), game.seats.count == 1
    one, other = area.kinds
    ways = len(area.ways)
    if area.where == "places":
        begins = f"Put some of your {area.whole} things {one}, the others {other}."
        steps, writes = (
            f"Put one thing more {one} each time.",
            f"Write three numbers: {one}, {other}, and all together.",
        )
        both = f"Put at least one thing {one} and one {other}."
    else:
        begins = f"Make {area.whole} with {one} and {other} things."
        steps, writes = f"Take one {one} thing more each time.", f"Write how many are {one} and how many are {other}."
        both = f"Use some {one} and some {other} things."
    turn = said(
        begins,
        "Find a way that is not on the sheet." if area.working == "any" else steps,
        writes,
        "The other way round is nothing new." if area.order == "one" else "The other way round is a new way.",
        f"All may be {one}, or all {other}." if area.nothing == "yes" else both,
    )
    if area.working == "steps":
        last: tuple[str, ...] = (f"Begin with {_least(area)}.", "Go on until there is no way left.")
    elif area.told == "yes":
        last = (f"There {'is one way' if ways == 1 else f'are {number(ways)} ways'}.", "Go on until you have them all.")
    else:
        last = (f"Stop when {'you think' if alone else 'you all think'} that you have every way.",)
    begin = ("Take the empty sheet.", starts(game))
    return Aloud((_things(area), "a sheet to write on"), said(*begin), turn, last)


def _least(area: Splits) -> str:
    first, _ = area.ways[0]
    if area.where == "places":
        return f"nothing {area.kinds[0]}" if first == 0 else f"one thing {area.kinds[0]}"
    return f"no {area.kinds[0]} thing" if first == 0 else f"one {area.kinds[0]} thing"


def talk(game: Game) -> tuple[Question, ...]:
    """How many ways there are, here and with one more; which are alike; how one can be sure."""
    area = game.area_as(Splits)
    one, other = area.kinds
    ways, last_way = area.ways, area.ways[-1]
    larger, rest = area.model_copy(update={"whole": area.whole + 1}), area.whole - 2
    more = sum(first > second for first, second in ways)
    alike = "No: here they are two ways." if area.order == "two" else "Yes: here they are one way."
    listed = ", ".join(f"{first} and {second}" for first, second in ways[:2])
    steps = f"Go in order: {listed} … {last_way[0]} and {last_way[1]}." if len(ways) > 2 else f"Only {listed} will do."
    return (
        ("ways", 1, f"How many ways are there to make {area.whole}?", f"{len(ways)}."),
        ("turned", 1, f"Is 2 {one} and {rest} {other} the same as {rest} {one} and 2 {other}?", alike),
        ("sure", 2, "How can you be sure that no way is missing?", steps),
        ("more", 2, f"In how many ways are there more {one} than {other}?", f"{more or 'None'}."),
        ("larger", 3, f"And how many ways are there to make {area.whole + 1}?", f"{len(larger.ways)}."),
    )


def posed(game: Game, rng: np.random.Generator) -> Posed:
    """One part of a way; how many are the other?"""
    area = game.area_as(Splits)
    first, second = area.ways[int(rng.integers(len(area.ways)))]
    one, other = area.kinds
    ask = f"{area.whole} in all, {first} {one}. How many {other}?"
    return Posed(((one, (str(first),)), (other, ("?",))), ask, f"{second} {other}.")


WORDS = Words(posed=posed, board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud, talk=talk)
