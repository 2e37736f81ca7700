"""Views that are made late know what happened before; boxes that are filled lie where they should."""

import json
import subprocess
import sys
import threading

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QLabel

from bolometric.assets import SUFFIX, demo_files
from bolometric.core.game.document import game_from
from bolometric.core.game.files import read
from bolometric.core.judge.change_size import TOLD, stray
from bolometric.core.measure.measuring import quick_measure
from bolometric.core.results.board import MOST_CELLS, Box
from bolometric.core.results.show import show
from bolometric.desk.parts.charts.pair_table import Cell, PairTableView
from bolometric.desk.shell import loading
from bolometric.desk.shell.late_views import BETWEEN, VIEWS
from bolometric.desk.views.card import GameCard
from bolometric.desk.views.card_entry import ShelfEntry
from bolometric.paint.fill_board import FillLayout
from bolometric.paint.palette import LIGHT
from tests.desk.settling import settle

FIRST_FRAME = """
import json, os, sys
from pathlib import Path
from bolometric.desk.shell.app import application
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.window import Window
app, home = application(), Path(sys.argv[1])
settings = Settings(home / "s.ini")
settings.theme = "dark"
window, seen = Window(settings, home / "shelf", True), []
late = ("numpy", "pydantic", "bolometric.core")
window.show_front()
window.painted.connect(lambda: seen.append([name for name in sys.modules if name.startswith(late)]))
window.show()
while not seen:
    app.processEvents()
gauges, cards = window.gauges.gauges, list(window.shelf.cards.values())
told = {
    "loaded": seen[0], "gauges": [key for key in gauges if gauges[key].isVisible()],
    "cards": [card.accessibleName() for card in cards if card.isVisible()],
    "dressed": all(one.colours is window.colours for one in [*gauges.values(), *cards]),
    "early": [action.text() for action in window.actions_by_id.values() if action.isEnabled()],
}
if sys.argv[2] == "close":
    told["closed"] = window.close()
else:
    from bolometric.desk.shell.start import take_up
    take_up(window, None, True, home / "kept")
    told["loaded later"] = [name for name in sys.modules if name.startswith(("numba", "scipy")) and "." not in name]
    told["same cards"] = list(window.shelf.cards.values()) == cards
print(json.dumps(told), flush=True)
os._exit(0)
"""


PLAIN_IMPORT = """
import builtins
import PySide6.QtCore
assert builtins.__import__.__name__ == "__feature_import__"
import bolometric.desk
print(builtins.__import__.__name__)
"""


LOADED_AHEAD = """
import json, os, sys
from pathlib import Path
from bolometric.desk.shell.app import application, make_window
from bolometric.desk.shell.late_views import VIEWS
from bolometric.desk.shell.loading import load_ahead, load_views
from bolometric.desk.shell.settings import Settings
application()
home = Path(sys.argv[1])
window = make_window(None, True, Settings(home / "s.ini"), home / "shelf", home / "kept")
window.measurer.close()
import bolometric.core.judge.faults, bolometric.core.measure.measuring
load_ahead()
list(load_views())
window.late.view("odds"), window.late.view("runs")
before = set(sys.modules)
for name in VIEWS:
    window.late.view(name)
print(json.dumps([name for name in set(sys.modules) - before if name.startswith("bolometric.")]), flush=True)
os._exit(0)
"""


@pytest.mark.parametrize("then", ["close", "take up"])
def test_the_shelf_is_painted_before_anything_of_the_core_is_there(tmp_path, then):
    """A start takes as long as what it imports: whatever slips in is noticed here."""
    told = subprocess.run([sys.executable, "-c", FIRST_FRAME, tmp_path, then], capture_output=True, text=True)
    found = json.loads(told.stdout)
    assert found.pop("cards") == [path.name.removesuffix(SUFFIX) for path in demo_files()]
    ended = {"closed": True} if then == "close" else {"loaded later": [], "same cards": True}
    assert found == {"loaded": [], "gauges": [], "dressed": True, "early": [], **ended}


def test_what_views_need_is_loaded_before_they_are_opened(tmp_path):
    told = subprocess.run([sys.executable, "-c", LOADED_AHEAD, tmp_path], capture_output=True, text=True)
    assert json.loads(told.stdout) == []


