"""Targets of a brief beyond its three bands: a band for any reading, for a named style and fluency, must or nice."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, Strict, model_validator

from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.pieces.faces import Line
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import show
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error

MOST_TARGETS = 12
LARGEST = 100_000
NOT_ONE = ("seat_wins", "cards_kept", "cards_met")
"""Readings with several values: there is no band for them."""
STYLES = {"as_set": "", "guess": "who guesses", "thumb": "who goes by a simple rule", "plan": "who plays best"}
"""How a target names a style."""


class Target(Part):
    """A band for a reading, in its own unit: shares from 0 to 1, minutes, seconds, counts."""

    reading: Annotated[Line, Field(min_length=1, max_length=40, description="Which reading, by its key.")]
    low: Annotated[float, Strict(), Field(ge=-LARGEST, le=LARGEST, description="From.")]
    high: Annotated[float, Strict(), Field(ge=-LARGEST, le=LARGEST, description="To.")]
    must: Annotated[bool, Strict(), Field(description="Whether a game that misses it does not suit at all.")] = False
    style: Annotated[
        Literal["as_set", "guess", "thumb", "plan"],
        Field(description="How all seats choose for it; as_set = as the game says."),
    ] = "as_set"
    fluency: Annotated[
        Line, Field(max_length=60, description="One of the shipped profiles by its name; empty = as the game says.")
    ] = ""

    @model_validator(mode="after")
    def _can_be(self) -> Self:
        if self.reading not in READINGS or self.reading in NOT_ONE:
            known = ", ".join(key for key in READINGS if key not in NOT_ONE)
            raise setting_error(f"{self.reading!r} is no reading that a target can be set for: choose one of {known}.")
        if self.low > self.high:
            raise setting_error(f"The target ends at {self.high:g}, below its start at {self.low:g}: swap them.")
        names = [profile.name for profile in PROFILES]
        if self.fluency and self.fluency not in names:
            raise setting_error(f"{self.fluency!r} is none of the profiles: {'; '.join(names)}.")
        return self

    @property
    def measured_as(self) -> tuple[str, str]:
        """For whom it is measured: style and fluency."""
        return self.style, self.fluency


READY: dict[str, tuple[tuple[float, float], tuple[Target, ...]]] = {
    "a five-minute warm-up": ((4.0, 6.0), (Target(reading="in_time", low=0.8, high=1.0, must=True),)),
    "a fair race for mixed ages": (
        (8.0, 15.0),
        (
            Target(reading="first_seat_edge", low=-0.05, high=0.05, must=True),
            Target(reading="choice", low=0.0, high=0.3),
            Target(reading="lead_for_good", low=0.55, high=1.0),
        ),
    ),
    "a hard puzzle": (
        (5.0, 20.0),
        (
            Target(reading="success", low=0.1, high=0.4, style="guess"),
            Target(reading="success", low=0.5, high=0.9, style="plan", must=True),
        ),
    ),
    "everybody gets there together": ((6.0, 15.0), (Target(reading="success", low=0.6, high=0.9, must=True),)),
    "lots of the aim": (
        (8.0, 15.0),
        (Target(reading="on_aim", low=0.6, high=1.0, must=True), Target(reading="facts", low=12.0, high=60.0)),
    ),
}
"""Briefs to begin with: minutes from and to, and further targets."""


def target_words(target: Target) -> str:
    """A target in words: 'Reaches the aim 20% to 60% for somebody who guesses'."""
    key = target.reading
    whom = STYLES[target.style]
    told = f"{READINGS[key].label} {show(key, target.low)} to {show(key, target.high)}"
    if target.high >= 10_000:
        told = f"{READINGS[key].label} at least {show(key, target.low)}"
    who = " and ".join(part for part in (whom, f"who {target.fluency}" if target.fluency else "") if part)
    return f"{told} for a player {who}" if who else told


def check_agree(targets: tuple[Target, ...]) -> None:
    """Raise a setting error for two musts of one reading, measured alike, that no value can meet together."""
    musts: dict[tuple[str, tuple[str, str]], Target] = {}
    for target in targets:
        key = target.reading, target.measured_as
        other = musts.get(key)
        if target.must and other is not None and (target.low > other.high or other.low > target.high):
            label = READINGS[target.reading].label
            raise setting_error(
                f"Two targets contradict each other: {label} must be {other.low:g} to {other.high:g}, and "
                f"{target.low:g} to {target.high:g}. Give up one of them, or make it nice to have."
            )
        if target.must:
            musts[key] = target
