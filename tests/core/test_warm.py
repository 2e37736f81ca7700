"""What is compiled beforehand is all that a first look at a game needs, and what was compiled is loaded lightly."""

import os
import subprocess
import sys
from pathlib import Path

import pytest

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.play import warm as warming
from bolometric.core.settings.compiled import Marks
from bolometric.core.settings.forgetting import forget, remembering

LOOKED_AT = """
import gc, sys
from itertools import islice
from numba.core.dispatcher import Dispatcher
from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure, runs_of
from bolometric.core.play.rehearsal import rehearse
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import with_value
from bolometric.core.play.warm import warm
from tests.core.test_every_choice import choices_of

def compiled():
    loops = [one for one in gc.get_objects() if isinstance(one, Dispatcher)]
    return {(one.py_func.__module__, one.py_func.__name__, str(kinds)) for one in loops for kinds in one.overloads}

list(warm())
before = compiled()
for path in demo_files():
    game = read(path)
    measure(game, runs=20)
    list(islice(runs_of(game, 1, 20, note=True), 3))
    list(area_of(game).faults.by_rules(game))
    rehearse(game, game.seats.styles, coached=True)
for entry in AREAS:
    for game in filter(None, choices_of(entry)):
        measure(game, runs=10)
hidden = with_value(next(one.game for one in starters() if one.game.name == "Three in a line"), "area.noticed", 40)
rehearse(hidden, hidden.seats.styles, coached=True)
print(len(before), sorted(compiled() - before))
"""
LIGHTLY = """
import sys
import numpy as np
sys.path.insert(0, sys.argv[1])
from adding import added
print(added(np.arange(4)), "numba.np.arraymath" in sys.modules, "scipy.linalg" in sys.modules)
print(added(np.arange(4.0)), "numba.np.arraymath" in sys.modules)
"""
ADDING = """
from bolometric.core.settings.loops import loop

@loop
def added(numbers):
    if not len(numbers):
        raise ValueError("nothing to add")
    return numbers.sum()
"""
BROKEN = """
import sys
import numpy as np
sys.path.insert(0, sys.argv[1])
from adding import added
print(added(np.arange(4)))
try:
    added(np.arange(0))
except ValueError as error:
    print(error)
"""

LEFT_TO_OTHERS = """
import subprocess, sys, threading, time
import numpy as np
sys.path.insert(0, sys.argv[1])
from adding import added
from bolometric.core.settings.compiled import gate

def wait(there):
    sys.stdout.write("waits\\n")  # in one piece: another thread writes too
    sys.stdout.flush()
    while not there():
        time.sleep(0.01)

gate.wait = wait
answers = []
threads = [threading.Thread(target=lambda: answers.append(added(np.arange(4)))) for _ in range(2)]
for one in threads:
    one.start()
time.sleep(0.3)
print(answers)
code = "import sys, numpy; sys.path.insert(0, sys.argv[1]); from adding import added; added(numpy.arange(4))"
subprocess.run([sys.executable, "-c", code, sys.argv[1]], check=True)
for one in threads:
    one.join(20)
print(answers, sum(added.stats.cache_hits.values()) > 0, sum(added.stats.cache_misses.values()))
print(added(np.arange(4.0)), sum(added.stats.cache_misses.values()))
"""


def told(code, *words):
    root = Path(__file__).parents[2]
    done = subprocess.run([sys.executable, "-c", code, *words], capture_output=True, text=True, check=True, cwd=root)
    return done.stdout.strip().splitlines()


def test_every_loop_that_a_game_needs_is_reached_beforehand():
    (line,) = told(LOOKED_AT)
    count, _, new = line.partition(" ")
    assert int(count) > 40
    assert new == "[]"


def test_what_was_compiled_is_loaded_without_the_compiler(tmp_path, monkeypatch):
    (tmp_path / "adding.py").write_text(ADDING)
    monkeypatch.delenv("NUMBA_CACHE_DIR", raising=False)
    assert told(LIGHTLY, str(tmp_path)) == ["6 True True", "6.0 True"]
    assert told(LIGHTLY, str(tmp_path)) == ["6 False False", "6.0 False"]
    assert told(BROKEN, str(tmp_path)) == ["6", "nothing to add"]


def test_one_that_was_not_is_compiled_after_others_were_loaded(tmp_path, monkeypatch):
    (tmp_path / "adding.py").write_text(ADDING)
    monkeypatch.delenv("NUMBA_CACHE_DIR", raising=False)
    told(BROKEN, str(tmp_path))
    assert told(LIGHTLY, str(tmp_path)) == ["6 False False", "6.0 True"]


def test_a_thread_waits_for_what_another_process_compiles(tmp_path, monkeypatch):
    """And the main thread, which is the window's, compiles for itself."""
    (tmp_path / "adding.py").write_text(ADDING)
    monkeypatch.delenv("NUMBA_CACHE_DIR", raising=False)
    assert told(LEFT_TO_OTHERS, str(tmp_path)) == ["waits", "waits", "[]", "[6, 6] True 0", "6.0 1"]


@pytest.mark.parametrize("name", ["ridge-dare", "star-field"])
def test_a_game_that_is_asked_for_is_reached_before_all_others(name):
    game = read(next(path for path in demo_files() if path.name.startswith(name)))
    asked = [game]
    reached = []
    reaching = warming.steps

    def steps(one):
        reached.append(one)
        yield from reaching(one) if one is game else ()

    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(warming, "steps", steps)
        patch.setattr(warming, "Marks", lambda: Marks(Path(os.devnull)))
        assert next(warming.warm("Chain", lambda: asked.pop() if asked else None)) == "Chain"
    assert reached[0] == game
    assert {type(one.area).__name__ for one in reached[1:]} == {"Chain"}


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_a_window_that_tells_of_a_whole_board_works_nothing_out(path):
    """It does so while it paints; whatever takes long is worked out with the colours of the board."""
    game = read(path)
    area_of(game)
    forget()
    heat = measure_exactly(game).heat
    if heat is None:
        return
    before = {one: one.cache_info().misses for one in remembering()}
    area_of(game).board.describe(game, heat, None)
    assert [one.__name__ for one in remembering() if one.cache_info().misses > before.get(one, 0)] == []
