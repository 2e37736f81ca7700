"""How the settings of pairs are said, on the sheets and aloud."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.aloud import Aloud, said, starts
from bolometric.core.game.contract import Question, Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.results.posed import Posed
from bolometric.core.text.figures import plural
from bolometric.core.text.spans import Sentences, Span, sentences


def _matching(game: Game) -> list[str | Span]:
    """When two cards match, in words to click."""
    area = game.area_as(Pairs)
    told: list[str | Span] = ["Two cards match that ", choice(game, "area.match")]
    if area.match == "forms":
        told += [" ", choice(game, "area.front")]
    if area.match in ("total", "differ", "forms"):
        told += [" ", Span(str(area.number), "area.number")]
    return told


def board(game: Game) -> tuple[Sentences, ...]:
    """The pack."""
    area = game.area_as(Pairs)
    pack: list[str | Span] = ["The pack has the pairs from ", Span(str(area.least), "area.least"), " up"]
    if area.match == "forms":
        pack = ["The pack has ", Span(plural(area.many, "pair"), "area.many")]
    elif area.match != "total":
        pack += [" to ", Span(str(area.most), "area.most")]
    pack += [", ", Span("once each" if area.copies == 1 else f"{area.copies} times each", "area.copies")]
    return sentences(*_matching(game), "."), sentences(*pack, f": {len(area.cards)} cards.")


def needs(game: Game) -> tuple[str, ...]:
    """The cards."""
    return (f"{len(game.area_as(Pairs).cards)} cards",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Face down."""
    return (sentences("Shuffle the cards and lay them face down in rows."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """Two cards."""
    return (
        sentences(
            "Turn two cards, one after the other, so that all see them. If they match, keep them; else turn them back."
        ),
        sentences("After a pair you ", choice(game, "area.again"), "."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """Who has most."""
    end = "The game ends when no two cards that match are left."
    if game.seats.count == 1:
        return (sentences(f"{end} Count your turns: next time, try to need fewer."),)
    return (sentences(f"{end} Most pairs win; with as many the win is shared."),)


def aloud(game: Game) -> Aloud:
    """Turn two, keep what matches."""
    area = game.area_as(Pairs)
    match = {
        "total": f"They match if they add up to {area.number}.",
        "same": "They match if they are the same.",
        "double": "They match if one is the double of the other.",
        "differ": f"They match if one is {area.number} more than the other.",
        "forms": "They match if one is the answer to the other."
        if area.front != "dots"
        else "They match if one has as many dots as the other says.",
    }[area.match]
    after = "Then it is your turn again." if area.again == "yes" else "Then it is the next player's turn."
    turn = said(
        "Turn two cards, one after the other. Show them to all.",
        match,
        f"If they match, keep them. {after}" if game.seats.count > 1 else "If they match, keep them.",
        "If not, turn them back where they were.",
    )
    end = "The game ends when no two cards match any more."
    if game.seats.count == 1:
        last: tuple[str, ...] = (end, "Count your turns. Next time, try to need fewer.")
    else:
        both = "If two have as many, you both win."
        shared = both if game.seats.count == 2 else "If some have as many, they all win."
        last = end, "The player with most pairs wins.", shared
    begin = said("Shuffle the cards. Lay them face down in rows.", starts(game))
    return Aloud((_pack(area),), begin, turn, last)


def _pack(area: Pairs) -> str:
    cards = area.cards
    if area.match == "forms":
        shown = "dots" if area.front == "dots" else "sums"
        return f"a pack of {len(cards)} cards, half of them {shown}, half of them numbers"
    return f"a pack of {len(cards)} cards, with numbers from {cards[0]} to {cards[-1]}"


def talk(game: Game) -> tuple[Question, ...]:
    """How many pairs there are, and what remembering is for."""
    area = game.area_as(Pairs)
    cards = area.cards
    blind = sum(area.partners(place) for place in range(len(cards))) // 2
    ways = len(cards) * (len(cards) - 1) // 2
    one = area.pairs[-1][0]
    return (
        (
            "pairs",
            1,
            "How many pairs can be kept in all?",
            f"{plural(len(area.pairs), 'pair')}: there are {len(cards)} cards.",
        ),
        ("partner", 1, f"You turn {area.told(one)}. Which card do you look for?", f"{_wanted(area, one)}."),
        (
            "blind",
            3,
            "You turn two cards and have seen none yet. How likely is a pair?",
            f"{blind} of {ways} ways to turn two cards are a pair.",
        ),
    )


def _wanted(area: Pairs, one: int) -> str:
    return " or ".join(area.all_told(card for card in area.cards if area.matches(one, card)))


def posed(game: Game, rng: np.random.Generator) -> Posed:
    """One card; which goes with it?"""
    area = game.area_as(Pairs)
    card = area.cards[int(rng.integers(len(area.cards)))]
    return Posed((("", (area.label(card),)),), "Which card goes with it?", f"{_wanted(area, card).capitalize()}.")


WORDS = Words(posed=posed, board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud, talk=talk)
