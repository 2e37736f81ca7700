"""The window fits a small screen and is read there: nothing runs into anything, nothing is larger than the screen."""

import subprocess
import sys

import pytest
from PySide6.QtCore import QSize
from PySide6.QtGui import QFontMetrics

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import register, withdraw
from bolometric.core.game.document import game_from
from bolometric.core.game.files import read
from bolometric.core.judge.verdict import verdict
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.results.kinds import READINGS
from bolometric.desk.parts.charts.chart import LINE, ChartView
from bolometric.desk.parts.charts.gauge import GaugeStrip
from bolometric.desk.shell.app import make_window
from bolometric.desk.views.runs import RunsView
from bolometric.desk.views.table import TableView
from bolometric.desk.working.measurer import PlayedRuns
from bolometric.paint.fonts import screen_font
from bolometric.paint.palette import LIGHT
from tests.areas.ledger.area import LEDGER

SMALL = QSize(900, 560)


def test_every_view_fits_a_small_window(window, qtbot):
    for view in ("shape", "odds", "runs", "table", "shelf"):
        window.go(view)
        window.resize(SMALL)
        qtbot.waitUntil(lambda: window.size() == SMALL)
        assert window.minimumSizeHint().width() <= SMALL.width()
        assert window.minimumSizeHint().height() <= SMALL.height()


@pytest.mark.parametrize("left", [True, False])
def test_a_window_opens_no_larger_than_the_screen(window, tmp_path, left):
    """Whatever size it was left in on another screen; the one for tests is 800 by 800, less than the usual size."""
    window.resize(3000, 2000)
    window.settings.keep("geometry", window.saveGeometry() if left else b"")
    again = make_window(None, True, window.settings, tmp_path / "shelf", tmp_path / "other")
    room = again.screen().availableGeometry()
    assert again.width() <= room.width()
    assert again.height() <= room.height()
    again.close()
    again.keeper.close()
    again.deleteLater()


@pytest.mark.parametrize("width", [880, 1260])
@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_a_gauge_never_writes_one_word_over_another(qtbot, path, width):
    game = read(path)
    (*_, tally) = runs_of(game, 1, 300)
    strip = GaugeStrip()
    qtbot.addWidget(strip)
    strip.show_readings(game, {**tally.readings(), **measure_exactly(game).readings}, LIGHT)
    strip.resize(width, strip.sizeHint().height())
    strip.show()
    small, bold = QFontMetrics(screen_font(13.5)), QFontMetrics(screen_font(13.5, True))
    for key, gauge in strip.gauges.items():
        if gauge.isVisible() and gauge.reading is not None:
            label = small.horizontalAdvance(READINGS[key].brief_label)
            judged = bold.horizontalAdvance(verdict(key, gauge.reading, gauge.band).words)
            room = gauge.width() - 2 * (12 if gauge._wide else 8) - 3
            assert (label + judged if gauge._wide else max(label, judged)) <= room, key


def test_names_at_the_axes_have_room(qtbot):
    chart = ChartView("turns", "share")
    qtbot.addWidget(chart)
    chart.show()
    for width, height in ((900, 400), (240, 120), (300, 90)):
        chart.resize(width, height)
        chart.clear_to(LIGHT)
        chart.percents_up(0.6)
        chart.marks_across([(k, f"player {k}") for k in range(30)])
        up, across = chart.drawing.up, chart.drawing.across
        assert 1 <= len(up) <= max(2, height // LINE + 1)
        assert len(across) * 40 <= max(width, 60)


def test_games_that_all_lost_are_counted_in_the_bars(qtbot):
    lost = {"area": {"track": "shared", "turns": 12, "length": 40}, "seats": {"count": 3}}
    game = game_from({"bolometric": 1, **lost})
    view, exact = RunsView(), measure_exactly(game)
    qtbot.addWidget(view)
    view.show_game(game, LIGHT)
    (*_, tally) = runs_of(game, 1, 2000)
    view.show_exact(exact)
    view.show_played(PlayedRuns(game, tally.readings(), tally.sample, tally.runs, 0.01, True))
    view.show()
    assert 0 < exact.readings["success"].mean < 1
    assert tally.sample.paced.number == 2000
    assert "All reach the aim together in" in view.wins_words.text()
    assert view._won(exact.readings) == (exact.readings["success"].mean,)


def test_no_entry_of_a_menu_is_without_words(window):
    for bar in window.menuBar().actions():
        for action in bar.menu().actions():
            assert action.isSeparator() or action.menu() or action.text().strip()


def test_an_area_of_ones_own_is_drawn_played_and_told_in_the_window(qtbot, window):
    register(LEDGER)
    try:
        window.document.start(game_from({"bolometric": 1, "name": "Sky page", "area": {"kind": "ledger", "draws": 3}}))
        qtbot.waitUntil(lambda: "turns" in window.known.readings)
        window.go("runs")
        assert "Nobody wins" in window.late.runs.wins_words.text()
        assert not window.grab().isNull()
        table = TableView()
        qtbot.addWidget(table)
        table.show_game(window.document.game, LIGHT)
        for _ in range(3):
            table.draw.click()
        assert table.sitting.now.over
        assert not table.grab().isNull()
    finally:
        window.document.start(game_from({"bolometric": 1}))
        withdraw(LEDGER)


def test_the_window_comes_up_without_the_heavy_libraries():
    """Compiler and solvers take half a second each: none is loaded for the first game to be worked out."""
    begin = (
        "import sys, bolometric.desk.shell.app; from bolometric.core.measure.measuring import measure_exactly;"
        "from bolometric.core.game.document import Game; measure_exactly(Game()).heat;"
        "print([name for name in ('numba', 'scipy', 'lark') if name in sys.modules])"
    )
    done = subprocess.run([sys.executable, "-c", begin], capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"
