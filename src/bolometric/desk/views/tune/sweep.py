"""Sweep: one setting gone through from end to end, and what it does to a reading, with its error and the target."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QDoubleSpinBox, QHBoxLayout, QProgressBar, QPushButton, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.judge.nearby import order_of
from bolometric.core.judge.suits import targets_of
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.settings.knobs import knob_at
from bolometric.core.tuning.space import free_knobs, values_of
from bolometric.core.tuning.sweep import Point, Swept, sweep
from bolometric.desk.lane import Lane
from bolometric.desk.parts.chart import Chart
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import LIGHT, Palette

MOST_POINTS = 25


class SweepPage(QWidget):
    """A setting, a range, a reading, and a curve whose points can be taken."""

    taken = Signal(object)
    _came = Signal(object, object, float)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.points: list[Point] = []
        self._asked: object = None
        self._swept: Swept | None = None
        self.lane = Lane("sweep", self)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._failed)
        self._came.connect(self._take_in)
        self.knob, self.reading = QComboBox(), QComboBox()
        self.low, self.high = (QDoubleSpinBox(decimals=0, minimum=-1e6, maximum=1e6) for _ in range(2))
        self.begin, self.take, self.which = QPushButton("Sweep"), QPushButton("Take this game"), QComboBox()
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress of the sweep")
        self.bar.hide()
        names = ((self.knob, "which setting"), (self.low, "from"), (self.high, "to"), (self.reading, "which reading"),
                 (self.which, "which game of the sweep"))  # fmt: skip
        for widget, name in names:
            widget.setAccessibleName(name)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        row = QHBoxLayout()
        for part in (Label("Go through"), self.knob, self.low, Label("to"), self.high, self.begin, self.bar):
            row.addWidget(part, int(part in (self.knob, self.bar)))
        column.addLayout(row)
        second = QHBoxLayout()
        for part in (Label("and show"), self.reading, Label("of the game with"), self.which, self.take):
            second.addWidget(part, int(part in (self.reading, self.which)))
        column.addLayout(second)
        self.chart = Chart("", "")
        self.told = Label(wordWrap=True)
        column.addWidget(self.chart, 1)
        column.addWidget(self.told)
        self.knob.activated.connect(lambda _: self._offer_range())
        self.reading.activated.connect(lambda _: self._draw())
        self.which.activated.connect(lambda _: self._tell())
        self.begin.clicked.connect(self._press)
        self.take.clicked.connect(self._take)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game; what was swept stays, since its points are games of their own."""
        kept = self.knob.currentData()
        self.game, self.colours = game, colours
        self.knob.clear()
        for path in free_knobs(game):
            self.knob.addItem(knob_at(game, path).knob.label, path)
        self.knob.setCurrentIndex(max(self.knob.findData(kept), 0))
        self._offer_range()
        self._draw()

    def _offer_range(self) -> None:
        """A number is gone through about its present value; a choice through all it offers."""
        path = self.knob.currentData()
        if path is None:
            return
        at = knob_at(self.game, path)
        number = at.knob.kind == "number"
        for box in (self.low, self.high):
            box.setVisible(number)
        if number:
            low, high = at.low if at.low is not None else 0, at.high if at.high is not None else 10 * at.value
            self.low.setValue(max(low, at.value / 2))
            self.high.setValue(min(high, max(at.value * 2, at.value + 5 * at.knob.step)))

    def _values(self, path: str) -> tuple[object, ...]:
        at = knob_at(self.game, path)
        values = values_of(at)
        if at.knob.kind != "number":
            return tuple(values)
        within = [value for value in values if self.low.value() <= float(str(value)) <= self.high.value()]
        stride = -(-len(within) // MOST_POINTS)
        return tuple(within[:: max(stride, 1)])

    def _press(self) -> None:
        if self.lane.busy:
            self.lane.give_up()
            self._ended()
            return
        path = self.knob.currentData()
        values = self._values(path) if path is not None else ()
        if not values:
            self.told.setText("There is no value between these two: let it end later.")
            return
        game, swept = self.game, Swept(path, values)
        self._asked, self._swept, self.points = object(), swept, []
        asked = self._asked
        self.begin.setText("Cancel")
        self.bar.setValue(0)
        self.bar.show()

        def work() -> None:
            for k, point in enumerate(sweep(game, [swept])):
                self._came.emit(asked, point, (k + 1) / len(values))

        self.lane.ask(work)

    def _take_in(self, asked: object, point: Point, part: float) -> None:
        if asked is not self._asked:
            return
        self.points.append(point)
        self.bar.setValue(int(1000 * part))
        self._draw()

    def _ended(self) -> None:
        self.begin.setText("Sweep")
        self.bar.hide()
        self._draw()

    def _failed(self, words: str) -> None:
        self._ended()
        self.told.setText(words)

    def _offer(self) -> None:
        """Readings that any point has, and the points by their values."""
        kept, at = self.reading.currentData(), self.which.currentIndex()
        keys = [key for key in READINGS if any(_mean(point, key) is not None for point in self.points)]
        if [self.reading.itemData(k) for k in range(self.reading.count())] != keys:
            self.reading.clear()
            for key in keys:
                self.reading.addItem(READINGS[key].label, key)
            self.reading.setCurrentIndex(max(self.reading.findData(kept or "minutes"), 0))
        if self.which.count() != len(self.points):
            self.which.clear()
            for point in self.points:
                self.which.addItem(self._name(point))
            self.which.setCurrentIndex(max(at, 0))

    def _name(self, point: Point) -> str:
        assert self._swept is not None
        if point.game is None:
            return str(point.values[0])
        return order_of(knob_at(point.game, self._swept.path))

    def _draw(self) -> None:
        self._offer()
        key, c = self.reading.currentData(), self.colours
        self.chart.clear_to(c)
        known = [(k, point.readings[key]) for k, point in enumerate(self.points) if key in point.readings]
        shown = [(k, reading) for k, reading in known if reading.mean is not None]
        if key is None or not shown or self._swept is None:
            self._tell()
            return
        numbers = all(isinstance(value, int | float) for value in self._swept.values)
        across = np.array([float(str(self.points[k].values[0])) if numbers else k for k, _ in shown])
        means = np.array([reading.mean for _, reading in shown], float)
        errors = 2 * np.array([reading.stderr for _, reading in shown])
        low, high = float(min(0.0, (means - errors).min())), float((means + errors).max())
        band = next((target for target in targets_of(self.game) if target.reading == key), None)
        if band is not None:
            high = max(high, min(band.high, 3 * high))
            for edge in (band.low, min(band.high, high)):
                self.chart.line(across[[0, -1]], np.array([edge, edge]), c.moss)
        self.chart.line(across, means, c.ember, dots=True)
        if errors.any():
            self.chart.line(across, means + errors, c.line)
            self.chart.line(across, means - errors, c.line)
        wide = (float(across[-1]) - float(across[0])) * 0.03 + 0.3
        self.chart.frame(float(across[0]) - wide, float(across[-1]) + wide, high if high > low else 1.0)
        names = [
            f"{x:g}" if numbers else str(self.points[k].values[0]) for x, (k, _) in zip(across, shown, strict=True)
        ]
        marks = list(zip(across.tolist(), names, strict=True))
        self.chart.marks_across(marks[:: max(1, len(marks) // 10)])
        self.chart.drawing.up = [(high * part / 4, show(key, high * part / 4)) for part in range(5)]
        self._tell()

    def _tell(self) -> None:
        at, key = self.which.currentIndex(), self.reading.currentData()
        point = self.points[at] if 0 <= at < len(self.points) else None
        self.take.setEnabled(point is not None and point.game is not None)
        if point is None or key is None:
            first = "Choose a setting and its range: every reading is worked out for each value."
            self.told.setText("" if self.points else first)
            return
        if point.game is None:
            self.told.setText(f"{self._name(point)}: {point.trouble}")
            return
        reading = point.readings.get(key)
        known = "not known" if reading is None else f"{headline(key, reading)} ({certainty(key, reading)})"
        lines = "Green lines are the target; grey ones twice the error."
        self.told.setText(f"{self._name(point)}: {READINGS[key].label} {known}. {lines}")

    def _take(self) -> None:
        at = self.which.currentIndex()
        if 0 <= at < len(self.points) and self.points[at].game is not None:
            self.taken.emit(self.points[at].game)


def _mean(point: Point, key: str) -> float | None:
    reading = point.readings.get(key)
    return None if reading is None else reading.mean
