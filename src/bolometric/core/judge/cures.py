"""Cures: nearby changes whose game has been measured and found well, those first that keep the practice.

The search has a budget of time. Changes are measured in the order in which they would be offered, so what is left out
when the time is up is what would have been offered last.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import combinations
from typing import TypeVar

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.fault import Change
from bolometric.core.judge.change_size import TOLD, Stray, how_large, stray
from bolometric.core.judge.kept import loses
from bolometric.core.judge.nearby import changes
from bolometric.core.judge.verdict import applies, off
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import certainty, show
from bolometric.core.settings.cancel import checkpoint, heeding
from bolometric.core.settings.errors import Cancelled, GameError
from bolometric.core.settings.once import once

MOST_CURES = 3
BUDGET = 3.0
"""Seconds for measuring changes, for all faults of a game together."""
MOST_PAIRED = 8
"""Single changes, the nearest ones, that are tried two by two where no single one helps."""
MOSTLY = 0.5
"""Share of games that end within the minutes wanted, below which a change is none that one would make."""
MOST_TOLD = 2
"""Other readings that are told of a cure."""
MOVED = {"share": 0.05, "edge": 0.03, "minutes": 0.2, "count": 0.2}
"""By how much a reading must move to be told: shares and edges as they are, lengths as a part."""
OTHERS = ("minutes", "in_time", "first_seat_edge", "setbacks", "success", "idle_turns", "ties")

Measured = tuple[Change, Analysis]
T = TypeVar("T")


def deadline() -> float:
    """When a search that begins now has used up its budget, on the monotonic clock."""
    return time.monotonic() + BUDGET


class Cures:
    """Looks for cures of one game until a deadline, measuring each change once.

    ``wanted`` is a reading that must be measured, by play if need be.
    """

    def __init__(self, exact: Analysis, until: float, wanted: str | None = None) -> None:
        self.exact, self.game, self._until, self._wanted = exact, exact.game, until, wanted
        self._useless = area_of(exact.game).faults.useless
        self._measured: list[Measured] = []
        self._coming: Iterator[Change] | None = None

    @property
    def time_is_up(self) -> bool:
        """Whether the budget is used up."""
        return time.monotonic() > self._until

    def in_time(self, work: Callable[[], T]) -> T | None:
        """What some work comes to; None once the time is up. Raises Cancelled if it is not wanted any more."""
        try:
            with heeding(lambda: self.time_is_up):
                return work()
        except Cancelled:
            checkpoint()  # whoever called may have given it up too
            return None

    def find(self, good: Callable[[Analysis], bool], better: Callable[[Analysis], float]) -> tuple[Change, ...]:
        """Changes whose game is ``good``, at most one a setting.

        Those first that keep the practice, then the smallest, then by ``better`` (least). What changes the operation or
        the aim is only offered where nothing else helps, and says so; two changes together where no single one does.
        """
        fitting = [one for one in self._singles() if good(one[1]) and self._sound(one[1])]
        keeping = [one for one in fitting if stray(self.game, one[0]) <= Stray.SIZE]
        fitting = keeping or [one for one in self._pairs(better) if good(one[1]) and self._sound(one[1])] or fitting
        found: dict[str, Measured] = {}
        for one in sorted(fitting, key=lambda one: (*self._order(one[0]), better(one[1]))):
            found.setdefault(one[0].path, one)
        # What loses something of the point of the game comes last, and says what.
        best = sorted(list(found.values())[: 2 * MOST_CURES], key=lambda one: bool(self._lost(one[0])))
        return tuple(self._told(*one) for one in best[:MOST_CURES])

    def _lost(self, change: Change) -> str:
        """What of its point the game would lose; nothing where there was no time to look."""
        return self.in_time(lambda: loses(self.game, change.game)) or ""

    def told(self, change: Change) -> Change:
        """A change with what else it moves."""
        known = next((exact for one, exact in self._measured if one.game == change.game), None)
        exact = known or self._look(change)
        return change if exact is None else self._told(change, exact)

    def _order(self, change: Change) -> tuple[float, float]:
        return stray(self.game, change), round(how_large(self.game, change), 1)

    def _singles(self) -> list[Measured]:
        """Every change that there was time to measure."""
        if self.time_is_up:
            return self._measured  # to put all changes in order takes a while too
        if self._coming is None:
            self._coming = iter(sorted(filter(_a_cure, changes(self.game)), key=self._order))
        for change in self._coming:
            exact = self._look(change)
            if exact is None:
                break
            self._measured.append((change, exact))
        return self._measured

    def _pairs(self, better: Callable[[Analysis], float]) -> list[Measured]:
        """Two changes of different settings together, from those that each bring the game nearer."""
        near = [one for one in self._measured if stray(self.game, one[0]) <= Stray.SIZE]
        helping = [one for one in near if better(one[1]) < better(self.exact)]
        best = [change for change, _ in sorted(helping, key=lambda one: better(one[1]))[:MOST_PAIRED]]
        found = []
        for one, other in combinations(best, 2):
            both = _together(one, other)
            exact = None if both is None else self._look(both)
            if both is not None and exact is not None:
                found.append((both, exact))
            if self.time_is_up:
                break
        return found

    def _look(self, change: Change) -> Analysis | None:
        """A change measured; None once the time is up."""
        return self.in_time(lambda: quick_measure(change.game, self._wanted))

    def _sound(self, exact: Analysis) -> bool:
        """Whether no draw of a changed game does nothing that did something before, and it still ends in time."""
        checkpoint()
        more = exact.game.distribution.no_number > self.game.distribution.no_number
        return not more and self._useless(exact.game) <= self._useless_now and not self._too_late(exact)

    def _too_late(self, exact: Analysis) -> bool:
        """Whether most games that ended within the minutes wanted do not any more: that cures nothing."""
        before, after = self.exact.readings.get("in_time"), exact.readings.get("in_time")
        if before is None or after is None or before.mean is None or after.mean is None:
            return False
        return after.mean < MOSTLY < before.mean

    @once
    def _useless_now(self) -> int:
        return self._useless(self.game)

    def _told(self, change: Change, exact: Analysis) -> Change:
        touched = TOLD.get(stray(self.game, change), "")
        lost = self._lost(change)
        moved = [words for key in OTHERS if (words := _moved(self.game, key, self.exact, exact))][:MOST_TOLD]
        return replace(change, also="; ".join([*filter(None, (touched, lost)), *moved]))


def _a_cure(change: Change) -> bool:
    """Whether a change is one to a game: how quick its players are, and playing alone, are not."""
    return change.path != "seats.seconds_per_turn" and (change.path, change.value) != ("seats.count", 1)


def _together(one: Change, other: Change) -> Change | None:
    """Two changes as one; None if they are of one setting, or can't be made together."""
    if one.path == other.path:
        return None
    try:
        game = with_value(one.game, other.path, other.value)
    except GameError:
        return None
    words = f"{one.words} and {other.words[0].lower()}{other.words[1:]}"
    return Change(words, one.path, one.value, game, then=((other.path, other.value),))


def _moved(game: Game, key: str, before: Analysis, after: Analysis) -> str:
    """What a change does to a reading, if that is much or takes it out of its target."""
    was, now = before.readings.get(key), after.readings.get(key)
    if was is None or now is None or not applies(game, key) or not applies(after.game, key):
        return ""
    if was.mean is None or now.mean is None:
        return ""
    unit, band = READINGS[key].unit, getattr(game.brief, key, None)
    far = abs(now.mean - was.mean) / (max(abs(was.mean), 1e-9) if unit in ("count", "minutes") else 1.0)
    worse = band is not None and bool(off(band, now.mean)) and not off(band, was.mean)
    told = f"{READINGS[key].label} then {show(key, now.mean)}, {certainty(key, now)}"
    return told if worse or far >= MOVED[unit] else ""
