"""Charts: what is given is drawn where it belongs."""

import numpy as np
import pytest
from PySide6.QtGui import QColor

from bolometric.desk.parts.charts.chart import ChartView
from bolometric.paint.palette import LIGHT

RED, BLUE = QColor("#d01010"), QColor("#1010d0")


@pytest.fixture
def chart(qtbot):
    made = ChartView("total", "chance")
    qtbot.addWidget(made)
    made.resize(400, 300)
    made.clear_to(LIGHT)
    made.frame(0, 10, 0.5)
    made.count_across(0, 10)
    made.percents_up(0.5)
    return made


def places(chart, colour):
    """Columns and rows of the pixels of a colour; shape (pixels, 2)."""
    picture = chart.grab().toImage()
    found = [
        (x, y) for x in range(picture.width()) for y in range(picture.height()) if picture.pixelColor(x, y) == colour
    ]
    return np.array(found).reshape(-1, 2)


def test_bars_stand_side_by_side_as_high_as_they_are(chart):
    chart.bars([2.0, 8.0], [0.5, 0.25], [RED, BLUE], 1.0, None)
    red, blue = places(chart, RED), places(chart, BLUE)
    assert red[:, 0].max() < blue[:, 0].min()
    assert red[:, 1].max() == blue[:, 1].max()  # both stand on the same ground
    chart.clear_to(LIGHT)
    chart.line(np.array([2.0, 2.0]), np.array([0.5, 0.5]), RED.name(), dots=True, mark="s")
    dot = places(chart, RED).mean(axis=0)  # a mark at its top stands where a bar ends
    assert abs(red[:, 0].mean() - dot[0]) <= 1.5
    assert abs(red[:, 1].min() - dot[1]) <= 1.5
    assert np.ptp(red[:, 1]) + 1 == pytest.approx(2 * (np.ptp(blue[:, 1]) + 1), abs=2)


@pytest.mark.parametrize("mark", ["o", "s", "t", "d"])
def test_a_line_with_marks_covers_more_than_one_without_and_each_mark_differs(chart, mark):
    x, y = np.array([2.0, 5.0, 8.0]), np.array([0.1, 0.4, 0.1])
    chart.line(x, y, RED.name())
    plain = len(places(chart, RED))
    chart.line(x, y, RED.name(), dots=True, mark=mark)
    assert len(places(chart, RED)) > plain > 0


def test_words_stand_above_their_place_or_below_it(chart):
    chart.label(5, 0.25, "MMM", RED.name())
    chart.label(5, 0.25, "MMM", BLUE.name(), below=True)
    red, blue = places(chart, RED), places(chart, BLUE)
    assert red[:, 1].max() < blue[:, 1].min()


def test_emptied_it_keeps_its_range_and_shows_nothing(chart):
    chart.bars([2.0], [0.5], RED, 1.0, None)
    before = chart.drawing
    chart.clear_to(LIGHT)
    assert not len(places(chart, RED))
    assert (chart.drawing.left, chart.drawing.right, chart.drawing.up) == (before.left, before.right, before.up)
