"""What a reading means against the brief: in band, or which way it is off."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from bolometric.core.areas.registry import area_of
from bolometric.core.game.document import Band, Game
from bolometric.core.results.readings import Reading

Judgement = Literal["in", "off", "open"]

OFF_WORDS: dict[str, tuple[str, str]] = {
    "minutes": ("too short", "too long"),
    "first_seat_edge": ("last gains", "first gains"),
    "setbacks": ("too few", "too many"),
}
"""How each reading is called below and above its band."""


@dataclass(frozen=True, slots=True)
class Verdict:
    """A plain word, and whether it is good, bad or open."""

    words: str
    standing: Judgement


def applies(game: Game, key: str) -> bool:
    """Whether a reading means anything in a game: alone nobody leads or has an edge, and in time needs a target."""
    if not game.area.shows(key):
        return False
    if key == "in_time":
        return game.brief.minutes is not None
    if key == "choice":
        return bool(game.area.goals) and area_of(game).chooses(game)
    return game.seats.count > 1 or key not in ("first_seat_edge", "lead_for_good")


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
    return Verdict("in band", "in") if side == 0 else Verdict(OFF_WORDS[key][side > 0], "off")


def scale(key: str, reading: Reading, band: Band | None) -> tuple[float, float]:
    """The ends of the scale a reading is shown on, in its own unit."""
    shown = [value for value in (reading.mean, reading.p90) if value is not None]
    match key:
        case "minutes":
            most = band.high * 4 if band else max([*shown, 10.0]) * 1.2
            wanted = max([*(value * 1.1 for value in shown), band.high * 1.6 if band else 10.0])
            return 0.0, max(1.0, min(most, wanted))  # a target of no minutes at all still needs a scale
        case "first_seat_edge":
            far = max(
                [0.1, *(abs(value) * 1.2 for value in shown), *((abs(band.low), band.high * 1.6) if band else ())]
            )
            return -far, far
        case "setbacks":
            return 0.0, min(1.0, max([0.2, *(value * 1.3 for value in shown), band.high * 1.6 if band else 0.2]))
        case "score":
            return 0.0, max([1.0, *(value * 1.25 for value in shown)])
        case _:
            return 0.0, 1.0
