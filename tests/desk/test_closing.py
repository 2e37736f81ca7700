"""Closing the window waits for nothing, whatever is being worked out behind it."""

import time

import pytest

from bolometric.core.game.document import game_from
from bolometric.core.game.files import write
from bolometric.core.measure.measuring import measure
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
