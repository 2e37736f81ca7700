"""While the window is at work others stand still at their checkpoints, though not for ever."""

import threading
import time

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.settings.cancel import checkpoint, never_stop
from bolometric.desk.working import window_first as first
from bolometric.desk.working.lane import Lane
from bolometric.desk.working.window_first import BUSY, LONGEST, LOOK, REST, WindowFirst, clock_of_window


class Day:
    """A clock that goes on only where somebody waits, and a window that works for a part of the time."""

    def __init__(self, part):
        self.now, self.part = 100.0, part

    def monotonic(self):
        return self.now

    def sleep(self, seconds):
        self.now += seconds

    def worked(self):
        return self.now * self.part


def _standing_still(day, seconds, unwanted=never_stop):
    """How long whoever has a checkpoint each millisecond stands still, and in one go at most."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(first, "time", day)
        window, until, still, longest = WindowFirst(day.worked), day.now + seconds, 0.0, 0.0
        while day.now < until:
            day.sleep(0.001)
            began = day.now
            window.give_way(unwanted)
            still, longest = still + day.now - began, max(longest, day.now - began)
    return still, longest


@given(st.floats(0, 1), st.floats(3, 8))
def test_others_stand_still_for_a_window_at_work_and_go_on_after_a_while(part, seconds):
    still, longest = _standing_still(Day(part), seconds)
    if part < BUSY - 1e-6:
        assert still == 0
    elif part > BUSY + 1e-6:
        assert longest == pytest.approx(LONGEST, abs=2 * LOOK)
        assert still / seconds == pytest.approx(LONGEST / (LONGEST + REST), abs=LONGEST / seconds)


def test_what_is_not_wanted_waits_for_nobody():
    assert _standing_still(Day(1.0), 2, lambda: True) == (0, 0)


def test_the_clock_is_that_of_the_thread_of_the_window():
    clock, seen = clock_of_window(), []
    other = threading.Thread(target=lambda: [sum(range(200_000)) for _ in range(20)])
    before = clock()
    other.start()
    other.join()
    waited = clock() - before
    until = time.thread_time() + 0.05
    asking = threading.Thread(target=lambda: seen.append(clock()))
    while time.thread_time() < until:
        pass
    asking.start()
    asking.join()
    assert seen[0] - before - waited >= 0.05  # whoever asks
    assert waited < 0.05


def test_a_lane_lets_the_window_work(qtbot, monkeypatch):
    """What is urgent goes on; the rest asks at each checkpoint, those included that take no turns."""
    asked = []
    monkeypatch.setattr(WindowFirst, "give_way", lambda self, unwanted: bool(asked.append(unwanted())))
    for apart, urgent in ((False, False), (True, False), (False, True)):
        lane, came = Lane("some", apart=apart), []
        lane.add(lambda: [checkpoint() for _ in range(5)], then=came.append, urgent=urgent)
        qtbot.waitUntil(lambda came=came: bool(came))
        assert asked == ([] if urgent else [False] * 5)
        asked.clear()
        lane.close()
