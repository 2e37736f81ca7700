"""The tune view: a bar of pages on the open game."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.views.tune.find import FindPage
from bolometric.desk.views.tune.moves import MovesPage
from bolometric.desk.views.tune.sweep import SweepPage
from bolometric.paint.palette import LIGHT, Palette


class TuneView(QWidget):
    """What moves it, find, sweep."""

    taken = Signal(object)
    """A game that takes the place of the open one, as one step of undo."""
    kept = Signal(object)
    """A game that is to be saved beside the open one."""

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(6)
        self.mover, self.finder, self.sweeper = MovesPage(), FindPage(), SweepPage()
        self.bar = PageBar(self, [("What moves it", self.mover), ("Find", self.finder), ("Sweep", self.sweeper)])
        column.addLayout(self.bar)
        column.addWidget(self.bar.stack, 1)
        for page in (self.mover, self.finder, self.sweeper):
            page.taken.connect(self.taken)
        self.finder.kept.connect(self.kept)
        self.game, self.colours = Game(), LIGHT

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game: what was found for the one before stays until it is looked for anew."""
        self.game, self.colours = game, colours
        self.mover.show_game(game, colours)
        self.finder.show_game(game, colours)
        self.sweeper.show_game(game, colours)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        self.mover.lane.close()
        self.finder.lane.close()
        self.sweeper.lane.close()
