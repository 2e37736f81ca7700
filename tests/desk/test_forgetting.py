"""What is remembered of a game is let go of once another is opened, and makes no difference to what is said."""

import itertools
import sys
import threading
from functools import cache, lru_cache
from types import ModuleType

import pytest

from bolometric.assets import demo_files
from bolometric.core.game.files import read
from bolometric.core.logbook import calibration, session
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings import forgetting
from bolometric.core.settings.forgetting import forget, remembering


def held():
    return sum(one.cache_info().currsize for one in remembering())


@pytest.mark.parametrize("path", demo_files()[::4], ids=lambda path: path.name)
def test_what_was_forgotten_is_worked_out_again_to_the_same(path):
    game = read(path)
    first = measure_exactly(game).readings
    assert held() > 0
    forget()
    assert held() == 0
    assert measure_exactly(read(path)).readings == first


@pytest.fixture
def some(monkeypatch):
    """A function that remembers, in a module of the core."""
    module = ModuleType(f"{forgetting.CORE}nowhere")
    module.some = module.again = lru_cache(maxsize=2)(abs)
    module.every, module.number = cache(abs), 7
    monkeypatch.setitem(sys.modules, module.__name__, module)
    return module


def test_what_remembers_all_is_kept(some):
    some.some(-1), some.every(-1)
    assert [one for one in remembering() if one in (some.some, some.every)] == [some.some]
    forget()
    assert (some.some.cache_info().currsize, some.every.cache_info().currsize) == (0, 1)


def test_another_game_in_front_lets_go_of_the_last_and_an_edit_does_not(qtbot, window, some):
    some.some(-1)
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.editing.edit("area.length", 31)
    assert some.some.cache_info().currsize == 1
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.filing.open(demo_files()[3])
    assert some.some.cache_info().currsize == 0
    assert held() > 0  # of the game that is there now


def test_modules_that_are_imported_meanwhile_are_no_trouble(some):
    """Other threads add modules, and names to them, while those that remember are looked for."""
    over = threading.Event()

    def import_more():
        for at in itertools.count():
            if over.is_set():
                return
            sys.modules[f"{some.__name__}{at % 50}"] = ModuleType("more")
            vars(some)[f"more{at % 999}"] = at
            if at % 50 == 0:
                for left in range(50):
                    sys.modules.pop(f"{some.__name__}{left}", None)

    other = threading.Thread(target=import_more)
    other.start()
    try:
        for _ in range(300):
            assert some.some in remembering()
    finally:
        over.set()
        other.join()
        for left in range(50):
            sys.modules.pop(f"{some.__name__}{left}", None)


def test_what_the_logbook_knows_of_the_games_played_is_kept():
    assert calibration.measured.cache_info().maxsize is not None
    assert not {calibration.measured, session.game_in, calibration.game_in} & set(remembering())
