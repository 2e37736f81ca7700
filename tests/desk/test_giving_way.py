"""An edit's answer goes first; nobody else waits for ever; what is let go is given back."""

import platform
import subprocess
import sys
import threading
import time
from dataclasses import dataclass

import pytest

from bolometric.core.settings.cancel import checkpoint, heeding
from bolometric.core.settings.errors import Cancelled
from bolometric.core.settings.once import once
from bolometric.desk.working import edit_gate as giving_way
from bolometric.desk.working.edit_gate import EditGate
from bolometric.desk.working.lane import Lane


def test_others_wait_until_the_gate_is_open_and_no_longer_than_they_must(monkeypatch):
    gate = EditGate()
    assert gate.give_way() is False
    gate.close()
    threading.Timer(0.05, gate.open).start()
    began = time.perf_counter()
    gate.give_way()
    assert 0.04 < time.perf_counter() - began < 2
    monkeypatch.setattr(giving_way, "LONGEST", 0.05)
    gate.close()
    began = time.perf_counter()
    for _ in range(100):
        gate.give_way()  # long work is waited for once
    assert 0.04 < time.perf_counter() - began < 2


def test_a_lane_stands_still_while_the_gate_is_closed_and_what_is_urgent_goes_on(qtbot):
    steps = {"waits": 0, "urgent": 0}

    def work(name):
        while True:
            checkpoint()
            steps[name] += 1
            time.sleep(0.001)

    lanes = {name: Lane(name) for name in steps}
    for name, lane in lanes.items():
        lane.add(lambda name=name: work(name), urgent=name == "urgent")
    qtbot.waitUntil(lambda: min(steps.values()) > 0)
    giving_way.edits.close()
    time.sleep(0.1)
    before = dict(steps)
    time.sleep(0.2)
    assert steps["waits"] == before["waits"]
    assert steps["urgent"] > before["urgent"]
    giving_way.edits.open()
    qtbot.waitUntil(lambda: steps["waits"] > before["waits"])
    for lane in lanes.values():
        lane.close()


def test_the_gate_is_closed_from_an_edit_to_its_readings(qtbot, window, monkeypatch):
    monkeypatch.setattr(giving_way, "LONGEST", 60.0)
    qtbot.waitUntil(lambda: giving_way.edits._open.is_set())
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.document.edit("area.length", 33)
        assert not giving_way.edits._open.is_set()
    qtbot.waitUntil(lambda: giving_way.edits._open.is_set())
    window.document.edit("area.length", 34)
    window.measurer.cancel_exact()
    assert giving_way.edits._open.is_set()


def test_faults_of_the_last_game_do_not_open_the_gate_of_the_next(qtbot, window, monkeypatch):
    monkeypatch.setattr(giving_way, "LONGEST", 60.0)  # else a machine that stands still for a second opens it
    qtbot.waitUntil(lambda: giving_way.edits._open.is_set() and window.known.exact is not None)
    before, exact = window.measurer._generation, window.known.exact
    window.document.edit("area.length", 35)
    with pytest.raises(Cancelled), heeding(lambda: True):
        window.measurer._work_faults(before, exact)
    assert not giving_way.edits._open.is_set()
    qtbot.waitUntil(lambda: giving_way.edits._open.is_set())


def test_an_edit_right_after_an_answer_does_not_wait_for_the_last_one(qtbot, window, monkeypatch):
    """What is left to do for the last game waits for the window to paint; the edit that comes first must not."""
    monkeypatch.setattr(giving_way, "LONGEST", 600.0)  # far longer than this waits, however slow the machine
    came = []
    game = window.document.game

    def again(exact):
        came.append(exact)
        if len(came) < 6:
            window.document.edit("area.length", 30 + len(came))

    window.measurer.exact_ready.connect(again)
    window.document.edit("area.length", 29)
    qtbot.waitUntil(lambda: len(came) == 6)
    window.measurer.exact_ready.disconnect(again)
    assert game != window.document.game


LET_GO = """
import ctypes
from bolometric.desk.working.allocator import keep_little
library = ctypes.CDLL(None)
library.malloc.restype, library.free.argtypes = ctypes.c_void_p, [ctypes.c_void_p]
class Told(ctypes.Structure):
    _fields_ = [(name, ctypes.c_size_t) for name in "arena ordblks smblks hblks a b c d e f".split()]
library.mallinfo2.restype = Told
keep_little()
library.free(library.malloc(16 << 20))  # after which the library by itself would keep what is smaller
before = library.mallinfo2().hblks
kept = library.malloc(2 << 20)
print(library.mallinfo2().hblks - before)
"""


@pytest.mark.skipif(platform.libc_ver()[0] != "glibc", reason="another C library")
def test_large_arrays_are_given_back_to_the_system():
    told = subprocess.run([sys.executable, "-c", LET_GO], capture_output=True, text=True, check=True)
    assert told.stdout.strip() == "1"


def test_one_answer_does_not_keep_another_waiting():
    """While one object's answer is worked out, another object's is not held up."""
    working, going_on = threading.Event(), threading.Event()

    @dataclass
    class Slow:
        waits: bool

        @once
        def answer(self):
            if self.waits:
                working.set()
                going_on.wait(10)
            return object()

    slow, quick = Slow(True), Slow(False)
    thread = threading.Thread(target=lambda: slow.answer)
    thread.start()
    assert working.wait(10)
    assert quick.answer is quick.answer
    assert thread.is_alive()
    going_on.set()
    thread.join(10)
    assert slow.answer is slow.answer
