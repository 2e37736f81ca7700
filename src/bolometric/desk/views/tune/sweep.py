"""Sweep: a setting gone through from end to end, or two together, and what that does to a reading.

One gives a curve with its error and the target, two a tinted map on which the target is ringed. Every point is a game
that can be taken.
"""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QProgressBar, QPushButton, QStackedWidget, QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.core.game.targets import Target
from bolometric.core.judge.nearby import order_of
from bolometric.core.judge.suits import off_by, targets_of
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.knobs import knob_at
from bolometric.core.tuning.moves import telling
from bolometric.core.tuning.sweep import Point, Swept, sweep
from bolometric.desk.parts.charts.chart import ChartView
from bolometric.desk.parts.charts.pair_table import Cell, PairTableView
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.tune.axis import Axis
from bolometric.desk.views.tune.styles import offer_styles
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

MOST_POINTS, MOST_EACH = 25, 12
"""Points of a curve, and of each side of a map."""
IDLE = "Choose a setting and its range: every reading is worked out for each value."


class SweepPage(QWidget):
    """One or two settings, a range each, a reading, and a curve or a map whose points can be taken."""

    taken = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self.points: list[Point] = []
        self.swept: tuple[Swept, ...] = ()
        self._asked: object = None
        self._wanted = "minutes"
        """The reading that is shown where nobody has chosen another."""
        self.lane, self.looks = Lane("sweep", self), Lane("telling", self)
        self.looks.done.connect(self._begin_with)
        self.lane.done.connect(lambda _: self._ended())
        self.lane.failed.connect(self._failed)
        self.reading, self.choosing, self.which = QComboBox(), QComboBox(), QComboBox()
        self.first = Axis("Go through", "", False, lambda: None)
        self.second = Axis("and", ", second", True, lambda: None)
        self.begin, self.take = QPushButton("Sweep"), QPushButton("Take this game")
        self.bar = QProgressBar(maximum=1000, textVisible=False)
        self.bar.setAccessibleName("Progress of the sweep")
        self.bar.hide()
        names = ((self.reading, "which reading"), (self.choosing, "for whom"), (self.which, "which game of the sweep"))
        for widget, name in names:
            widget.setAccessibleName(name)
        self.chart, self.map = ChartView("", ""), PairTableView("games by two settings")
        self.shown = QStackedWidget()
        self.told = Label(IDLE, wordWrap=True)
        self._lay_out()
        self.reading.activated.connect(lambda _: self.draw())
        self.which.activated.connect(lambda _: self.tell())
        self.begin.clicked.connect(self._press)
        self.take.clicked.connect(self._take)
        self.map.pointed.connect(self._point)
        self.map.chosen.connect(self._point)

    def _lay_out(self) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 0)
        row = QHBoxLayout()
        row.addLayout(self.first, 3)
        row.addLayout(self.second, 2)  # which mostly goes through nothing
        column.addLayout(row)
        for parts in (
            (Label("for"), self.choosing, self.begin, self.bar),
            (Label("and show"), self.reading, Label("of the game with"), self.which, self.take),
        ):
            row = QHBoxLayout()
            for part in parts:
                row.addWidget(part, int(part in (self.bar, self.reading, self.which)))
            if self.bar in parts:
                row.addStretch(0)
            column.addLayout(row)
        self.shown.addWidget(self.chart)
        self.shown.addWidget(self.map)
        column.addWidget(self.shown, 1)
        column.addWidget(self.told)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game; what was swept stays, since its points are games of their own."""
        self.game, self.colours = game, colours
        self.first.show_game(game)
        self.second.show_game(game)
        offer_styles(self.choosing, game)
        self.draw()

    def showEvent(self, event: object) -> None:
        """It is looked at: begin with the setting that moves most what is off its target, or the length."""
        super().showEvent(event)  # type: ignore[arg-type]
        if not self.points and not self.lane.busy and not self.looks.busy:
            game = self.game
            self.told.setText("Looking for the setting that moves most …")
            self.looks.ask(lambda: telling(game))

    def _begin_with(self, found: tuple[str, str] | None) -> None:
        """A reading and a setting to begin with; somebody may have begun with others meanwhile."""
        if found is None or self.points or self.lane.busy or not self.isVisible():
            self.tell()
            return
        key, path = found
        if self.first.knob.findData(path) >= 0:
            self.first.knob.setCurrentIndex(self.first.knob.findData(path))
            self.first.offer_range()
        self._wanted = key
        self._press()

    def _press(self) -> None:
        self.looks.give_up()
        if self.lane.busy:
            self.lane.give_up()
            self._ended()
            return
        second = self.second.swept(MOST_EACH)
        first = self.first.swept(MOST_POINTS if second is None else MOST_EACH)
        swept = tuple(one for one in (first, second) if one is not None)
        if len({one.path for one in swept}) < len(swept):
            self.told.setText("These are the same setting twice: choose another one for the second.")
            return
        if not swept or not all(one.values for one in swept):
            self.told.setText("There is no value between these two: let it end later.")
            return
        game, style = self.game, self.choosing.currentData()
        self._asked, self.swept, self.points = object(), swept, []
        asked, count = self._asked, len(swept[0].values) * (len(swept[1].values) if len(swept) > 1 else 1)
        self.begin.setText("Cancel")
        self.bar.setValue(0)
        self.bar.show()

        def work() -> None:
            for k, point in enumerate(sweep(game, swept, whom=(style, ""))):
                self.lane.tell(self._take_in, asked, point, (k + 1) / count)

        self.lane.ask(work)

    def _take_in(self, asked: object, point: Point, part: float) -> None:
        if asked is not self._asked:
            return
        self.points.append(point)
        self.bar.setValue(int(1000 * part))
        self.draw()

    def _ended(self) -> None:
        self.begin.setText("Sweep")
        self.bar.hide()
        self.draw()

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
            self.reading.setCurrentIndex(max(self.reading.findData(kept or self._wanted), 0))
        if self.which.count() != len(self.points) or not self.points:
            self.which.clear()
            for point in self.points:
                self.which.addItem(self._name(point))
            self.which.setCurrentIndex(max(at, 0))

    def _name(self, point: Point) -> str:
        if point.game is None:
            return ", ".join(str(value) for value in point.values)
        return "; ".join(order_of(knob_at(point.game, one.path)) for one in self.swept)

    @property
    def _band(self) -> Target | None:
        key = self.reading.currentData()
        return next((target for target in targets_of(self.game) if target.reading == key), None)

    def draw(self) -> None:
        """The curve or the map, as far as it has been worked out."""
        self._offer()
        two = len(self.swept) > 1
        self.shown.setCurrentWidget(self.map if two else self.chart)
        if two:
            self._draw_map()
        else:
            self._draw_curve()
        self.tell()

    def _draw_map(self) -> None:
        key, (down, across), c = self.reading.currentData(), self.swept, self.colours
        means = [value for point in self.points if key and (value := _mean(point, key)) is not None]
        low, high = min(means, default=0.0), max(means, default=1.0)
        rows, band, wide = [], self._band, len(across.values)
        for row in range(len(down.values)):
            cells = []
            for column in range(wide):
                number = row * wide + column
                point = self.points[number] if number < len(self.points) else None
                mean = None if point is None or key is None else _mean(point, key)
                if point is None or mean is None:
                    cells.append(Cell("" if point is None else "–", None, number=number))
                    continue
                met = band is not None and off_by(band, point.readings[key]) == 0 and not point.lost
                warmth = (mean - low) / (high - low) if high > low else 0.5
                cells.append(Cell(show(key, mean).split(" ")[0], warmth, wanted=met, number=number))
            rows.append(cells)
        names = [knob_at(self.game, one.path).knob.label for one in self.swept]
        head = f"{names[0]} downwards, {names[1]} across"
        self.map.show_cells(head, _edges(down), _edges(across), rows, c)

    def _draw_curve(self) -> None:
        key, c = self.reading.currentData(), self.colours
        self.chart.clear_to(c)
        known = [(k, point.readings[key]) for k, point in enumerate(self.points) if key in point.readings]
        shown = [(k, reading) for k, reading in known if reading.mean is not None]
        if key is None or not shown or not self.swept:
            return
        numbers = all(isinstance(value, int | float) for value in self.swept[0].values)
        across = np.array([float(str(self.points[k].values[0])) if numbers else k for k, _ in shown])
        means = np.array([reading.mean for _, reading in shown], float)
        errors = 2 * np.array([reading.stderr for _, reading in shown])
        low, high, band = float(min(0.0, (means - errors).min())), float((means + errors).max()), self._band
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
        values = [self.points[k].values[0] for k, _ in shown]
        names = [f"{x:g}" if numbers else str(value) for x, value in zip(across, values, strict=True)]
        marks = list(zip(across.tolist(), names, strict=True))
        self.chart.marks_across(marks[:: max(1, len(marks) // 10)])
        self.chart.drawing.up = [(high * part / 4, show(key, high * part / 4)) for part in range(5)]

    def _point(self, cell: Cell | None) -> None:
        """A game of the map was pointed at."""
        if cell is not None and cell.number < len(self.points):
            self.which.setCurrentIndex(cell.number)
            self.tell()

    def tell(self) -> None:
        """Say what is known of the game chosen."""
        at, key = self.which.currentIndex(), self.reading.currentData()
        point = self.points[at] if 0 <= at < len(self.points) else None
        self.take.setEnabled(point is not None and point.game is not None)
        if point is None or key is None:
            self.told.setText("" if self.points else IDLE)
            return
        if point.game is None:
            self.told.setText(f"{self._name(point)}: {point.trouble}")
            return
        reading = point.readings.get(key)
        known = "not known" if reading is None else f"{headline(key, reading)} ({certainty(key, reading)})"
        lines = "Green lines are the target; grey ones twice the error."
        if len(self.swept) > 1:
            lines = "Blue rings are within the target; a click chooses a game." if self._band else ""
        lost = f" What the game is for is lost: {point.lost}." if point.lost else ""
        self.told.setText(f"{self._name(point)}: {READINGS[key].label} {known}.{lost} {lines}")

    def _take(self) -> None:
        at = self.which.currentIndex()
        if 0 <= at < len(self.points) and self.points[at].game is not None:
            self.taken.emit(self.points[at].game)


def _edges(swept: Swept) -> list[Value | str]:
    return [
        value if isinstance(value, int) else f"{value:g}" if isinstance(value, float) else str(value)
        for value in swept.values
    ]


def _mean(point: Point, key: str) -> float | None:
    reading = point.readings.get(key)
    return None if reading is None else reading.mean
