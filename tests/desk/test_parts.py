"""The parts of the window alone: gauges, linked text, popover, measurer, shelf, odds and runs."""

import threading

import pytest
from PySide6.QtCore import QPoint, QRect, Qt
from PySide6.QtWidgets import QLabel, QMainWindow, QPushButton, QVBoxLayout, QWidget

from bolometric.assets import demo_files
from bolometric.core.game.brief import Band
from bolometric.core.game.document import Game, game_from
from bolometric.core.game.files import read
from bolometric.core.measure import measuring
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.results.readings import Reading
from bolometric.desk.parts.charts.gauge import SHOWN, Gauge, GaugeStrip
from bolometric.desk.parts.sheet.links import LinkedText, link
from bolometric.desk.parts.sheet.popover import Popover
from bolometric.desk.parts.sheet.rule_sheet import RuleSheet
from bolometric.desk.views.runs import RunsView
from bolometric.desk.working.measurer import Measurer
from bolometric.paint.palette import LIGHT


@pytest.fixture
def shown(qtbot):
    def show(widget):
        qtbot.addWidget(widget)
        widget.resize(800, 500)
        widget.show()
        qtbot.waitExposed(widget)
        return widget

    return show


@pytest.mark.parametrize("key", SHOWN)
@pytest.mark.parametrize(
    "reading",
    [
        None,
        Reading("exact", 0.0),
        Reading("exact", 0.3, 0.1, 0.2, 0.3, 0.4),
        Reading("exact", None, never=0.5),
        Reading("simulated", 1e12, 1e11, 1e11, 1e12, 1e13, stderr=1e9),
    ],
)
@pytest.mark.parametrize("band", [None, Band(low=0, high=0), Band(low=0.1, high=0.4)])
def test_a_gauge_draws_and_tells_whatever_it_is_given(shown, key, reading, band):
    gauge = shown(Gauge(key))
    gauge.show_reading(reading, band if key in ("minutes", "first_seat_edge", "setbacks") else None)
    assert not gauge.grab().isNull()
    assert gauge.accessibleName()
    if reading is not None:
        assert gauge.accessibleDescription()
        assert ("simulated" in gauge.accessibleDescription()) == (reading.method == "simulated")


def test_gauges_that_mean_nothing_are_not_shown(shown):
    strip = shown(GaugeStrip())
    alone = game_from({"bolometric": 1, "seats": {"count": 1}, "brief": {"minutes": None}})
    strip.show_readings(alone, measure_exactly(alone).readings, LIGHT)
    assert [key for key, gauge in strip.gauges.items() if gauge.isVisible()] == ["minutes", "setbacks"]
    strip.show_readings(Game(), measure_exactly(Game()).readings, LIGHT)
    assert [key for key, gauge in strip.gauges.items() if gauge.isVisible()] == [
        "minutes",
        "in_time",
        "first_seat_edge",
        "setbacks",
        "lead_for_good",
    ]
    daring = game_from({"bolometric": 1, "area": {"go_on": "dare"}})
    strip.show_readings(daring, measure_exactly(daring).readings, LIGHT)
    assert [key for key, gauge in strip.gauges.items() if gauge.isVisible()] == [
        "minutes",
        "in_time",
        "first_seat_edge",
        "setbacks",
        "choice",
    ]
    shared = game_from({"bolometric": 1, "area": {"track": "shared"}})
    strip.show_readings(shared, measure_exactly(shared).readings, LIGHT)
    assert [key for key, gauge in strip.gauges.items() if gauge.isVisible()] == [
        "minutes",
        "in_time",
        "success",
        "setbacks",
    ]


def test_linked_text_goes_from_word_to_word_and_out_at_the_ends(qtbot, shown):
    page = QWidget()
    column = QVBoxLayout(page)
    before, text, after = QPushButton("before"), LinkedText("sheet"), QPushButton("after")
    for part in (before, text, after):
        column.addWidget(part)
    text.show_html(f"<p>{link('a', 'first')} and {link('b', 'second')}</p>", "", ["a", "b"])
    shown(page)
    text.setFocus()
    chosen = []
    text.word_chosen.connect(chosen.append)
    for word in ("a", "b"):
        qtbot.keyClick(text, Qt.Key.Key_Tab)
        assert text.focused_word() == word
        qtbot.keyClick(text, Qt.Key.Key_Return)
    assert chosen == ["a", "b"]
    qtbot.keyClick(text, Qt.Key.Key_Tab)
    assert page.focusWidget() is after
    text.setFocus()
    qtbot.keyClick(text, Qt.Key.Key_Backtab)
    assert text.focused_word() == "b"
    qtbot.keyClick(text, Qt.Key.Key_Backtab)
    qtbot.keyClick(text, Qt.Key.Key_Backtab)
    assert page.focusWidget() is before


