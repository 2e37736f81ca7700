"""Long work is given up soon after nobody wants it any more, wherever it is at that moment."""

from __future__ import annotations

import time
from collections.abc import Callable
from contextlib import suppress
from typing import Any

import pytest

from bolometric.core.game.document import Game, game_from
from bolometric.core.judge.faults import find_faults
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.cancel import checkpoint, heeding, watched
from bolometric.core.settings.errors import Cancelled

DICE = [{"kind": "die"}, {"kind": "die"}]
PLANS = [{"choose": "plan"}, {"choose": "plan", "goal": "beat"}]


def of(area: dict[str, Any], seats: dict[str, Any], pieces: list[Any] = DICE) -> dict[str, Any]:
    return {"pieces": pieces, "area": area, "seats": seats}


LONG = {
    "many squares": of({"length": 1000, "end": "bounce"}, {"count": 2}),
    "carried points": of({"kind": "duel", "length": "rounds", "rounds": 60, "ties": "carried"}, {"count": 3}),
    "many goes": of(
        {"kind": "duel", "length": "first_to", "points": 12, "ties": "again"},
        {"count": 4},
        [{"faces": [*range(1, 31)]}],
    ),
    "placing counters": of(
        {"kind": "tiles", "play": "counters", "counters": 24, "last": 12}, {"count": 4, "styles": PLANS}
    ),
    "daring": of({"length": 400, "go_on": "dare", "lose_turn": [7]}, {"count": 2}),
    "sets": of(
        {"kind": "tiles", "tiles": 12, "rounds": 3}, {"count": 4, "styles": PLANS[:1]}, [*DICE, {"kind": "die"}]
    ),
}
SMALL = {
    "many squares": of({"length": 20, "end": "bounce"}, {"count": 2}),
    "carried points": of({"kind": "duel", "length": "rounds", "rounds": 3, "ties": "carried"}, {"count": 2}),
    "many goes": of({"kind": "duel", "length": "first_to", "points": 2, "ties": "again"}, {"count": 2}),
    "placing counters": of(
        {"kind": "tiles", "play": "counters", "counters": 2, "last": 6}, {"count": 2, "styles": PLANS}, DICE[:1]
    ),
    "daring": of({"length": 20, "go_on": "dare", "lose_turn": [7]}, {"count": 2}),
    "sets": of({"kind": "tiles", "tiles": 4}, {"count": 2, "styles": PLANS[:1]}),
}
LATEST = 0.4
"""Seconds of work between two askings at most: 0.1 and what a busy machine adds."""

WAYS: dict[str, Callable[[Game], object]] = {"measuring": measure_exactly, "faults": find_faults}


class Asked:
    """Notes the longest work between two askings, and has had enough after a second of it.

    Work is the time of this thread, so that what else the machine does is not counted.
    """

    def __init__(self) -> None:
        self.began = self.last = time.thread_time()
        self.longest = 0.0

    def __call__(self) -> bool:
        now = time.thread_time()
        self.longest, self.last = max(self.longest, now - self.last), now
        return now - self.began > 1.0


@pytest.mark.parametrize("way", WAYS)
@pytest.mark.parametrize("name", LONG)
def test_work_is_asked_often_whether_it_is_wanted(name: str, way: str) -> None:
    """After a small game of its kind, so that neither imports nor compiled loops count."""
    WAYS[way](game_from(SMALL[name]))
    asked = Asked()
    with suppress(Cancelled), heeding(asked):
        WAYS[way](game_from(LONG[name]))
    asked()
    assert asked.longest < LATEST


def test_whoever_called_is_heeded_within_too() -> None:
    with heeding(lambda: True), pytest.raises(Cancelled), heeding(lambda: False):
        checkpoint()


def test_what_was_given_up_is_not_heeded_afterwards() -> None:
    with pytest.raises(Cancelled), heeding(lambda: True):
        checkpoint()
    checkpoint()


def test_a_long_loop_is_asked_before_it_begins_and_at_every_so_many() -> None:
    asked: list[int] = []

    def stop() -> bool:
        asked.append(1)
        return len(asked) > 3

    done: list[int] = []
    with pytest.raises(Cancelled), heeding(stop):
        done.extend(watched(range(5000), 100))
    assert len(asked) == 4
    assert len(done) in (0, 300)
