"""Whether a game may be offered at all: sound by its rules, its board used, in time, and fair to every place.

What is offered is what a teacher would carry into a room, so a figure alone does not do. The first thing that speaks
against a game is told in a sentence; a game of which nothing can be said is none that one can stand for.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from itertools import chain
from math import isfinite

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault
from bolometric.core.judge.always_same import always_same
from bolometric.core.judge.by_rules import by_rules
from bolometric.core.judge.verdict import applies
from bolometric.core.outcomes.breakdown import no_number_words
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import show
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import percent, plural

OVERTIME = 1.5
"""Nine games of ten end within the longest minutes wanted, and half of that again."""
FAIR = 0.05
"""What a place at the table may win beyond an even share, between players who play alike."""
IDLE = 0.5
"""Share of turns in which nothing happens, where a kind of game names no limit of its own."""
SURE = 2
"""Standard errors by which a simulated reading must be beyond a limit."""


def unsound(analysis: Analysis, readings: Mapping[str, Reading]) -> str:
    """What speaks against offering a game, as a sentence; nothing where it is sound.

    ``readings`` are all that are known of it, played ones too. Raises Cancelled.
    """
    return next((said for said in _all(analysis, readings) if said), "")


def _all(analysis: Analysis, readings: Mapping[str, Reading]) -> Iterator[str]:
    game = analysis.game
    yield _by_rules(analysis)
    checkpoint()
    yield _never_used(analysis)
    yield _in_time(game, readings)
    yield unfair(game, readings)
    yield _idle(game, readings)


def _by_rules(analysis: Analysis) -> str:
    """Faults that follow from the rules alone."""
    game = analysis.game
    for one in game.by_side if game.area.uses_pieces else ():
        if sentence := no_number_words(one.pieces, one.draw):
            return sentence
    endless = area_of(game).faults.endless(analysis)
    found: Iterator[Fault] = chain([endless] if endless else [], always_same(game), by_rules(game))
    return next((fault.sentence for fault in found if fault.level == "fault"), "")


def _never_used(analysis: Analysis) -> str:
    """Places of the board that nothing can ever come to, where the kind of game has no use for such."""
    idle, places = unused(analysis)
    if idle <= analysis.game.area.unused_at_most * places:
        return ""
    played = analysis.heat is not None and analysis.heat.stderr > 0
    used = f"{'was' if idle == 1 else 'were'} used in no game played" if played else "can never be used"
    return f"{plural(idle, 'place')} of {places} on the board {used}."


def unused(analysis: Analysis) -> tuple[int, int]:
    """How many places of the board nothing can ever come to, or came to in games played, and how many there are."""
    heat = analysis.heat
    values = [] if heat is None else [one for place, one in enumerate(heat.values, 1) if place not in heat.unused]
    return sum(value <= 0 for value in values), len(values)


def _in_time(game: Game, readings: Mapping[str, Reading]) -> str:
    band, lasting = game.brief.minutes, readings.get("minutes")
    if lasting is None or lasting.mean is None or not isfinite(lasting.mean):
        return "How long it lasts cannot be said: it may never end."
    if band is None:
        return ""
    late = lasting.mean if lasting.p90 is None else lasting.p90
    if late > OVERTIME * band.high:
        return f"One game in ten takes {show('minutes', late)} or longer."
    return ""


def unfair(game: Game, readings: Mapping[str, Reading]) -> str:
    """That who goes first has more, or less, of the wins than is fair; nothing where that is not so."""
    edge = readings.get("first_seat_edge")
    if game.seats.count < 2 or edge is None or edge.mean is None or not applies(game, "first_seat_edge"):
        return ""
    if abs(edge.mean) > FAIR:  # a simulated one too: of many that are looked at, the luckiest would be offered
        how = "favoured" if edge.mean > 0 else "at a disadvantage"
        return f"Who goes first is {how}: {show('first_seat_edge', edge.mean)}."
    return ""


def _idle(game: Game, readings: Mapping[str, Reading]) -> str:
    idle = readings.get("idle_turns")
    if idle is None or idle.mean is None or not applies(game, "idle_turns"):
        return ""
    most = game.area.idle_at_most
    return f"In {percent(idle.mean)} of turns nothing happens." if idle.mean - SURE * idle.stderr > most else ""
