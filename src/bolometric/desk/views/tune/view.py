"""The tune view: a bar of pages on the open game."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from bolometric.core.game.document import Game
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.views.tune.moves import MovesPage
from bolometric.desk.working.lane import Lane
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.desk.views.tune.compare import CompareVersions
    from bolometric.desk.views.tune.find import FindPage
    from bolometric.desk.views.tune.ladder import LadderPage
    from bolometric.desk.views.tune.sweep import SweepPage

FIND, SWEEP, LADDER, COMPARE = 1, 2, 3, 4
Page = TypeVar("Page", "FindPage", "SweepPage", "LadderPage", "CompareVersions")


class TuneView(QWidget):
    """What moves it, find, sweep, easier and harder, compare; all but the first are made once they are wanted.

    To load and make them all holds the window for a quarter of a second.
    """

    taken = Signal(object)
    """A game that takes the place of the open one, as one step of undo."""
    kept = Signal(object)
    """A game that is to be saved beside the open one."""
    family = Signal(object)
    """Versions of the open game that are to be saved together."""

    def __init__(self, shelf: Callable[[], list[Path]]) -> None:
        super().__init__()
        self.game, self.colours = Game(), LIGHT
        self._shelf = shelf
        self.mover = MovesPage()
        self.mover.taken.connect(self.taken)
        self._made: list[MovesPage | FindPage | SweepPage | LadderPage | CompareVersions] = [self.mover]
        self.bar = PageBar(
            self,
            [
                ("What moves it", self.mover),
                ("Find", lambda: self.finder),
                ("Sweep", lambda: self.sweeper),
                ("Easier and harder", lambda: self.ladder),
                ("Compare", lambda: self.compare),
            ],
        )
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(6)
        column.addLayout(self.bar)
        column.addWidget(self.bar.stack, 1)

    @cached_property
    def finder(self) -> FindPage:
        """Looks for games that suit the targets."""
        from bolometric.desk.views.tune.find import FindPage

        page = self._put(FIND, FindPage())
        page.taken.connect(self.taken)
        page.kept.connect(self.kept)
        page.compared.connect(self.put_beside)
        return page

    @cached_property
    def sweeper(self) -> SweepPage:
        """Goes through the values of a setting."""
        from bolometric.desk.views.tune.sweep import SweepPage

        page = self._put(SWEEP, SweepPage())
        page.taken.connect(self.taken)
        return page

    @cached_property
    def ladder(self) -> LadderPage:
        """Makes versions from easier to harder."""
        from bolometric.desk.views.tune.ladder import LadderPage

        page = self._put(LADDER, LadderPage())
        page.taken.connect(self.taken)
        page.family.connect(self.family)
        return page

    @cached_property
    def compare(self) -> CompareVersions:
        """Puts games beside the open one."""
        from bolometric.desk.views.tune.compare import CompareVersions

        return self._put(COMPARE, CompareVersions(self._shelf))

    def _put(self, at: int, page: Page) -> Page:
        """A page that was made, into its place."""
        self.bar.put(at, page)
        page.show_game(self.game, self.colours)
        self._made.append(page)
        return page

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game: what was found for the one before stays until it is looked for anew."""
        self.game, self.colours = game, colours
        for page in self._made:
            page.show_game(game, colours)

    def put_beside(self, game: Game) -> None:
        """Compare a game with the open one."""
        self.bar.show_page(COMPARE)
        self.compare.add(game)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        for page in self._made:
            for lane in page.findChildren(Lane):
                lane.close()
