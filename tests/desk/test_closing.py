"""Closing the window waits for nothing, whatever is being worked out behind it."""

import gc
import time
import weakref

import pytest
from PySide6.QtCore import QEvent
from PySide6.QtWidgets import QApplication

from bolometric.core.game.document import game_from
from bolometric.core.game.files import write
from bolometric.core.measure.measuring import measure
from bolometric.desk.shell.app import make_window
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.window import VIEWS
from tests.core.test_giving_up import LONG, SMALL

SOON = 2.0
"""Seconds: half of one is wanted; a busy machine that runs all tests gets more. Each of these games takes over ten."""


@pytest.fixture(autouse=True)
def _imported():
    """What a first game imports (the compiler above all) can't be given up midway, and is not what is tried here."""
    measure(game_from(SMALL["carried points"]), runs=10)
    measure(game_from(SMALL["daring"]), runs=10)


@pytest.mark.parametrize("name", ["carried points", "placing counters"])
def test_a_window_closes_at_once(qtbot, open_window, tmp_path, name):
    window = open_window(demo=False)
    path = tmp_path / "long.bolo.json"
    write(game_from(LONG[name]), path)
    window.opened(window.filing.open(path))
    qtbot.wait(400)
    began = time.monotonic()
    window.close()
    assert time.monotonic() - began < SOON


def test_a_shelf_that_still_looks_closes_at_once(qtbot, open_window, tmp_path):
    (tmp_path / "shelf").mkdir()
    write(game_from(LONG["carried points"]), tmp_path / "shelf" / "long.bolo.json")
    window = open_window(demo=False)
    window.go("shelf")
    qtbot.wait(600)
    began = time.monotonic()
    window.close()
    assert time.monotonic() - began < SOON


def _used_and_closed(qtbot, tmp_path):
    """References that hold nothing, to the parts of a window in which everything was looked at."""
    window = make_window(None, True, Settings(tmp_path / "desk.ini"), tmp_path / "shelf", tmp_path / "recovery")
    window.show()
    for view in VIEWS:
        window.go(view)
    qtbot.waitUntil(lambda: window.known.played is not None)
    window.close()
    window.keeper.close()
    window.deleteLater()
    return [weakref.ref(part) for part in (window, window.document, window.measurer, window.late)]


def test_nothing_holds_on_to_a_window_that_is_gone(qtbot, tmp_path):
    """Or what the desktop tells would go on reaching its dead parts, and all that it showed would stay."""
    parts = _used_and_closed(qtbot, tmp_path)
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
    gc.collect()
    assert [part() for part in parts] == [None] * len(parts)