def test_it_is_loaded_beside_the_window_once_the_first_game_is_measured_and_the_views_by_the_window(
    qtbot, open_window, monkeypatch
):
    loaded = []
    monkeypatch.setattr(loading, "import_module", lambda name: loaded.append((name, threading.current_thread().name)))
    wanted = [(f"bolometric.core.{part}", "ahead_0") for part in loading.PARTS]
    wanted += [(f"bolometric.{part}", threading.current_thread().name) for part in loading.OF_VIEWS]
    window = open_window()
    qtbot.waitUntil(lambda: len(loaded) == len(wanted))
    assert window.known.exact is not None
    assert loaded == wanted
    settle(qtbot, window, lambda: window.document.edit("area.length", 23))
    window.late._ahead.flush()
    qtbot.wait(2 * BETWEEN)
    assert loaded == wanted


def test_the_import_of_the_binding_is_taken_out_whoever_loaded_it():
    told = subprocess.run([sys.executable, "-c", PLAIN_IMPORT], capture_output=True, text=True)
    assert "feature" not in told.stdout
    assert "import" in told.stdout


def test_nothing_late_is_made_before_it_is_wanted(open_window, monkeypatch):
    monkeypatch.setattr("bolometric.desk.shell.window.WARM_UP", 10**6)  # or a busy machine gets ready before we look
    window = open_window()
    assert window.late._made() == []
    window.go("table")
    assert window.late.table.isVisible()
    assert window.late.odds is None  # the table needs no charts


def test_charts_are_made_ahead_one_after_the_other_with_the_window_free_between(qtbot, open_window, monkeypatch):
    monkeypatch.setattr("bolometric.desk.shell.window.WARM_UP", 10**6)
    late = open_window().late
    late.make_charts()
    assert late._made() == [late.odds]
    qtbot.waitUntil(lambda: late.runs is not None)
    assert late._made() == [late.odds, late.runs]


@pytest.mark.parametrize("name", VIEWS)
def test_a_view_made_late_shows_the_present_game(qtbot, open_window, name):
    window = open_window()
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.filing.open(demo_files()[0])
    settle(qtbot, window, lambda: window.document.edit("area.length", 33))
    qtbot.waitUntil(lambda: window.known.played is not None and window.known.played.done)
    window.go(name)
    view = window.late.view(name)
    assert view.isVisible()
    if name == "runs":
        assert view.exact == window.known.exact
        assert view.played == window.known.played
    else:
        shown = {
            "odds": lambda: view.set,
            "practice": lambda: view.known.game,
            "tune": lambda: view.game,
            "table": lambda: view.sitting.game,
            "sheets": lambda: view.game,
            "class": lambda: view.game,
            "logbook": lambda: view.game,
        }
        assert shown[name]().pieces == window.document.game.pieces
    settle(qtbot, window, lambda: window.document.edit("area.length", 21))
    if name == "table":
        assert view.sitting.game.area.length == 21


def test_other_colours_keep_what_was_played(qtbot, window):
    window.go("runs")
    runs = window.late.runs
    qtbot.waitUntil(lambda: runs.played is not None and runs.played.done)
    played = runs.played
    window.dressing.use_dark()
    assert runs.played is played
    assert runs.colours == window.colours
    window.dressing.use_light()


@pytest.mark.parametrize(("area", "words"), [({"kind": "purse"}, "score"), ({}, "part of the game played")])
def test_the_chart_of_leads_is_named_for_what_it_shows(qtbot, open_window, area, words):
    window = open_window()
    window.filing.start(game_from({"bolometric": 1, "area": area, "seats": {"count": 2}}))
    window.go("runs")
    runs = window.late.runs
    qtbot.waitUntil(lambda: runs.played is not None and runs.played.done)
    assert words in runs.leads._across
    if not area:
        bars = runs.lengths.drawing.bars[0]
        mean = sum(at * high for at, high in zip(bars.at, bars.heights, strict=True)) / sum(bars.heights)
        assert abs(mean - runs.played.readings["turns"].mean) < bars.width


