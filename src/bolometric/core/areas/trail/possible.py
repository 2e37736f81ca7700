"""Whether a draw can ever move a marker on a trail, and is not too much to work out."""

from __future__ import annotations

from fractions import Fraction
from typing import NoReturn, Protocol

from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.explain import setting_error

MOST_TABLE = 40_000_000
"""Steps times different totals that can be worked out."""


class Rules(Protocol):
    """What must be known of a trail."""

    @property
    def back_to_start(self) -> tuple[Fraction, ...]:
        """Totals that send back."""

    @property
    def lose_turn(self) -> tuple[Fraction, ...]:
        """Totals that lose the turn."""

    @property
    def special(self) -> str:
        """What a special face does."""

    @property
    def unit(self) -> str:
        """What a step is worth."""

    @property
    def steps(self) -> int:
        """Steps from the start to the end."""


def check_draw(trail: Rules, distribution: Distribution) -> None:
    """Raise a setting error if no total of a draw could ever move a marker, or there are too many to work with."""
    stopped = {*trail.back_to_start, *trail.lose_turn}
    told = distribution.special if trail.special != "nothing" and distribution.special else None
    free = [
        total
        for i, total in enumerate(distribution.totals)
        if total not in stopped and (told is None or distribution.ways[i] > told[i])
    ]
    if not free:
        _nobody_moves(trail, distribution, told is not None)
    if min(len(free), 3 * trail.steps) * trail.steps > MOST_TABLE:
        raise setting_error(
            f"{len(free):,} different totals on {trail.steps:,} steps are too many to work out: use fewer pieces, "
            "or measure more coarsely.",
            "area.unit" if trail.unit != "whole" else "area.length",
        )


def _nobody_moves(trail: Rules, distribution: Distribution, by_special: bool) -> NoReturn:
    if not distribution.totals:
        raise setting_error("No draw makes a number, so nobody could ever move: change the formula.", "draw")
    back = set(distribution.totals) <= set(trail.back_to_start)
    does = "sends you back to the start" if back else "sends you back or loses the turn"
    where = "area.special" if by_special else "area.back_to_start" if trail.back_to_start else "area.lose_turn"
    raise setting_error(f"Every total {does}, so nobody could ever move: leave at least one total that moves.", where)
