"""How the settings of pairs are said, on the sheets and aloud."""

from __future__ import annotations

from math import comb
from re import sub

import numpy as np

from bolometric.core.areas.pairs.matching import SPECIAL
from bolometric.core.areas.pairs.spec import Pairs
from bolometric.core.game.aloud import AS_PRINTED, Aloud, capital, said, shared_aloud, starts
from bolometric.core.game.contract import Question, Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.results.posed import Posed
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import listing_words, plural
from bolometric.core.text.figures import number as in_words
from bolometric.core.text.spans import Sentences, Span, sentences


def _matching(game: Game) -> list[str | Span]:
    """When cards match, in words to click."""
    area = game.area_as(Pairs)
    cards = [choice(game, "area.turn")] if area.match in ("total", "same") else ["two cards"]
    if area.match == "family":
        cards = ["three cards"]
    told: list[str | Span] = [*cards, " match that ", choice(game, "area.match")]
    if area.match == "forms":
        told += [" ", choice(game, "area.front")]
    if area.match in ("total", "formula", "differ", "forms"):
        told += [" ", Span(str(area.number), "area.number")]
    if area.match == "formula":
        told += [": ", Span(_as_written(area), "area.formula"), ", where a is the smaller number and b the larger"]
    if area.match == "forms" and area.front == "coins":
        told += [", with coins of ", choice(game, "area.coins")]
    return told


def board(game: Game) -> tuple[Sentences, ...]:
    """The pack."""
    area = game.area_as(Pairs)
    pack: list[str | Span] = ["The pack has the pairs from ", Span(str(area.least), "area.least"), " up"]
    if area.match == "forms":
        pack = ["The pack has ", Span(plural(area.many, "pair"), "area.many")]
    elif area.threes == "some":
        pack = ["The pack has ", Span(plural(area.sets, "three"), "area.sets")]
        pack += [" of numbers from ", Span(str(area.least), "area.least")]
        pack += [" up"] if area.match == "total" else [" to ", Span(str(area.most), "area.most")]
    elif area.size == 3:
        pack = ["The pack has the threes from ", Span(str(area.least), "area.least")]
    if area.match not in ("total", "family", "forms"):
        pack = [*pack[:2], " to ", Span(str(area.most), "area.most")]
    pack += [", ", Span("once each" if area.copies == 1 else f"{area.copies} times each", "area.copies")]
    if area.match == "forms":
        pack += [", ", choice(game, "area.weight")]
    special = ((area.jokers, "joker", "area.jokers"), (area.blanks, "blank card", "area.blanks"))
    jokers, blanks = (Span(plural(count, what) if count else f"no {what}s", path) for count, what, path in special)
    beside: list[str | Span] = [", and beside these ", jokers, " and ", blanks]
    whole = f": {len(area.cards)} cards."
    told = _matching(game)
    return sentences("In a turn ", *told, "."), sentences(*pack, *beside, whole)


def _as_written(area: Pairs) -> str:
    return sub(r"(?<=[\w)])\s*([+−×÷])\s*(?=[\w(])", r" \1 ", area.formula.translate(AS_PRINTED))


def needs(game: Game) -> tuple[str, ...]:
    """The cards."""
    return (f"{len(game.area_as(Pairs).cards)} cards",)


