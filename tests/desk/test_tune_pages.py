"""The pages of Tune on games that are not the one they are tried on: axes, sweeps, and games beside each other."""

import pytest
from PySide6.QtWidgets import QHBoxLayout, QWidget

from bolometric.assets import demo_files
from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import with_value
from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.tuning.comparing import different
from bolometric.core.tuning.space import free_knobs, values_of
from bolometric.desk.views.tune.axis import Axis

GAMES = [*map(read, demo_files()), *(starter.game for starter in starters())]


@pytest.fixture
def axis(qapp):
    """An axis in a widget that keeps it alive, and how often it said that it was changed."""
    said = []
    holder = QWidget()
    made = Axis("Go through", "", optional=True, changed=lambda: said.append(1))
    holder.setLayout(made)
    yield made, said
    holder.deleteLater()


@pytest.mark.parametrize("most", [1, 5, 12])
def test_an_axis_goes_through_values_that_the_game_can_have(axis, most):
    """In rising order within its range, no more than asked, and for a choice all it offers."""
    made, _ = axis
    for game in GAMES:
        made.show_game(game)
        for at in range(1, made.knob.count()):
            made.knob.setCurrentIndex(at)
            made.offer_range()
            path, swept = made.knob.currentData(), made.swept(most)
            assert swept is not None
            assert swept.path == path
            one = knob_at(game, path)
            if one.knob.kind != "number":
                assert list(swept.values) == list(values_of(one))
                continue
            numbers = [float(str(value)) for value in swept.values]
            assert len(numbers) <= most
            assert numbers == sorted(set(numbers))
            assert all(made.low.value() <= number <= made.high.value() for number in numbers)
            assert made.low.value() <= one.value <= made.high.value()
            for value in swept.values:
                try:
                    assert knob_at(with_value(game, path, value), path).value == value
                except GameError as error:
                    assert error.sentence.endswith(".")


def test_an_axis_keeps_its_setting_and_may_be_nothing(axis):
    made, said = axis
    made.show_game(GAMES[0])
    assert made.swept(5) is None
    assert not made.low.isVisibleTo(made.knob.parentWidget())
    paths = free_knobs(GAMES[0])
    made.knob.setCurrentIndex(1 + paths.index("area.length"))
    before = len(said)
    made.offer_range()
    assert len(said) == before + 1
    made.show_game(with_value(GAMES[0], "area.length", 60))
    assert made.knob.currentData() == "area.length"
    assert made.low.value() <= 60 <= made.high.value()
    made.low.setValue(made.high.value() + 1)
    assert made.swept(5).values == ()


def wait(qtbot, *lanes):
    qtbot.waitUntil(lambda: not any(lane.busy for lane in lanes))


@pytest.mark.parametrize("names", [("battery", "star-chart"), ("signal", "twin"), ("observatory", "comet")])
def test_games_beside_each_other_show_their_own_figures_and_what_differs(qtbot, window, names):
    """The open game first; figures are those of each game measured by itself; alike rules are not listed."""
    window.go("tune")
    tune = window.late.tune
    tune.bar.show_page(tune.bar.stack.indexOf(tune.compare))
    page = tune.compare
    wait(qtbot, page.lane)
    games = [read(next(path for path in demo_files() if name in path.name)) for name in names]
    for game in games:
        page.add(game)
    qtbot.waitUntil(lambda: len(page.sides) == 3)
    assert [side.game for side in page.sides] == [window.document.game, *games]
    for side in page.sides[1:]:
        exact = measure_exactly(side.game)
        for key, reading in side.readings.items():
            if reading.method == "exact" and reading.mean is not None:
                assert exact.readings[key].mean == pytest.approx(reading.mean, abs=1e-12), key
    said = different([side.game for side in page.sides])
    assert not set(said[0]) & set(said[1]) & set(said[2])
    page.add(games[0])
    wait(qtbot, page.lane)
    assert len(page.sides) == 3  # not twice
    page.clear.click()
    qtbot.waitUntil(lambda: len(page.sides) == 1)
    assert page.sides[0].game == window.document.game


@pytest.mark.parametrize(("name", "path"), [("dome-shutters", ""), ("twin-domes", ""), ("ridge-dare", "area.length")])
def test_a_sweep_of_another_game_shows_what_each_game_measures_by_itself(qtbot, window, name, path):
    """Each point is a game that differs in that one setting; where its mean is exact it is what the game measures."""
    window.filing.open(next(one for one in demo_files() if name in one.name))
    window.go("tune")
    tune = window.late.tune
    tune.bar.show_page(2)
    page, game = tune.sweeper, window.document.game
    first = page.first
    first.knob.setCurrentIndex(max(first.knob.findData(path), 0))
    first.offer_range()
    page.begin.click()
    assert page.begin.text() == "Cancel"
    wait(qtbot, page.lane)
    assert page.begin.text() == "Sweep"
    (swept,) = page.swept
    assert [point.values for point in page.points] == [(value,) for value in swept.values]
    there = [point for point in page.points if point.game is not None]
    assert there
    for point in there:
        assert point.game == with_value(game, swept.path, point.values[0])
    point = there[-1]
    exact = measure_exactly(point.game).readings
    for key, reading in point.readings.items():
        if reading.method == "exact" and reading.mean is not None:
            assert exact[key].mean == pytest.approx(reading.mean, abs=1e-9), key
    page.which.setCurrentIndex(page.points.index(point))
    page.take.click()
    assert window.document.game == point.game
    window.commands.undo()
    assert window.document.game == game


def test_a_range_that_is_hidden_asks_for_no_room(qtbot):
    """Nor where it was hidden on a page that has never been seen."""
    page = QWidget()
    qtbot.addWidget(page)
    row, axis = QHBoxLayout(page), Axis("and", ", second", True, lambda: None)
    row.addLayout(axis)
    wide = row.minimumSize().width()
    axis.show_game(read(demo_files()[0]))  # nothing is chosen yet
    assert row.minimumSize().width() < wide - axis.low.minimumSizeHint().width()
