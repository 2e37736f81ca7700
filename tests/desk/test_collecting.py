"""The search for unused objects: on the window's thread alone, and short the next time, once it was long."""

import gc
import threading
import weakref

import pytest
from PySide6.QtCore import QTimer

from bolometric.desk.shell import collecting
from bolometric.desk.working.lane import Lane


@pytest.fixture
def as_before(qapp):
    timers = set(qapp.findChildren(QTimer))
    yield
    gc.callbacks.remove(collecting._watch)
    (timer,) = set(qapp.findChildren(QTimer)) - timers
    timer.deleteLater()


class Part:
    """Unused and not let go of by its count: it points at itself."""

    def __init__(self, ended):
        self.me = self
        weakref.finalize(self, lambda: ended.append(threading.current_thread()))


def _many():
    """So many objects that Python would have searched for unused ones by now."""
    return [[] for _ in range(200 * gc.get_threshold()[0])]


def test_what_a_window_left_is_ended_on_its_thread_though_others_make_objects(qtbot, qapp, as_before, monkeypatch):
    """A timer that is ended on another thread makes the program fall."""
    ended = []
    monkeypatch.setattr(collecting, "EVERY", 1)
    lane = Lane("busy")
    Part(ended)
    with qtbot.waitSignal(lane.done):
        lane.ask(_many)
    lane.close()
    assert ended == []
    collecting.search_here()
    Part(ended)  # what there was before is put aside
    made = _many()
    qtbot.waitUntil(lambda: bool(ended))
    assert made
    assert ended == [threading.main_thread()]


def test_what_is_due_is_searched_as_python_would(qapp):
    searched = []

    def told(phase, about):
        if phase == "start":
            searched.append(about["generation"])

    gc.callbacks.append(told)
    try:
        for _ in range(150):
            made = [[] for _ in range(2 * gc.get_threshold()[0])]
            collecting.when_due()
            collecting.when_due()  # nothing is due again
            del made
    finally:
        gc.callbacks.remove(told)
    assert len(searched) == 150
    assert 120 < searched.count(0) < searched.count(1) * 15
    assert searched.count(2) >= 1


def test_what_outlives_a_long_search_is_not_gone_through_again(qapp, as_before, monkeypatch):
    collecting.search_here()
    collecting.search_here()
    assert not gc.isenabled()
    assert gc.callbacks.count(collecting._watch) == 1
    kept = [[] for _ in range(1000)]
    monkeypatch.setattr(collecting, "LONG", 60)
    gc.collect()
    assert any(one is kept for one in gc.get_objects())  # a short search puts nothing aside
    monkeypatch.setattr(collecting, "LONG", 0)
    gc.collect(1)
    assert any(one is kept for one in gc.get_objects())  # nor does one of what is new
    gc.collect()
    assert not any(one is kept for one in gc.get_objects())
    aside = gc.get_freeze_count()
    assert aside > 1000
    del kept
    assert gc.get_freeze_count() <= aside - 1000  # by their counts they are let go all the same