def first(game: Game) -> tuple[Sentences, ...]:
    """Face down."""
    return (sentences("Shuffle the cards and lay them face down in rows."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """Two cards, or three."""
    area = game.area_as(Pairs)
    return (
        sentences(
            f"Turn {in_words(area.size)} cards, one after the other, so that all see them. If they match, keep them; "
            f"else turn them back.{_special_words(area)}"
        ),
        sentences("After a pair you ", choice(game, "area.again"), "."),
    )


def _special_words(area: Pairs) -> str:
    """What jokers and blank cards match, with a space before it; nothing where there are none."""
    told = " A joker matches any card." if area.jokers else ""
    return told + (NO_MATCH[bool(area.jokers)] if area.blanks else "")


NO_MATCH = {False: " A blank card matches nothing.", True: " A blank card matches nothing, not even a joker."}


def last(game: Game) -> tuple[Sentences, ...]:
    """Who has most."""
    area = game.area_as(Pairs)
    end = f"The game ends when no {in_words(area.size)} cards that match are left."
    if game.seats.count == 1:
        return (sentences(f"{end} Count your turns: next time, try to need fewer."),)
    return (sentences(f"{end} Most {area.noun_kept}s win; with as many the win is shared."),)


def aloud(game: Game) -> Aloud:
    """Turn two, or three, and keep what matches."""
    area = game.area_as(Pairs)
    alike = "the same" if area.size == 2 else "all the same"
    match = {
        "total": f"They match if they add up to {area.number}.",
        "same": f"They match if they are {alike}.",
        "double": "They match if one is the double of the other.",
        "family": "They match if the largest number is the two others together.",
        "formula": f"They match if {_as_written(area)} is {area.number}: a is the smaller number, b the larger one.",
        "differ": f"They match if one is {area.number} more than the other.",
        "forms": PICTURED.get(area.front, "They match if one is the answer to the other."),
    }[area.match]
    after = "Then it is your turn again." if area.again == "yes" else "Then it is the next player's turn."
    turn = said(
        f"Turn {in_words(area.size)} cards, one after the other. Show them to all.",
        match,
        _special_words(area).strip(),
        f"If they match, keep them. {after}" if game.seats.count > 1 else "If they match, keep them.",
        "If not, turn them back where they were.",
    )
    end = f"The game ends when no {in_words(area.size)} cards match any more."
    if game.seats.count == 1:
        last: tuple[str, ...] = (end, "Count your turns. Next time, try to need fewer.")
    else:
        last = end, f"The player with most {area.noun_kept}s wins.", shared_aloud(game)
    begin = said("Shuffle the cards. Lay them face down in rows.", starts(game))
    return Aloud((_pack(area),), begin, turn, last)


PICTURED = {
    "dots": "They match if one has as many dots as the other says.",
    "frames": "They match if one has as many dots as the other says.",
    "coins": "They match if the coins on one make the number on the other.",
    "bars": "They match if one is the part that is filled on the other.",
    "equal": "They match if both fractions are equal.",
    "decimals": "They match if one is the decimal of the other.",
}
ON_HALF = {
    "dots": ("dots", "numbers"),
    "frames": ("ten frames", "numbers"),
    "coins": ("coins", "numbers"),
    "bars": ("bars", "fractions"),
    "equal": ("fractions in lowest terms", "others equal to these"),
    "decimals": ("fractions", "decimals"),
}
"""What stands on each half of the cards, where these are no sums and answers."""


def _pack(area: Pairs) -> str:
    cards = [card for card in area.cards if card not in SPECIAL]
    if area.match == "forms":
        one, other = ON_HALF.get(area.front, ("sums", "numbers"))
        told = f"a pack of {len(area.cards)} cards: {len(cards) // 2} with {one}, {len(cards) // 2} with {other}"
    elif len(cards) < len(area.cards):
        told = f"a pack of {len(area.cards)} cards: {len(cards)} with numbers from {cards[0]} to {cards[-1]}"
    else:
        return f"a pack of {len(cards)} cards, with numbers from {cards[0]} to {cards[-1]}"
    special = ((area.jokers, "joker"), (area.blanks, "blank card"))
    return ", ".join([told, *(plural(count, what) for count, what in special if count)])


def talk(game: Game) -> tuple[Question, ...]:
    """How many pairs there are, and what remembering is for."""
    area = game.area_as(Pairs)
    cards, turned = area.cards, in_words(area.size)
    blind = sum(map(area.partners, range(len(cards)))) // area.size
    one = area.pairs[-1][0]
    return (
        (
            "pairs",
            1,
            f"How many {area.noun_kept}s can be kept at most?",
            f"{plural(area.most_pairs, area.noun_kept)}: there are {len(cards)} cards.",
        ),
        (
            "partner",
            1,
            f"You turn {area.told(one)}. {'Which card' if area.size == 2 else 'Which two cards'} do you look for?",
            f"{_wanted(area, one)}.",
        ),
        (
            "blind",
            3,
            f"You turn {turned} cards and have seen none yet. How likely is a {area.noun_kept}?",
            f"{blind} of {comb(len(cards), area.size)} ways to turn {turned} cards are a {area.noun_kept}.",
        ),
    )


def _wanted(area: Pairs, one: Value) -> str:
    return listing_words(area.completing([one]), "or")


def posed(game: Game, rng: np.random.Generator) -> Posed:
    """One card; which goes with it?"""
    area = game.area_as(Pairs)
    plain = [card for card in area.cards if card not in SPECIAL]
    card = plain[int(rng.integers(len(plain)))]
    asked = "Which card goes with it?" if area.size == 2 else "Which two cards go with it?"
    return Posed((("", (area.label(card),)),), asked, f"{capital(_wanted(area, card))}.")


WORDS = Words(posed=posed, board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud, talk=talk)