@pytest.mark.parametrize("width", [800, 520, 430, 340, 300, 260, 200])
def test_words_are_where_they_are_drawn(shown, width):
    """At each width other words are broken over lines."""
    sheet = shown(RuleSheet())
    sheet.resize(width, 500)
    sheet.show_game(read(demo_files()[0]), LIGHT)
    for path in sheet.words():
        sheet.focus_word(path)
        rect = sheet.word_rect(path)
        at = rect.translated(-sheet.viewport().pos()).topLeft() + QPoint(4, rect.height() // 2)
        assert sheet.anchorAt(at) == f"word:{path}", path
    assert sheet.word_rect("no.such.word").width() == 1


def test_a_strange_name_cannot_become_markup(shown):
    sheet = shown(RuleSheet())
    name = '<img src="file:///etc/passwd"><a href="word:name">x</a>'
    sheet.show_game(Game(name=name), LIGHT)
    assert sheet.toPlainText().startswith(name)
    assert sheet.loadResource(1, "file:///etc/passwd") is None


@pytest.mark.parametrize("anchor", [QRect(10, 10, 50, 20), QRect(700, 450, 80, 20), QRect(-50, 900, 10, 10)])
def test_a_popover_stays_within_its_room(qtbot, shown, anchor):
    window = shown(QMainWindow())
    home = QPushButton(window)
    content = QLabel("Some words")
    content.setMinimumSize(200, 120)
    popover = Popover(window, content, home, QRect(0, 0, 800, 400))
    popover.open_at(anchor)
    assert QRect(0, 0, 800, 400).contains(popover.geometry())
    with qtbot.waitSignal(popover.closed) as said:
        qtbot.keyClick(popover, Qt.Key.Key_Escape)
    assert said.args == [True]
    popover.dismiss()  # a second time does nothing


def test_a_click_elsewhere_closes_a_popover_and_keeps_the_change(qtbot, shown):
    window = shown(QMainWindow())
    home = QPushButton(window)
    popover = Popover(window, QLabel("words"), home, QRect(0, 0, 800, 400))
    popover.open_at(QRect(300, 300, 20, 20))
    qtbot.mouseClick(popover, Qt.MouseButton.LeftButton)
    assert popover.isVisible()
    with qtbot.waitSignal(popover.closed) as said:
        qtbot.mouseClick(window, Qt.MouseButton.LeftButton, pos=QPoint(5, 5))
    assert said.args == [False]


@pytest.fixture
def measurer(qapp):
    made = Measurer()
    yield made
    made.close()


def test_answers_of_an_older_game_are_never_shown(qtbot, measurer, monkeypatch):
    """The first game's work is held until the second is asked for; only the second may answer."""
    gate = threading.Event()
    real = measuring.measure_exactly

    def held(game, work=True):
        found = real(game, work=work)
        if game.name == "old":
            gate.wait(5)  # it is done in spite of being stale by then
        return found

    monkeypatch.setattr(measuring, "measure_exactly", held)
    answers = []
    measurer.exact_ready.connect(lambda exact: answers.append(exact.game.name))
    measurer.measure(Game(name="old"), play=False)
    measurer.measure(Game(name="new"), play=False)
    gate.set()
    qtbot.waitUntil(lambda: "new" in answers)
    qtbot.wait(50)
    assert answers == ["new"]


def test_a_crash_in_a_thread_is_said_and_the_next_game_is_measured(qtbot, measurer, monkeypatch):
    real = measuring.measure_exactly
    monkeypatch.setattr(measuring, "measure_exactly", lambda game, work: 1 / 0)
    with qtbot.waitSignal(measurer.failed) as said:
        measurer.measure(Game(), play=False)
    assert "ZeroDivisionError" in said.args[0]
    monkeypatch.setattr(measuring, "measure_exactly", real)
    with qtbot.waitSignal(measurer.exact_ready):
        measurer.measure(Game(), play=False)


def test_a_closed_measurer_takes_no_more_work(qtbot, measurer):
    measurer.close()
    measurer.measure(Game())
    measurer.ask_effects(Game(), "minutes")


def test_progress_never_falls_and_ends_at_one(qtbot, measurer):
    seen = []
    measurer.runs_ready.connect(lambda played: seen.append((played.progress, played.done)))
    measurer.measure(read(demo_files()[2]))
    qtbot.waitUntil(lambda: bool(seen) and seen[-1][1])
    assert seen[-1][0] == 1
    assert all(0 < progress <= 1 for progress, _ in seen)


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
def test_runs_tell_exact_results_before_any_run_is_in(shown, path):
    view = shown(RunsView())
    game = read(path)
    view.show_game(game, LIGHT)
    assert "only the runs" in view.lengths_words.text() or not view.lengths_words.text()
    view.show_exact(measure_exactly(game))
    played, own = measure_exactly(game).result is None, measure_exactly(game).result
    assert ("only the runs are shown (simulated)" if played else "On average") in view.lengths_words.text()
    view.count.setValue(10_000)
    followed = own is not None and own.way is not None
    assert ("of players" in view.within.text()) == followed
    assert view.within.isVisibleTo(view) == followed
    assert "games take 50 " in view.long_words.text() or measure_exactly(game).lasting is None
    assert view.cancel.text() == "Cancel"
    assert not view.grab().isNull()


def test_what_thinking_is_worth_comes_by_play_where_it_is_not_worked_out(qtbot, measurer):
    game = read(next(path for path in demo_files() if path.name.startswith("beacon")))
    assert "choice" not in measure_exactly(game).readings
    seen = []
    measurer.runs_ready.connect(lambda played: seen.append(played.readings.get("choice")))
    measurer.measure(game)
    qtbot.waitUntil(lambda: bool(seen) and seen[-1] is not None)
    assert seen[-1].method == "simulated"
    assert seen[-1].mean > 0.5
    known = read(next(path for path in demo_files() if path.name.startswith("dome")))
    assert "choice" in measure_exactly(known).readings
