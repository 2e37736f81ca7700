"""A setting to go through, with its range: two boxes for a number, all it offers for a choice."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QComboBox, QDoubleSpinBox, QHBoxLayout, QLayout

from bolometric.core.game.document import Game
from bolometric.core.settings.knobs import knob_at
from bolometric.core.tuning.space import PIECES, free_knobs, values_of
from bolometric.core.tuning.sweep import Swept
from bolometric.desk.parts.plain import Label

NARROWEST = 5
"""Wide letters that there is room for at least."""


class Axis(QHBoxLayout):
    """The setting's name and its range; an optional one may be nothing."""

    def __init__(self, words: str, which: str, optional: bool, changed: Callable[[], None]) -> None:
        super().__init__()
        self.game, self._optional, self._changed = Game(), optional, changed
        self.knob = QComboBox()
        self.low, self.high = (QDoubleSpinBox(decimals=0, minimum=-1e6, maximum=1e6) for _ in range(2))
        self.knob.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.knob.setMinimumContentsLength(NARROWEST)  # two stand side by side; words may be cut where there is no room
        self.to = Label("to")
        for widget, name in (
            (self.knob, f"which setting{which}"),
            (self.low, f"from{which}"),
            (self.high, f"to{which}"),
        ):
            widget.setAccessibleName(name)
        self.addWidget(Label(words))
        for part in (self.knob, self.low, self.to, self.high):
            self.addWidget(part, int(part is self.knob))
        self.knob.activated.connect(lambda _: self.offer_range())

    def show_game(self, game: Game) -> None:
        """Offer its settings; the one that was chosen stays."""
        kept, self.game = self.knob.currentData(), game
        self.knob.clear()
        if self._optional:
            self.knob.addItem("nothing else", None)
        for path in free_knobs(game, lock=(PIECES,)):  # they are no scale
            self.knob.addItem(knob_at(game, path).knob.label, path)
        self.knob.setCurrentIndex(max(self.knob.findData(kept), 0))
        self.offer_range()

    def offer_range(self) -> None:
        """A number is gone through about its present value; a choice through all it offers."""
        path = self.knob.currentData()
        at = None if path is None else knob_at(self.game, path)
        for box in (self.low, self.to, self.high):
            box.setVisible(at is not None and at.knob.kind == "number")
        row: QObject | None = self
        while isinstance(row, QLayout):  # on a page that has not been seen nothing tells it that they are hidden
            row.invalidate()
            row = row.parent()
        if at is not None and at.knob.kind == "number":
            low, high = at.low if at.low is not None else 0, at.high if at.high is not None else 10 * at.value
            self.low.setValue(max(low, at.value / 2))
            self.high.setValue(min(high, max(at.value * 2, at.value + 5 * at.knob.step)))
        self._changed()

    def swept(self, most: int) -> Swept | None:
        """The setting with at most so many values; None if there is no setting, empty if nothing is in the range."""
        path = self.knob.currentData()
        if path is None:
            return None
        at = knob_at(self.game, path)
        values = values_of(at)
        if at.knob.kind != "number":
            return Swept(path, tuple(values))
        within = [value for value in values if self.low.value() <= float(str(value)) <= self.high.value()]
        return Swept(path, tuple(within[:: max(-(-len(within) // most), 1)]))
