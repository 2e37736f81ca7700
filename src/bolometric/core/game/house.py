"""Rules that a maker adds in words: said, printed and saved, and not measured; and rules that are told later."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StrictBool, StrictInt

from bolometric.core.pieces.faces import Line
from bolometric.core.settings.knobs import Knob
from bolometric.core.settings.part import Part

MOST_RULES = 60
LONGEST = 200
Where = Literal["first", "next", "last"]
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


class House(Part):
    """What is said beside what is measured."""

    rules: Annotated[
        tuple[HouseRule, ...],
        Field(max_length=MOST_RULES, description="Sentences of the maker's own: said and printed, not measured."),
        Knob("house_rules", "rules of your own"),
    ] = ()
    later: Annotated[
        tuple[Line, ...],
        Field(
            max_length=MOST_RULES,
            description="The program's sentences that are left out for the players, word for word, and stay on the "
            "maker's sheet; one whose settings have changed is said again.",
        ),
        Knob("told_later", "rules that are told later"),
    ] = ()


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
            told.append(said[place])
    return tuple(told)
