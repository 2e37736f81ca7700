"""How quickly and how surely somebody works: a profile, as its maker sets it, and the profiles to begin with.

The seconds are assumptions to begin with, rounded from what the papers named in :mod:`timing` report for children; a
teacher who times a few facts at the table has better ones.
"""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import AfterValidator, Field, StrictFloat, StrictInt, model_validator

from bolometric.core.learner_work.aims import Aim, fact_from
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

LONGEST = 600
Seconds = Annotated[StrictFloat | StrictInt, Field(ge=0, le=LONGEST)]
MOST_SLIPS = 0.9
Slips = Annotated[StrictFloat | StrictInt, Field(ge=0, le=1)]


def _ends(share: float) -> float:
    if share > MOST_SLIPS:
        raise setting_error(
            f"Whoever slips {share:.0%} of the time never gets to the end: let it be {MOST_SLIPS:.0%} at most."
        )
    return share


class Timed(Part):
    """A fact whose seconds were set by hand."""

    fact: Annotated[Line, AfterValidator(lambda text: fact_from(text) and text), Field(max_length=40)]
    seconds: Seconds


class Fluency(Part):
    """A profile."""

    name: Annotated[
        Line, Field(min_length=1, max_length=60, description="What it is called; if left out, by how it adds.")
    ] = "counts on"
    adding: Annotated[
        Literal["count_all", "count_on", "recall"],
        Field(
            description="count_all = both numbers are counted out; count_on = on from the larger; recall = known. "
            "Taking away goes the same way."
        ),
    ] = "count_on"
    times: Annotated[
        Literal["count_all", "skip_count", "recall"],
        Field(description="count_all = every one is counted; skip_count = in steps; recall = known."),
    ] = "skip_count"
    knows: Annotated[
        tuple[Aim, ...],
        Field(max_length=8, description="Facts that are recalled, whatever the way of the rest."),
    ] = ()
    at_once: Annotated[StrictInt, Field(ge=1, le=6, description="Dots that are seen at a look, without counting.")] = 4
    look: Annotated[Seconds, Field(description="Seconds for a look at a number or at few dots.")] = 1.0
    count: Annotated[Seconds, Field(description="Seconds for each one that is counted.")] = 0.7
    step: Annotated[Seconds, Field(description="Seconds for each step of skip counting.")] = 1.5
    recall: Annotated[Seconds, Field(description="Seconds for a fact that is known.")] = 2.0
    carry: Annotated[Seconds, Field(description="Seconds more where a ten is crossed in larger numbers.")] = 1.5
    choice: Annotated[Seconds, Field(description="Seconds for a decision, or a card that is no sum.")] = 4.0
    slips: Annotated[Slips, AfterValidator(_ends), Field(description="Share of worked-out facts that go wrong.")] = 0.08
    slips_known: Annotated[
        Slips, AfterValidator(_ends), Field(description="Share of recalled facts that go wrong.")
    ] = 0.03
    painted: Annotated[
        tuple[Timed, ...], Field(max_length=400, description="Facts whose seconds were set by hand.")
    ] = ()

    @model_validator(mode="after")
    def _takes_time(self) -> Self:
        if not (self.count or self.recall or self.look):
            raise setting_error("Somebody who needs no time for anything is not measured: give a look some seconds.")
        return self

    @model_validator(mode="before")
    @classmethod
    def _called_by_its_way(cls, data: object) -> object:
        """A profile without a name is called by what it does, so that nobody who recalls is said to count."""
        if not isinstance(data, dict) or "name" in data:
            return data
        way = data.get("adding", "count_on")
        name = "recalls" if way == data.get("times") == "recall" else WAYS.get(str(way), "counts on")
        return {**data, "name": name}


class Hands(Part):
    """Seconds that hands take, whoever plays."""

    throw: Annotated[Seconds, Field(description="Seconds to roll, spin, draw, toss or drop.")] = 3.0
    move: Annotated[Seconds, Field(description="Seconds to move or take off a piece.")] = 2.0
    hand_on: Annotated[Seconds, Field(description="Seconds until the next player begins.")] = 1.5
    write: Annotated[Seconds, Field(description="Seconds to write or colour something.")] = 4.0

    def of(self, does: str) -> float:
        """Seconds of what hands do, by its key among the tasks."""
        return float({"throw": self.throw, "move": self.move, "pass": self.hand_on, "write": self.write}[does])


WAYS = {"count_all": "counts everything", "count_on": "counts on", "recall": "recalls sums"}
BONDS_AND_DOUBLES = (Aim(kind="bonds", upto=10), Aim(kind="doubles", upto=20))
EASY_TABLES = Aim(kind="tables", tables=(2, 5, 10))
PROFILES = (
    Fluency(
        name="counts everything",
        adding="count_all",
        times="count_all",
        at_once=3,
        look=1.5,
        count=1.0,
        step=2.5,
        recall=3.0,
        carry=3.0,
        choice=6.0,
        slips=0.12,
        slips_known=0.05,
    ),
    Fluency(name="counts on", adding="count_on", times="skip_count"),
    Fluency(name="knows bonds of ten and doubles, counts the rest", knows=BONDS_AND_DOUBLES, count=0.6),
    Fluency(
        name="knows sums to 20, counts the tables in steps",
        adding="recall",
        knows=(EASY_TABLES,),
        at_once=5,
        look=0.8,
        count=0.5,
        step=1.2,
        recall=1.8,
        carry=1.2,
        slips=0.05,
        slips_known=0.02,
    ),
    Fluency(
        name="recalls",
        adding="recall",
        times="recall",
        at_once=6,
        look=0.6,
        count=0.4,
        step=1.0,
        recall=1.2,
        carry=0.8,
        choice=3.0,
        slips=0.03,
        slips_known=0.01,
    ),
)
"""From counting everything to recalling."""
USUAL = PROFILES[1]
"""Whose time is told where a game does not say who plays, so that games can be compared."""
