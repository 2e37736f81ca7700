"""The tune view: a bar of pages on the open game."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.views.tune.compare import CompareVersions
from bolometric.desk.views.tune.find import FindPage
from bolometric.desk.views.tune.ladder import LadderPage
from bolometric.desk.views.tune.moves import MovesPage
from bolometric.desk.views.tune.sweep import SweepPage
from bolometric.paint.palette import LIGHT, Palette

COMPARE = 4


class TuneView(QWidget):
    """What moves it, find, sweep, easier and harder, compare."""

    taken = Signal(object)
    """A game that takes the place of the open one, as one step of undo."""
    kept = Signal(object)
    """A game that is to be saved beside the open one."""
    family = Signal(object)
    """Versions of the open game that are to be saved together."""

    def __init__(self, shelf: Callable[[], list[Path]]) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(6)
        self.mover, self.finder, self.sweeper = MovesPage(), FindPage(), SweepPage()
        self.ladder, self.compare = LadderPage(), CompareVersions(shelf)
        self.bar = PageBar(
            self,
            [
                ("What moves it", self.mover),
                ("Find", self.finder),
                ("Sweep", self.sweeper),
                ("Easier and harder", self.ladder),
                ("Compare", self.compare),
            ],
        )
        column.addLayout(self.bar)
        column.addWidget(self.bar.stack, 1)
        for page in (self.mover, self.finder, self.sweeper, self.ladder):
            page.taken.connect(self.taken)
        self.finder.kept.connect(self.kept)
        self.finder.compared.connect(self.put_beside)
        self.ladder.family.connect(self.family)
        self.game, self.colours = Game(), LIGHT

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game: what was found for the one before stays until it is looked for anew."""
        self.game, self.colours = game, colours
        for page in (self.mover, self.finder, self.sweeper, self.ladder, self.compare):
            page.show_game(game, colours)

    def put_beside(self, game: Game) -> None:
        """Compare a game with the open one."""
        self.bar.show_page(COMPARE)
        self.compare.add(game)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        for page in (self.mover, self.finder, self.sweeper, self.ladder, self.compare):
            page.lane.close()
        for lane in (self.finder.looks, self.sweeper.looks, self.ladder.looks, self.compare.reads):
            lane.close()
