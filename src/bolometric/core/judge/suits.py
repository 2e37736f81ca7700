"""How well a game suits its brief: one figure from 0 to 1.

Each band gives a desirability: 1 within it, falling in a straight line to 0 at a distance as wide as the band, and
never nearer than the reading's own least width. Reference: G. Derringer and R. Suich, "Simultaneous optimization of
several response variables" (Journal of Quality Technology 12, 1980), two-sided with exponents of 1. Together they are
the weighted geometric mean of that paper, in which one 0 makes all 0; so what is nice to have keeps a tenth at the
least, and one missed must shows.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from math import exp, inf, log

from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style, usual_rule
from bolometric.core.game.targets import Target, target_words
from bolometric.core.judge.verdict import may_be_asked
from bolometric.core.learner_work.fluency import PROFILES
from bolometric.core.results.kinds import READINGS, Unit
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import headline

Measured = Mapping[tuple[str, str], Mapping[str, Reading]]
"""Readings by for whom they were measured: style and fluency."""
AS_SET = ("as_set", "")
MUST, NICE = 3.0, 1.0
"""Weights."""
LEAST_OF_NICE = 0.1
LEAST_WIDTH: dict[Unit, float] = {"count": 2.0, "minutes": 2.0, "seconds": 2.0, "share": 0.1, "edge": 0.1}
"""How far off a reading may be at the least until its band counts as missed, by unit."""
BANDS = ("minutes", "first_seat_edge", "setbacks")


@dataclass(frozen=True, slots=True)
class Suited:
    """How well one band is met."""

    target: Target
    reading: Reading | None
    desirability: float

    @property
    def words(self) -> str:
        """The band and what there is: 'Length 8 to 12 min: 9.3 min'."""
        there = "not known" if self.reading is None else headline(self.target.reading, self.reading)
        return f"{target_words(self.target)}: {there}"


def targets_of(game: Game) -> tuple[Target, ...]:
    """Every target of a game: the bands of its brief that mean something, and the further ones."""
    found = []
    for key in BANDS:
        band = getattr(game.brief, key)
        if band is not None and may_be_asked(game, key):
            found.append(Target(reading=key, low=float(band.low), high=float(band.high)))
    return (*found, *game.brief.targets)


@lru_cache(maxsize=4096)
def as_measured(game: Game, whom: tuple[str, str]) -> Game:
    """The game as it is measured for a target, with its style and fluency; a style that does not fit is left out."""
    style, fluency = whom
    seats = game.seats
    if fluency:
        profile = next(one for one in PROFILES if one.name == fluency)
        seats = seats.model_copy(update={"fluency": (profile,)})
    if style == "guess" or (style == "plan" and game.area.goals) or (style == "thumb" and game.area.offered_rules):
        rule = usual_rule(game.area)
        own = next((one for one in seats.styles if one.choose == style), None)
        seats = seats.model_copy(update={"styles": (own or Style(choose=style, rule=rule),)})
    return game.model_copy(update={"seats": seats})


LARGE = 1e4


def off_by(target: Target, reading: Reading | None) -> float:
    """How far a reading is outside its band, in widths of the band; a reading without a value infinitely far."""
    if reading is None or reading.mean is None:
        return inf
    away = max(target.low - reading.mean, reading.mean - target.high, 0.0)
    least = LEAST_WIDTH[READINGS[target.reading].unit]
    if target.reading == "minutes":
        least = min(least, max(target.high, 0.05) / 2)  # half a minute is not nearly a tenth of one
    width = max(least, min(target.high, LARGE) - target.low)
    return 0.0 if away <= 1e-9 else away / width


def desirability(target: Target, reading: Reading | None) -> float:
    """How well a band is met, from 0 to 1; a reading without a value meets none."""
    return max(0.0, 1.0 - off_by(target, reading))


def nearness(parts: tuple[Suited, ...]) -> tuple[float, float]:
    """Which of two games that do not suit at all is nearer to suiting, for a search to go by: the musts first.

    Either part is from 0 to 1.
    """
    musts = [part for part in parts if part.target.must]
    return _near(musts or list(parts)), _near(list(parts))


def _near(parts: list[Suited]) -> float:
    shares = [1 / (1 + off_by(part.target, part.reading)) for part in parts]
    return sum(shares) / max(len(shares), 1)


def suited(targets: tuple[Target, ...], measured: Measured) -> tuple[Suited, ...]:
    """How well each target is met."""
    found = []
    for target in targets:
        reading = measured.get(target.measured_as, {}).get(target.reading)
        found.append(Suited(target, reading, desirability(target, reading)))
    return tuple(found)


def _never_ends(part: Suited) -> bool:
    """Whether a length was asked for and has no mean, since a game may go on for ever."""
    reading = part.reading
    lasting = READINGS[part.target.reading].unit in ("minutes", "count")
    return lasting and reading is not None and reading.mean is None and bool(reading.never)


def suits(parts: tuple[Suited, ...]) -> float | None:
    """The one figure; None where there is no target."""
    if not parts:
        return None
    if any(_never_ends(part) for part in parts):
        return 0.0
    total = weight = 0.0
    for part in parts:
        share = part.desirability if part.target.must else max(part.desirability, LEAST_OF_NICE)
        if share <= 0:
            return 0.0
        by = MUST if part.target.must else NICE
        total, weight = total + by * log(share), weight + by
    return exp(total / weight)
