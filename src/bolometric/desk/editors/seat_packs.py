"""Who draws from which pack: swapping packs to suit a learner is one click."""

from __future__ import annotations

from PySide6.QtWidgets import QComboBox, QGridLayout, QPushButton

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.settings.knobs import KnobAt
from bolometric.desk.editors.base import Editor
from bolometric.desk.parts.plain import Label


class SeatPacksEditor(Editor):
    """Sends, for each player, the pack drawn from in place of each."""

    def __init__(self, at: KnobAt, game: Game) -> None:
        super().__init__(at, "On a square that names a pack, a player may draw from another that suits them better.")
        trail = game.area_as(Trail)
        self._names = [pack.name for pack in trail.packs]
        grid = QGridLayout()
        for place, name in enumerate(self._names):
            grid.addWidget(Label(f"for {name}", objectName="hint"), 0, place + 1)
        self.choosers: list[list[QComboBox]] = []
        self.swaps: list[QPushButton] = []
        for seat in range(game.seats.count):
            grid.addWidget(Label(game.seat_label(seat)), seat + 1, 0)
            row = []
            for place, name in enumerate(self._names):
                chooser = QComboBox()
                chooser.addItems(self._names)
                chooser.setCurrentIndex(trail.source(seat, place))
                chooser.setAccessibleName(f"what player {seat + 1} draws for {name}")
                chooser.activated.connect(lambda _: self._take())
                grid.addWidget(chooser, seat + 1, place + 1)
                row.append(chooser)
            swap = QPushButton("Swap")
            swap.setAccessibleName(f"swap the packs of player {seat + 1}")
            swap.setEnabled(len(row) > 1)
            swap.clicked.connect(lambda _=False, seat=seat: self._swap(seat))
            grid.addWidget(swap, seat + 1, len(self._names) + 1)
            self.choosers.append(row)
            self.swaps.append(swap)
        self.body.addLayout(grid)
        self.finish(self.choosers[0][0])

    def _swap(self, seat: int) -> None:
        """Each pack takes the place of the next one, round: two are swapped."""
        row = self.choosers[seat]
        now = [chooser.currentIndex() for chooser in row]
        for chooser, index in zip(row, [*now[1:], now[0]], strict=True):
            chooser.setCurrentIndex(index)
        self._take()

    def _take(self) -> None:
        rows = [[self._names[chooser.currentIndex()] for chooser in row] for row in self.choosers]
        self.send([] if all(row == self._names for row in rows) else rows)
