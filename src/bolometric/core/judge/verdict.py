"""What a reading means against the brief: in band, or which way it is off."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from bolometric.core.game.brief import Band
from bolometric.core.game.document import Game
from bolometric.core.measure.measuring import may_think
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.readings import Reading

Judgement = Literal["in", "off", "open"]


@dataclass(frozen=True, slots=True)
class Verdict:
    """A plain word, and whether it is good, bad or open."""

    words: str
    standing: Judgement


def applies(game: Game, key: str) -> bool:
    """Whether a reading means anything in a game: alone nobody leads or has an edge, and in time needs a target."""
    if not game.area.shows(key):
        return False
    if key == "first_seat_edge" and game.draws_differ:
        return False  # who draws better, and who goes first, cannot be told apart
    if key == "in_time":
        return game.brief.minutes is not None
    if key == "choice":
        return may_think(game)
    return game.seats.count > 1 or not READINGS[key].needs_rival


def may_be_asked(game: Game, key: str) -> bool:
    """Whether a game can be asked for a reading, among its gauges or not: a target that is missed is always told."""
    if key == "first_seat_edge":
        return game.seats.count > 1 and game.area.ending == "winner"
    return key == "minutes" or applies(game, key)


def off(band: Band, value: float) -> int:
    """-1 below the band, 1 above it, 0 within (a rounding error does not put a value outside)."""
    return int(value > band.high + 1e-9) - int(value < band.low - 1e-9)


def verdict(key: str, reading: Reading, band: Band | None) -> Verdict:
    """Hold a reading against its target."""
    if reading.mean is None:
        return Verdict("may never end", "off") if reading.never else Verdict("not known", "open")
    if band is None:
        return Verdict("no target", "open")
    sure = {off(band, reading.mean + by * reading.stderr) for by in (-2, 2)}
    if len(sure) > 1:
        return Verdict("too close to call", "open")
    side = sure.pop()
    return Verdict("in band", "in") if side == 0 else Verdict(READINGS[key].off[side > 0], "off")


def scale(key: str, reading: Reading, band: Band | None) -> tuple[float, float]:
    """The ends of the scale a reading is shown on, in its own unit."""
    shown = [value for value in (reading.mean, reading.p90) if value is not None]
    return READINGS[key].scale(shown, None if band is None else (band.low, band.high))
