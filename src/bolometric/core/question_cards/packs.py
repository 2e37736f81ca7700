"""A pack of question cards as its maker sets it, and the cards in it."""

from __future__ import annotations

from functools import lru_cache
from typing import Annotated, Literal, Self

import numpy as np
from pydantic import AfterValidator, Field, StrictFloat, StrictInt, model_validator

from bolometric.core.pieces.faces import Line
from bolometric.core.question_cards.families import FAMILIES, Question, questions_of
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

MOST_CARDS = 200
MOST_TABLE = 20
FamilyName = Literal[
    "own",
    "add",
    "bonds",
    "doubles",
    "take_away",
    "times",
    "divide",
    "missing",
    "true_false",
    "compare",
    "tenths",
    "hundredths",
    "place_value",
]
Table = Annotated[StrictInt, Field(ge=1, le=MOST_TABLE)]
Chance = Annotated[StrictFloat | StrictInt, Field(ge=0, le=1)]


def _each_once(tables: tuple[int, ...]) -> tuple[int, ...]:
    return tuple(sorted(set(tables)))


class QuestionCard(Part):
    """A card that was typed."""

    question: Annotated[Line, Field(min_length=1, max_length=120, description="What it asks.")]
    answer: Annotated[Line, Field(min_length=1, max_length=60, description="The answer.")]


class QuestionPack(Part):
    """A pack: named, coloured, and made for a family of facts or typed."""

    name: Annotated[Line, Field(min_length=1, max_length=30, description="What it is called; squares name it.")]
    letter: Annotated[Line, Field(max_length=2, description="A letter or mark beside its colour.")] = ""
    colour: Annotated[
        str, Field(pattern=r"^#[0-9a-fA-F]{6}$", description="Its colour: six hexadecimal digits after a hash.")
    ] = "#2f6f8f"
    family: Annotated[
        FamilyName,
        Field(description="The facts that its cards ask; own = the cards that are typed."),
    ] = "add"
    upto: Annotated[StrictInt, Field(ge=2, le=5000, description="How far the numbers go (bonds: of which number).")] = (
        20
    )
    tables: Annotated[
        tuple[Table, ...],
        AfterValidator(_each_once),
        Field(max_length=MOST_TABLE, description="Which tables, 1 to 20."),
    ] = (2, 5, 10)
    count: Annotated[StrictInt, Field(ge=1, le=MOST_CARDS, description="How many cards, at most one of each.")] = 20
    favour: Annotated[
        Literal["even", "harder"],
        Field(description="even = every question of the family is as likely to be in; harder = the harder rather."),
    ] = "even"
    seed: Annotated[StrictInt, Field(ge=1, le=9999, description="Another number, other cards in another order.")] = 1
    cards: Annotated[
        tuple[QuestionCard, ...], Field(max_length=MOST_CARDS, description="The cards, if family is own.")
    ] = ()
    right: Annotated[
        tuple[Chance, ...],
        Field(
            min_length=1,
            max_length=6,
            description="The chance that each seat answers a card of it right; the last counts for all further seats.",
        ),
    ] = (0.8,)

    @model_validator(mode="after")
    def _has_cards(self) -> Self:
        if self.family == "own":
            if not self.cards:
                raise setting_error(f"The pack “{self.name}” has no cards: type some, or choose a family of facts.")
            return self
        family = FAMILIES[self.family]
        if family.tables and not self.tables:
            raise setting_error(f"The pack “{self.name}” asks no table: choose one at least.")
        if not family.goes_up_to(self.upto):
            bound = f"most for it is {family.most}" if self.upto > family.most else f"least for it is {family.least}"
            raise setting_error(f"The pack “{self.name}” goes up to {self.upto}: the {bound}.")
        return self

    def chance(self, seat: int) -> float:
        """The chance that a seat, from 0, is right."""
        return float(self.right[min(seat, len(self.right) - 1)])

    @property
    def told(self) -> str:
        """What it asks: 'adding within 20'."""
        if self.family == "own":
            return "cards of your own"
        family = FAMILIES[self.family]
        return f"{family.words} {', '.join(map(str, self.tables)) if family.tables else self.upto}"


@lru_cache(maxsize=64)
def cards_of(pack: QuestionPack) -> tuple[Question, ...]:
    """The cards of a pack, shuffled: typed ones all, of a family so many as there are or as are wanted.

    With ``harder`` a question is the likelier to be in the harder it is; none is in twice.
    """
    rng = np.random.default_rng(pack.seed)
    if pack.family == "own":
        found = [Question(card.question, card.answer) for card in pack.cards]
        return tuple(found[k] for k in rng.permutation(len(found)))
    family = questions_of(pack.family, pack.upto, pack.tables)
    weights = np.array([one.hard for one in family]) if pack.favour == "harder" else np.ones(len(family))
    count = min(pack.count, len(family))
    return tuple(family[k] for k in rng.choice(len(family), count, replace=False, p=weights / weights.sum()))
