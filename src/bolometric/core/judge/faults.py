"""Faults: what is wrong or surprising in a design, where, and what would cure it.

A *fault* spoils the game whatever it is for; *advice* is about the brief. A cure is only offered after the
game it makes has been measured and found well.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace
from math import inf, isfinite

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.brief import Band
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, Fault, in_words_of
from bolometric.core.judge.always_same import always_same
from bolometric.core.judge.annoyances import annoyances
from bolometric.core.judge.by_rules import by_rules
from bolometric.core.judge.change_size import Stray, stray
from bolometric.core.judge.cures import MOST_CURES, Cures, deadline
from bolometric.core.judge.nearby import fitted
from bolometric.core.judge.places import favoured_places, rebased
from bolometric.core.judge.practising import practising
from bolometric.core.judge.uneven import uneven
from bolometric.core.judge.verdict import may_be_asked, off
from bolometric.core.measure.equal_seats import between_equals
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.outcomes.breakdown import no_number_words
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import certainty, headline
from bolometric.core.text.figures import percent, so_many

LEVELS = ("fault", "advice", "meant")
"""In the order in which they are listed."""
SURE = 2
"""Standard errors by which a simulated reading must miss its target to be called off it."""
HARDLY_EVER = 0.01
"""A game that ends in time less often than this is called too long for any lesson."""


def find_faults(game: Game, exact: Analysis | None = None, cures: bool = True) -> list[Fault]:
    """Everything wrong or surprising in a design.

    Args:
        game: the game.
        exact: what is known of it already, if it has been worked out.
        cures: whether changes are measured that would help, which takes most of the time; without, a fault has at most
            those cures that need no measuring.

    Returns:
        Faults before advice before what is meant, each with cures whose games were measured and found well.

    Raises:
        Cancelled: once the work is given up.

    >>> from bolometric.core.game.document import game_from
    >>> [fault.code for fault in find_faults(game_from({"area": {"back_to_start": [9]}})) if fault.level == "fault"]
    ['impossible_total']
    """
    measured = exact if exact is not None and exact.result is not None else quick_measure(game)
    until = deadline() if cures else -inf
    found = [replace(one, sentence=in_words_of(game, one.sentence)) for one in _Seeker(measured, until).all()]
    return sorted((_as_meant(game, one) for one in found), key=lambda fault: LEVELS.index(fault.level))


def _as_meant(game: Game, fault: Fault) -> Fault:
    note = game.talk.note_of(fault.code)
    return fault if note is None else replace(fault, level="meant", note=note)


class _Seeker:
    """Looks for faults in one measured game."""

    def __init__(self, exact: Analysis, until: float) -> None:
        self.exact, self.game, self.until = exact, exact.game, until
        self.area = area_of(exact.game).faults
        self.cures = Cures(exact, until)

    def all(self) -> Iterator[Fault]:
        endless = list(self._endless())
        yield from endless
        yield from self._no_number()
        yield from always_same(self.game)
        yield from self._by_rules()
        if not endless:
            too_long = list(self._far_too_long())
            yield from too_long
            yield from (fault for fault in self._off_the_brief() if not (too_long and fault.where == "brief.minutes"))
        if not self.game.draws_differ:
            yield from map(self._whole, self.area.advice(self.exact))  # else it would be of one player's draws alone
        yield from practising(self.exact)
        if not endless:
            yield from favoured_places(self.exact, self.until)
            yield from uneven(self.exact, self.until)
            yield from annoyances(self.exact, self.until)

    def _by_rules(self) -> Iterator[Fault]:
        """What is wrong by the rules; the cures of a game in which all draw alike are made to this one."""
        for fault in map(self._whole, by_rules(self.game)):
            if self.area.compares or not self.game.draws_differ:
                yield fault
            else:
                made = (rebased(self.game, cure) for cure in fault.cures if cure.path != "pieces")
                yield replace(fault, cures=tuple(cure for cure in made if cure is not None))

    def _whole(self, fault: Fault) -> Fault:
        """With the cures that an area has to look for, where they are told."""
        return fault if self.until == -inf else fault.sought()

    def _endless(self) -> Iterator[Fault]:
        found = self.area.endless(self.exact)
        if found is not None:
            cures = self.cures.find(lambda exact: self.area.endless(exact) is None, _length)
            yield replace(found, cures=cures)

    def _no_number(self) -> Iterator[Fault]:
        for side in self.game.by_side if self.game.area.uses_pieces else ():
            if sentence := no_number_words(side.pieces, side.draw):
                seat = self.game.by_seat.index(side)
                if self.game.draws_differ:
                    sentence = f"When {self.game.seat_name(seat)} draws, t{sentence[1:]}"
                yield Fault("no_number", "fault", "others" if seat else "draw.formula", sentence)

    def _far_too_long(self) -> Iterator[Fault]:
        in_time, band = self.exact.readings.get("in_time"), self.game.brief.minutes
        if self.exact.result is not None and self.exact.turns is None:
            yield Fault(
                "too_long_to_measure",
                "fault",
                self.area.lengthens(self.game) or "pieces",
                "This game is too long for its end to be worked out: shorten the trail or ease what sends you back.",
            )
        elif in_time is not None and band is not None and (in_time.mean or 0) < HARDLY_EVER:
            chance, mean = f"{percent(in_time.mean or 0)}, {certainty('in_time', in_time)}", _length(self.exact)
            average = f": on average it takes {mean:,.0f} minutes" if isfinite(mean) else ""
            wanted = so_many(band.high, "minute", 4)
            sentence = f"Hardly any game ends within the {wanted} of the brief ({chance}){average}."
            yield Fault(
                "far_too_long",
                "fault",
                self.area.lengthens(self.game) or "pieces",
                sentence,
                self._brief_cures("minutes", band),
            )

    def _off_the_brief(self) -> Iterator[Fault]:
        yield from self._going_first()
        yield from self._off("minutes")
        yield from self._off("setbacks")

    def _off(self, key: str, among: str = "") -> Iterator[Fault]:
        """A reading that misses its target; ``among`` says between whom it was measured."""
        band, reading = getattr(self.game.brief, key), self.exact.readings.get(key)
        if band is None or reading is None or reading.mean is None or not may_be_asked(self.game, key):
            return
        side = off(band, reading.mean)
        if side and off(band, reading.mean - side * SURE * reading.stderr) == side:
            above = "above" if side > 0 else "below"
            known = f"{headline(key, reading)} ({certainty(key, reading)})"
            sentence = f"{READINGS[key].label}{among}: {known}, {above} the target of the brief."
            yield Fault(f"off_brief_{key}", "advice", f"brief.{key}", sentence, self._brief_cures(key, band))

    def _going_first(self) -> Iterator[Fault]:
        """What going first is worth between equal players: a difference in skill, or in pieces, is another matter."""
        key, fair = "first_seat_edge", between_equals(self.game)
        if fair == self.game:
            yield from self._off(key)
        elif fair is not None and self.game.brief.first_seat_edge is not None and may_be_asked(self.game, key):
            equals = _Seeker(quick_measure(fair), self.until)
            for fault in equals._off(key, " between equal players"):
                made = (rebased(self.game, cure) for cure in fault.cures)
                yield replace(fault, cures=tuple(cure for cure in made if cure is not None))

    def _brief_cures(self, key: str, band: Band) -> tuple[Change, ...]:
        middle = (band.low + band.high) / 2

        def value(exact: Analysis) -> float | None:
            reading = exact.readings.get(key)
            return None if reading is None or not may_be_asked(exact.game, key) else reading.mean

        def good(exact: Analysis) -> bool:
            mean = value(exact)
            return mean is not None and not off(band, mean)

        cures = self.cures.find(good, lambda exact: abs((value(exact) or 0.0) - middle))
        if key != "minutes":
            return cures
        fit = self._fitted(key, band)
        if fit is None:
            return cures
        # A length made to fit is the plainest cure, unless it changes more than others do.
        others = [cure for cure in cures if cure.path != fit.path and stray(self.game, cure) <= Stray.SIZE]
        ordered = sorted([fit, *others], key=lambda cure: stray(self.game, cure))
        return tuple(ordered[:MOST_CURES])

    def _fitted(self, key: str, band: Band) -> Change | None:
        """The number that the length grows with, made to fit, if there was time to find it."""
        grows = self.area.lengthens(self.game)
        if not grows:
            return None
        fit = self.cures.in_time(lambda: fitted(self.game, grows, key, band.low, band.high))
        return None if fit is None else self.cures.told(fit)


def _length(exact: Analysis) -> float:
    """Mean minutes of a game; endless counts as infinite."""
    reading = exact.readings.get("minutes")
    return float("inf") if reading is None or reading.mean is None else reading.mean


def summary(faults: Iterable[Fault]) -> str:
    """The faults as lines of text with their cures."""
    lines = []
    for fault in faults:
        note = f" ({fault.note})" if fault.note else ""
        lines.append(f"{fault.level}: {fault.sentence}{note} [{fault.where}]")
        lines += [f"    cure: {cure.words}{f' ({cure.also})' if cure.also else ''}" for cure in fault.cures]
    return "\n".join(lines)
