"""A decision at which thinking pays."""

from __future__ import annotations

from dataclasses import dataclass

from bolometric.core.text.figures import significant


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
    how: str = "a guess costs"
    """What the cost is that of, as it stands before the figure."""
    asked: str = ""
    """The question that it is, where that is not what one would do."""
    place: int | None = None
    """The place of the board where it is met, from 1."""

    @property
    def told(self) -> str:
        """The whole, as one sentence."""
        said = f"{self.words}: {self.best}; {self.how} {significant(self.cost, 2)} {self.unit}"
        return f"{said[:1].upper()}{said[1:]} (exact)."

    @property
    def question(self) -> str:
        """As it is asked afterwards."""
        return self.asked or f"{self.words[:1].upper()}{self.words[1:]}: what would you do?"

    @property
    def answer(self) -> str:
        """What is best, and what something else costs."""
        said = f"{self.best}; {self.how} {significant(self.cost, 2)} {self.unit} on average (exact)."
        return f"{said[:1].upper()}{said[1:]}"

    @property
    def matters(self) -> float:
        """By what decisions are put in order."""
        return self.cost * self.weight


def dearest(found: list[Decision]) -> tuple[Decision, ...]:
    """Those that matter most; what costs nothing is left out."""
    told = sorted((one for one in found if one.matters > 1e-9), key=lambda one: -one.matters)
    return tuple(told)
