"""Work that can wait takes turns: one at a time, nobody for ever, and whoever is not wanted stands in nobody's way."""

import threading
import time

from bolometric.core.settings.cancel import alone, checkpoint, never_stop
from bolometric.desk.working import turns as taking_turns
from bolometric.desk.working.lane import Lane
from bolometric.desk.working.turns import SLICE, Turns


class Watched:
    """Counts who is at work between two checkpoints."""

    def __init__(self):
        self.at_work, self.most, self.order = 0, 0, []
        self.lock = threading.Lock()

    def work(self, name, times=15):
        for _ in range(times):
            checkpoint()
            with self.lock:
                self.at_work += 1
                self.most = max(self.most, self.at_work)
                self.order.append(name)
            time.sleep(0.004)
            with self.lock:
                self.at_work -= 1
        return name


def _together(qtbot, watched, lanes, **kinds):
    came = []
    for name, lane in lanes.items():
        lane.add(lambda name=name: watched.work(name), then=came.append, **kinds)
    qtbot.waitUntil(lambda: sorted(came) == sorted(lanes))


def test_lanes_take_turns_and_all_come_to_an_end(qtbot, monkeypatch):
    monkeypatch.setattr(taking_turns, "SLICE", 0.01)
    watched, lanes = Watched(), {name: Lane(name) for name in "abc"}
    _together(qtbot, watched, lanes)
    assert watched.most == 1
    assert watched.order != sorted(watched.order)  # not one after the other, but by turns
    for lane in lanes.values():
        lane.close()


def test_what_is_urgent_or_apart_goes_on_beside_them(qtbot):
    for kinds, apart in (({"urgent": True}, False), ({}, True)):
        watched, lanes = Watched(), {name: Lane(name, apart=apart) for name in "ab"}
        _together(qtbot, watched, lanes, **kinds)
        assert watched.most == 2
        for lane in lanes.values():
            lane.close()


def test_a_lane_that_stands_still_or_is_closed_lets_the_others_go_on(qtbot):
    watched, still, waits, other = Watched(), Lane("still"), Lane("waits"), Lane("other")
    still.add(lambda: watched.work("still", 10_000))
    qtbot.waitUntil(lambda: "still" in watched.order)
    waits.add(lambda: watched.work("waits", 10_000))
    began = time.monotonic()
    waits.close()  # while it stands in line
    assert time.monotonic() - began < 2
    still.pause(True)
    with qtbot.waitSignal(other.done):
        other.ask(lambda: watched.work("other"))
    still.pause(False)
    now = watched.order.count("still")
    qtbot.waitUntil(lambda: watched.order.count("still") > now)
    still.close()
    assert watched.most == 1
    other.close()


def test_a_turn_is_kept_until_it_is_long_and_somebody_waits(monkeypatch):
    line, one, two, had = Turns(), object(), object(), []
    assert line.take(one, never_stop) is False
    assert line.pass_on(one, lambda: True) is True  # told when it is not wanted
    assert line.take(two, lambda: True) is True  # and does not stand in line then
    assert list(line._line) == [one]
    began = line._since
    line.take(two, lambda: True)
    assert began == line._since  # nor does who comes later lengthen the turn that is

    def second():
        line.take(two, never_stop)
        had.append(two)
        line.end(two)

    thread = threading.Thread(target=second)
    thread.start()
    while len(line._line) < 2:
        time.sleep(0.001)
    monkeypatch.setattr(taking_turns, "SLICE", 60)
    line.pass_on(one, never_stop)
    assert not had
    monkeypatch.setattr(taking_turns, "SLICE", 0)
    line.pass_on(one, never_stop)
    assert had == [two]
    thread.join(10)
    assert list(line._line) == [one]
    line.end(one)
    line.end(one)
    assert not line._line


def test_who_has_the_turn_and_who_has_the_lock_do_not_wait_for_each_other(qtbot):
    """Once the suite stood still: a shelf had the lock of best play and waited for its turn, another had the turn."""
    lock, done = threading.Lock(), []
    lanes = [Lane(f"lane {k}") for k in range(2)]

    def work(name):
        with alone(lock):
            until = time.monotonic() + 5 * SLICE
            while time.monotonic() < until:
                time.sleep(0.01)
                checkpoint()
        done.append(name)

    for name, lane in enumerate(lanes):
        lane.add(lambda name=name: work(name))
    qtbot.waitUntil(lambda: len(done) == 2, timeout=20_000)
    for lane in lanes:
        lane.close()
