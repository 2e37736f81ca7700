"""Rules that a maker adds in words: said, printed and saved, and not measured; and rules that are told later."""

from __future__ import annotations

import re
from typing import Annotated, Literal, get_args

from pydantic import AfterValidator, Field, StrictBool, StrictInt

from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob

MOST_RULES = 60
LONGEST = 200
LONGEST_WORD = 30
Where = Literal["first", "next", "last"]
Word = Literal[
    "counter",
    "square",
    "trail",
    "box",
    "tile",
    "card",
    "pack",
    "caller",
    "home",
    "tenth",
    "hundredth",
    "thousandth",
    "player 1",
    "player 2",
    "player 3",
    "player 4",
    "player 5",
    "player 6",
]
WORDS: tuple[Word, ...] = get_args(Word)
"""Words of the program that a maker may say otherwise."""
PLACES: dict[Where, str] = {"first": "First", "next": "Next", "last": "Last"}
"""Parts of the rules, as they are headed for the players."""


class HouseRule(Part):
    """One sentence of the maker's own."""

    text: Annotated[Line, Field(min_length=1, max_length=LONGEST, description="What is said.")]
    where: Annotated[Where, Field(description="Under which heading: first, next or last.")] = "next"
    after: Annotated[
        StrictInt, Field(ge=0, le=99, description="After how many of the program's own sentences there; 99 = last.")
    ] = 99
    struck: Annotated[StrictBool, Field(description="Struck out: kept, and not said.")] = False
    later: Annotated[StrictBool, Field(description="Left out for the players, who find it out later.")] = False


class Noun(Part):
    """A word of the maker's own in place of one of the program's, for the players."""

    word: Annotated[Word, Field(description="The program's word.")]
    one: Annotated[Line, Field(min_length=1, max_length=LONGEST_WORD, description="What one is called.")]
    many: Annotated[
        Line, Field(max_length=LONGEST_WORD, description="What several are called; if empty, one with an s.")
    ] = ""

    @property
    def names_a_player(self) -> bool:
        """Whether it is what one of the players is called."""
        return self.word.startswith("player ")

    @property
    def several(self) -> str:
        """What several are called."""
        return self.many or f"{self.one}s"


def _each_once(nouns: tuple[Noun, ...]) -> tuple[Noun, ...]:
    words = [noun.word for noun in nouns]
    for word in words:
        if words.count(word) > 1:
            raise setting_error(f"“{word}” is named twice: keep one of your words for it.", "house.nouns")
    return nouns


class House(Part):
    """What is said beside what is measured."""

    rules: Annotated[
        tuple[HouseRule, ...],
        Field(max_length=MOST_RULES, description="Sentences of the maker's own: said and printed, not measured."),
        Knob(
            "house_rules",
            "rules of your own",
            hint="Sentences of your own: they are said and printed, and not measured.",
        ),
    ] = ()
    nouns: Annotated[
        tuple[Noun, ...],
        AfterValidator(_each_once),
        Field(description="Words of the maker's own, which the players' rules use: frogs for counters."),
        Knob("nouns", "words of your own", hint="What counter, square or home are called in your rules."),
    ] = ()
    later: Annotated[
        tuple[Line, ...],
        Field(
            max_length=MOST_RULES,
            description="The program's sentences that are left out for the players, word for word, and stay on the "
            "maker's sheet; one whose settings have changed is said again.",
        ),
        Knob(
            "told_later",
            "rules that are told later",
            hint="Rules that players need not hear at first; they hold all the same.",
        ),
    ] = ()


def _several(word: str) -> str:
    return f"{word}es" if word.endswith("x") else f"{word}s"


def spoken(text: str, nouns: tuple[Noun, ...]) -> str:
    """A sentence of the program with the maker's words in it, and the articles that go with them.

    >>> spoken("Put a counter on the squares. Counters rest.", (Noun(word="counter", one="owl"),))
    'Put an owl on the squares. Owls rest.'
    """
    if not nouns:
        return text
    things = [noun for noun in nouns if not noun.names_a_player]
    said = {noun.word: noun.one for noun in nouns} | {_several(noun.word): noun.several for noun in things}

    def otherwise(found: re.Match[str]) -> str:
        article, old = found[1], found[2]
        new = said[old.lower()]
        new = new[:1].upper() + new[1:] if old[:1].isupper() else new
        if article is None:
            return new
        return f"{article[0]}{'n' if new[:1].lower() in 'aeiou' else ''} {new}"

    if any(noun.names_a_player for noun in nouns):
        text = re.sub(r"\b([Pp])layers (\d+(?:, \d+)*,? and \d+)\b", _one_by_one, text)
    # All words at once, so that none of the maker's is taken for one of the program's.
    return re.sub(rf"\b(?:([Aa]n?) )?({'|'.join(map(re.escape, said))})\b", otherwise, text, flags=re.IGNORECASE)


def _one_by_one(found: re.Match[str]) -> str:
    """'Players 1, 2 and 3' as 'Player 1, player 2 and player 3'."""
    first, *rest = re.split(r"(\D+)", found[2])
    return f"{found[1]}layer {first}" + "".join(f"player {part}" if part.isdigit() else part for part in rest)


def merged(house: House, where: Where, said: tuple[str, ...]) -> tuple[str, ...]:
    """The sentences under a heading as the players hear them: with the maker's, without what is struck or told later.

    >>> merged(House(rules=(HouseRule(text="Whisper.", after=1),)), "next", ("Roll the die.", "Move."))
    ('Roll the die.', 'Whisper.', 'Move.')
    """
    own = [rule for rule in house.rules if rule.where == where and not rule.struck and not rule.later]
    told: list[str] = []
    for place in range(len(said) + 1):
        told += [rule.text for rule in own if min(rule.after, len(said)) == place]
        if place < len(said) and said[place] not in house.later:
            told.append(spoken(said[place], house.nouns))
    return tuple(told)
