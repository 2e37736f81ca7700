"""The practice view: a bar of pages on what is known of the open game."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.views.practice.difficulty import DifficultyPage
from bolometric.desk.views.practice.facts import FactsPage
from bolometric.desk.views.practice.page import Known, PracticePage
from bolometric.desk.views.practice.talk import TalkPage
from bolometric.desk.views.practice.time import TimePage
from bolometric.desk.working.measurer import PlayedRuns
from bolometric.paint.palette import LIGHT, Palette


class PracticeView(QWidget):
    """Facts, time, difficulty and talk."""

    edit_asked = Signal(str, object)
    """A path in the file, and what is to stand there."""

    def __init__(self, shelf: Callable[[], list[Path]]) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(6)
        self.facts, self.time = FactsPage(shelf), TimePage()
        self.difficulty, self.talk = DifficultyPage(), TalkPage()
        self.pages: tuple[PracticePage, ...] = (self.facts, self.time, self.difficulty, self.talk)
        self.bar = PageBar(self, [(page.name, page) for page in self.pages])
        column.addLayout(self.bar)
        column.addWidget(self.bar.stack, 1)
        self.talk.changed.connect(self.edit_asked)
        self.known, self.colours = Known(), LIGHT

    def show_game(self, game: Game, colours: Palette) -> None:
        """Another game, of which nothing is known yet; what was noted of one that differs in its words alone stays."""
        before, self.colours = self.known, colours
        same = before.game.model_copy(update={"talk": game.talk, "name": game.name}) == game
        self.known = replace(before, game=game) if same else Known(game)
        self._show()

    def show_exact(self, exact: Analysis) -> None:
        """The game has been worked out."""
        self.known = replace(self.known, exact=exact)
        self._show()

    def show_played(self, played: PlayedRuns) -> None:
        """More runs are in."""
        practice = played.practice or self.known.practice
        self.known = replace(self.known, practice=practice, played=played.readings)
        self._show()

    def recolour(self, colours: Palette) -> None:
        """Draw again in other colours."""
        self.colours = colours
        self._show()

    def _show(self) -> None:
        for page in self.pages:
            page.show_known(self.known, self.colours)

    def close_lanes(self) -> None:
        """Give up what is being worked out."""
        self.facts.lane.close()
        self.difficulty.close_lane()