@given(
    st.sampled_from([(10, 10), (100, 100), (1000, 1000), (250, 10), (10_000, 100), (7000, 1000)]),
    st.floats(150, 1500),
    st.floats(120, 900),
    st.data(),
)
def test_cells_of_a_box_fill_it_from_below_and_are_found_again(box, width, height, data):
    steps, per_one = box
    area = QRectF(0, 0, width, height)
    drawn = Box(steps, per_one)
    layout, cells, per_cell = FillLayout(drawn, area), drawn.cells, drawn.per_cell
    assert cells * per_cell >= steps > (cells - 1) * per_cell
    assert cells <= MOST_CELLS
    number = data.draw(st.integers(1, cells))
    cell = layout.square(number)
    assert area.adjusted(-1, -1, 1, 1).contains(cell)
    assert layout.number_at(cell.center()) == number
    assert layout.amount(cells) * per_one == steps
    if number > layout.columns:
        below = layout.square(number - layout.columns)
        assert below.top() > cell.top()
        assert below.left() == pytest.approx(cell.left())
        assert layout.beside(number, -1) == number - layout.columns
    if number % layout.columns:
        assert layout.square(min(number + 1, cells)).left() >= cell.left()


def test_a_card_says_where_its_length_was_played_for(qtbot):
    for name, played in (("comet-chart", True), ("ridge-ascent", False)):
        path = next(path for path in demo_files() if path.name.startswith(name))
        card = GameCard(path, LIGHT)
        qtbot.addWidget(card)
        card.fill(ShelfEntry(path, quick_measure(read(path))))
        assert (", simulated" in card.accessibleName()) == played


def test_a_table_of_pairs_draws_its_cells(qtbot):
    table = PairTableView("pairs")
    qtbot.addWidget(table)
    table.resize(200, 200)
    pictures = []
    for words in ("", "7"):
        table.show_cells("", [1, 2], [1, 2], [[Cell(words, 0.5)] * 2] * 2, LIGHT)
        pictures.append(table.grab().toImage())
    assert pictures[0] != pictures[1]


def test_a_game_whose_draws_hang_together_is_shown_as_simulated(qtbot, window):
    path = next(path for path in demo_files() if path.name.startswith("meteor"))
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.filing.open(path)
    window.go("shape")
    qtbot.waitUntil(lambda: window.gauges.gauges["minutes"].reading is not None)
    assert window.gauges.gauges["minutes"].reading.method == "simulated"
    assert "simulated ±" in window.shape.board.describe(5)
    window.go("runs")
    assert not window.late.runs.within.isVisibleTo(window.late.runs)  # how soon one player is home is not known
    with qtbot.waitSignal(window.measurer.effects_ready) as told:
        window.gauges.gauges["minutes"].click()
    game, (_, effects) = window.document.game, told.args
    rows = [label.text() for label in window.editing.popover.content.findChildren(QLabel)]
    arrows = [text for text in rows if text.startswith("→")]
    shown = [one for one in effects if show("minutes", one.after.mean) != show("minutes", one.before.mean)]
    assert 0 < len(arrows) <= len(shown)
    assert all("(simulated ±" in text or "(exact)" in text for text in arrows)
    touched = {stray(game, one.change) for one in shown[: len(arrows)]}
    assert {of for of, words in TOLD.items() if f"T{words[1:]}:" in rows} == touched & set(TOLD)
    window.editing.close_popover()


def test_the_key_for_rules_leaves_the_view_but_for_the_shelf(open_window):
    window = open_window()
    for view in ("odds", "runs", "table", "shape"):
        window.go(view)
        window.commands.focus_rules()
        assert window.view == view
    window.go("shelf")
    window.commands.focus_rules()
    assert window.view == "shape"


def test_a_detail_is_filled_once_and_left_alone_after_that(qtbot, open_window):
    window = open_window()
    with qtbot.waitSignal(window.measurer.exact_ready):
        window.filing.open(demo_files()[0])
    window.go("shape")
    window._gauge_clicked("setbacks")
    opened = window.editing.popover
    window.editing.readings_came(window.known.readings, window.gauges.gauges, window.colours)
    assert window.editing.popover is opened


def test_an_edit_lays_out_no_board_that_nobody_looks_at(qtbot, window, monkeypatch):
    """The map of a purse takes best play on it: the window's thread finds it once others have worked it out."""
    from bolometric.core.areas.purse import board

    made, laid = [], board._map

    def noted(steps):
        before = laid.cache_info().misses
        found = laid(steps)
        if laid.cache_info().misses > before:
            made.append(threading.current_thread())
        return found

    window.filing.open(next(path for path in demo_files() if path.name.startswith("battery")))
    window.go("class")
    monkeypatch.setattr(board, "_map", noted)
    settle(qtbot, window, lambda: window.document.edit("area.draws", window.document.game.area.draws - 1))
    assert made
    assert threading.main_thread() not in made
