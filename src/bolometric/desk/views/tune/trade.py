"""The trade-off between two targets: every game that was looked at as a point, the best by both joined."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QVBoxLayout, QWidget

from bolometric.core.judge.suits import off_by
from bolometric.core.results.kinds import READINGS
from bolometric.core.results.show import show
from bolometric.core.text.figures import significant
from bolometric.core.tuning.reach import best_edge
from bolometric.core.tuning.recipes import Space, apart
from bolometric.core.tuning.screening import Seen
from bolometric.desk.parts.charts.scatter import Band, Scatter
from bolometric.desk.parts.plain import Label
from bolometric.paint.palette import LIGHT, Palette

CHANGES = "how much changes"
FAR = 1e4


class Trade(QWidget):
    """Two axes to choose among the targets and how much changes, and the points."""

    chosen = Signal(int)
    """The place of a game in the list of those that were looked at."""

    def __init__(self) -> None:
        super().__init__()
        self.seen: tuple[Seen, ...] = ()
        self.space: Space | None = None
        self.colours: Palette = LIGHT
        self._shown: list[int] = []
        self.across, self.upwards = QComboBox(), QComboBox()
        self.scatter = Scatter("games by two targets")
        row = QHBoxLayout()
        for words, chooser in (("Across", self.across), ("upwards", self.upwards)):
            chooser.setAccessibleName(f"what is told {words.lower()}")
            row.addWidget(Label(words))
            row.addWidget(chooser, 1)
            chooser.activated.connect(lambda _: self._draw())
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addLayout(row)
        column.addWidget(self.scatter, 1)
        self.scatter.chosen.connect(lambda at: self.chosen.emit(self._shown[at]))

    def show_seen(self, space: Space | None, seen: tuple[Seen, ...], colours: Palette) -> None:
        """Take on what a search has looked at so far."""
        self.space, self.seen, self.colours = space, seen, colours
        names = [READINGS[part.target.reading].label for part in seen[0].parts] if seen else []
        for chooser, usual in ((self.across, 0), (self.upwards, 1)):
            if [chooser.itemText(k) for k in range(chooser.count())] != [*names, CHANGES]:
                chooser.clear()
                chooser.addItems([*names, CHANGES])
                chooser.setCurrentIndex(min(usual, len(names)))
        self._draw()

    def _draw(self) -> None:
        if not self.seen or self.space is None:
            return
        axes = [self._axis(chooser.currentIndex()) for chooser in (self.across, self.upwards)]
        values = [tuple(axis[0](one) for axis in axes) for one in self.seen]
        self._shown = [k for k, pair in enumerate(values) if None not in pair]
        points = [(float(values[k][0] or 0), float(values[k][1] or 0)) for k in self._shown]
        edge = best_edge([(axes[0][1](self.seen[k]), axes[1][1](self.seen[k])) for k in self._shown])
        ends = tuple(
            (axis[3](min((p[i] for p in points), default=0.0)), axis[3](max((p[i] for p in points), default=0.0)))
            for i, axis in enumerate(axes)
        )
        names = (self.across.currentText(), self.upwards.currentText())
        self.scatter.show_points(points, edge, (axes[0][2], axes[1][2]), names, (ends[0], ends[1]), self.colours)

    def _axis(
        self, at: int
    ) -> tuple[Callable[[Seen], float | None], Callable[[Seen], float], Band | None, Callable[[float], str]]:
        """The value of a game, how far it is from what is wanted, the band, and how a value is written."""
        space = self.space
        assert space is not None
        if at < 0 or at >= len(self.seen[0].parts):

            def changed(one: Seen) -> float:
                return apart(space, space.own, one.values)

            return changed, changed, None, lambda value: significant(value, 2)
        target = self.seen[0].parts[at].target

        def value(one: Seen) -> float | None:
            reading = one.parts[at].reading
            return None if reading is None else reading.mean

        def off(one: Seen) -> float:
            return off_by(target, one.parts[at].reading)

        band = (target.low, min(target.high, FAR))
        return value, off, band, lambda shown: show(target.reading, shown)
