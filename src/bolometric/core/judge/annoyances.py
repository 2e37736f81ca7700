"""What would annoy the players of any game. What annoys those of one area stands with its faults.

A limit is crossed when the reading is beyond it by three standard errors, so that a game is not blamed for luck.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from math import inf

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.fault import Annoyance, Fault
from bolometric.core.judge.cures import Cures
from bolometric.core.judge.verdict import applies
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, show

ANY_GAME = (
    Annoyance(
        "mostly_idle",
        "idle_turns",
        0.75,
        True,
        "In {} of turns nothing happens, so players mostly wait.",
        "three turns of waiting for one in which something is done",
    ),
    Annoyance(
        "decided_early",
        "lead_for_good",
        0.35,
        False,
        "The winner is ahead for good after {} of the game, so most of it is played for nothing.",
        "where luck alone moves two players on, it is decided half-way on average (the arcsine law)",
    ),
    Annoyance(
        "mostly_shared",
        "ties",
        0.6,
        True,
        "{} of games are won by several players together.",
        "players who share more wins than they have stop asking who won",
    ),
)
SURE = 3


def annoyances(measured: Analysis, until: float) -> Iterator[Fault]:
    """What annoys the players of a game that has been measured, with cures found until the deadline.

    What the brief has a target for is left to the brief. Raises Cancelled once the work is given up.
    """
    game = measured.game
    for one in (*ANY_GAME, *area_of(game).faults.annoyances(game)):
        told = applies(game, one.reading) or one.reading in measured.readings
        if not told or getattr(game.brief, one.reading, None) is not None:
            continue
        known = measured if one.reading in measured.readings else quick_measure(game, one.reading)
        reading = known.readings.get(one.reading)
        if reading is not None and reading.mean is not None and _crossed(one, reading):
            cures = Cures(known, until, one.reading).find(partial(_mended, one), partial(_beyond, one))
            sentence = one.sentence.format(show(one.reading, reading.mean)).removesuffix(".")
            sure = certainty(one.reading, reading)
            yield Fault(one.code, "advice", "pieces", f"{sentence} ({sure}).", cures)


def _crossed(one: Annoyance, reading: Reading) -> bool:
    away = (reading.mean or 0.0) - one.limit
    return (away if one.above else -away) > SURE * reading.stderr


def _mended(one: Annoyance, exact: Analysis) -> bool:
    """Whether a game no longer annoys; what is not known of it mends nothing."""
    reading = exact.readings.get(one.reading)
    return reading is not None and reading.mean is not None and not _crossed(one, reading)


def _beyond(one: Annoyance, exact: Analysis) -> float:
    """How bad it is, to compare changes by."""
    reading = exact.readings.get(one.reading)
    if reading is None or reading.mean is None:
        return inf
    return reading.mean if one.above else -reading.mean
