"""A decision at which thinking pays."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Decision:
    """Something to choose, and what choosing by chance costs against best play; exact."""

    words: str
    """When it comes up: 'You stand on 14, in a turn begun on 8'."""
    best: str
    """What is best: 'stop'."""
    cost: float
    """What a guess loses on average."""
    unit: str
    """Of what: 'turns', 'points'."""
    weight: float = 1.0
    """How likely it is to come up, where that is known."""
    place: int | None = None
    """The place of the board where it is met, from 1."""

    @property
    def matters(self) -> float:
        """By what decisions are put in order."""
        return self.cost * self.weight


def dearest(found: list[Decision]) -> tuple[Decision, ...]:
    """Those that matter most; what costs nothing is left out."""
    told = sorted((one for one in found if one.matters > 1e-9), key=lambda one: -one.matters)
    return tuple(told)
