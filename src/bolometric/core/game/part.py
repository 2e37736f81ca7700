"""What the settings of every area have in common."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING, ClassVar, Literal

from pydantic import ConfigDict

from bolometric.core.settings.part import Part

if TYPE_CHECKING:
    from bolometric.core.outcomes.distribution import Distribution
    from bolometric.core.pieces.draw import Draw
    from bolometric.core.pieces.kinds import AnyPiece


class AreaPart(Part):
    """What the maker sets of an area: where the number is used."""

    # What checks one kind by itself is only built when it is wanted: the game has its own for all kinds.
    model_config = ConfigDict(defer_build=True)

    package: ClassVar[str]
    """The package below ``areas`` that works it out, plays it and says it."""
    rules: ClassVar[tuple[str, ...]] = ()
    """Its rules of thumb, the first one the usual."""
    goals: ClassVar[tuple[str, ...]] = ()
    """What best play can aim at, the first one usual; none if no best play is known."""

    @property
    def offered_rules(self) -> tuple[str, ...]:
        """The rules of thumb that fit the settings as they stand."""
        return self.rules

    @property
    def offered_goals(self) -> tuple[str, ...]:
        """The goals of best play that fit the settings as they stand."""
        return self.goals

    pace: ClassVar[Literal["turns", "rolls"]] = "turns"
    """What takes the seconds that a turn is said to take."""
    gauges: ClassVar[tuple[str, ...]]
    """The readings that mean most here."""

    def shows(self, key: str) -> bool:
        """Whether a reading is one of those, with the settings as they stand."""
        return key in self.gauges

    @property
    def together(self) -> bool:
        """Whether all seats take each turn together, so that a turn is a round."""
        return False

    cut_out: ClassVar[bool] = False
    """Whether something has to be cut out."""

    def check_draw(self, distribution: Distribution) -> None:
        """Raise a setting error if nothing could ever happen with this draw."""

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Raise a setting error if the area can't be played with these pieces."""

    def check_rule(self, rule: str) -> None:
        """Raise a setting error if a rule of thumb lacks what it needs."""

    def check_plan(self, goal: str, seats: int, memory: bool, totals: int) -> None:
        """Raise a setting error if best play is not known for so many seats, or where draws hang together."""

    def check_seats(self, count: int) -> None:
        """Raise a setting error if so many can't play."""
