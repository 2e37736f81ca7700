"""The search for unused objects is short the next time, once it was long."""

import gc

import pytest

from bolometric.desk.shell import collecting


@pytest.fixture
def as_before():
    yield
    gc.callbacks.remove(collecting._watch)


def test_what_outlives_a_long_search_is_not_gone_through_again(as_before, monkeypatch):
    gc.disable()
    collecting.keep_short()
    collecting.keep_short()
    assert gc.isenabled()
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
