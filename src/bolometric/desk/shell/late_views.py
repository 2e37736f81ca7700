"""The views that are made when they are first looked at, or once the window has come up.

The window is up sooner without them, so nothing here is imported at the start. Whatever happened before a view was made
is told to it then.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QObject, QSize, QTimer, Signal
from PySide6.QtWidgets import QStackedWidget, QWidget

from bolometric.desk.parts.roomy import Roomy
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.game.document import Game
    from bolometric.core.game.fault import Fault
    from bolometric.core.words.talk import TalkQuestion
    from bolometric.desk.views.logbook.view import LogbookView
    from bolometric.desk.views.odds.view import OddsView
    from bolometric.desk.views.practice.view import PracticeView
    from bolometric.desk.views.room.view import ClassView
    from bolometric.desk.views.runs import RunsView
    from bolometric.desk.views.sheets.view import SheetsView
    from bolometric.desk.views.table import TableView
    from bolometric.desk.views.tune.view import TuneView
    from bolometric.desk.working.lane import Lane
    from bolometric.desk.working.measurer import Measurer, PlayedRuns
    from bolometric.desk.working.table_ready import Readying

VIEWS = ("odds", "runs", "practice", "tune", "table", "sheets", "class", "logbook")
LEAST = {
    "odds": QSize(500, 400),
    "runs": QSize(500, 480),
    "practice": QSize(560, 560),
    "tune": QSize(560, 420),
    "table": QSize(500, 470),
    "sheets": QSize(720, 470),
    "class": QSize(560, 500),
    "logbook": QSize(560, 470),
}
"""Pixels that a view needs to be read; in less room it is scrolled."""
BETWEEN = 50
"""Milliseconds between two views that are made or loaded ahead."""


class LateViews(QObject):
    """Odds, runs, practice and table: None until they are wanted."""

    edit_asked = Signal(object, object, object)
    """An editor is wanted for something that is no setting of the game: a knob, what to do, where."""
    export_asked = Signal(str)
    game_taken = Signal(object)
    """A game that is to take the place of the open one."""
    game_kept = Signal(object)
    """A game that is to be saved beside the open one."""
    family_kept = Signal(object)
    """Versions of a game that are to be saved together."""
    change_asked = Signal(str, object)
    """A path in the file, and what is to stand there."""
    pages_asked = Signal(str)
    """The sheets are wanted as a file of some kind."""
    picture_asked = Signal(str)
    """The picture of what was called is wanted as a file of some kind."""
    log_asked = Signal(object)
    """What was called or played is to be written in."""
    sessions_asked = Signal(str)
    """Sessions are wanted as a file of some kind."""
    boards_asked = Signal()
    """A table with the boards of a class is wanted."""
    import_asked = Signal()
    """Sessions are to be taken in."""
    said = Signal(str)
    """A sentence for the notice."""

    def __init__(
        self, stack: QStackedWidget, measurer: Measurer, game: Callable[[], Game], shelf: Callable[[], list[Path]]
    ) -> None:
        super().__init__(stack)
        self._stack, self._measurer, self._game, self._shelf = stack, measurer, game, shelf
        self.practice: PracticeView | None = None
        self.tune: TuneView | None = None
        self.sheets: SheetsView | None = None
        self.classroom: ClassView | None = None
        self.logbook: LogbookView | None = None
        self.book_path: Callable[[], Path] = Path
        """Where the logbook is."""
        self.faults: Callable[[], list[Fault]] = list
        """What is said against the open game, as far as it is known."""
        self.odds: OddsView | None = None
        self.runs: RunsView | None = None
        self.table: TableView | None = None
        self._pages: dict[QWidget, Roomy] = {}
        self.colours: Palette = LIGHT
        self._exact: Analysis | None = None
        self._played: PlayedRuns | None = None
        self._readying: Readying | None = None
        self._ahead: Lane | None = None

    def view(self, name: str) -> QWidget:
        """The view of a name, made now if it was not there."""
        if name == "table":
            return self.table or self._make_table()
        if name == "practice":
            return self.practice or self._make_practice()
        if name == "tune":
            return self.tune or self._make_tune()
        if name == "sheets":
            return self.sheets or self._make_sheets()
        if name == "class":
            return self.classroom or self._make_class()
        if name == "logbook":
            return self.logbook or self._make_logbook()
        if name == "odds":
            return self.odds or self._make_odds()
        return self.runs or self._make_runs()

    def make_charts(self) -> None:
        """Make the views with charts, if they are not there yet: one after the other, with the window free between."""
        self.view("odds")
        QTimer.singleShot(BETWEEN, self, lambda: self.view("runs"))

    def _make_odds(self) -> QWidget:
        from bolometric.desk.views.odds.view import OddsView

        made = self.odds = OddsView()
        self._add("odds", made)
        made.edit_asked.connect(self.edit_asked)
        made.export_asked.connect(self.export_asked)
        made.show_game(self._game(), self.colours)
        return made

    def _make_runs(self) -> QWidget:
        from bolometric.desk.views.runs import RunsView

        made = self.runs = RunsView()
        self._add("runs", made)
        made.cancel_asked.connect(self._measurer.cancel_runs)
        made.again_asked.connect(lambda: self._measurer.play_again(self._game()))
        self._measurer.runs_stopped.connect(made.show_stopped)
        self._tell_readings(made)
        return made

    def _tell_readings(self, made: RunsView | PracticeView) -> None:
        """Tell a view that was made what is known of the game by now."""
        made.show_game(self._game(), self.colours)
        if self._exact is not None:
            made.show_exact(self._exact)
        if self._played is not None:
            made.show_played(self._played)

    def _add(self, name: str, view: QWidget) -> None:
        """Into the stack, scrolled where the window is small."""
        self._pages[view] = Roomy(view, LEAST[name])
        self._stack.addWidget(self._pages[view])

    def close(self) -> None:
        """Give up what is being worked out for a view."""
        if self._ahead is not None:
            self._ahead.close()
        if self._readying is not None:
            self._readying.close()
        if self.odds is not None:
            self.odds.close_lanes()
        for lanes in (self.practice, self.tune, self.sheets, self.classroom, self.logbook):
            if lanes is not None:
                lanes.close_lanes()

    def page(self, name: str) -> QWidget:
        """What the stack shows for the view of a name."""
        return self._pages[self.view(name)]

    def _make_practice(self) -> QWidget:
        from bolometric.desk.views.practice.view import PracticeView

        made = self.practice = PracticeView(self._shelf)
        self._add("practice", made)
        made.edit_asked.connect(self.change_asked)
        self._tell_readings(made)
        return made

    def _make_tune(self) -> QWidget:
        from bolometric.desk.views.tune.view import TuneView

        made = self.tune = TuneView(self._shelf)
        self._add("tune", made)
        made.taken.connect(self.game_taken)
        made.kept.connect(self.game_kept)
        made.family.connect(self.family_kept)
        made.show_game(self._game(), self.colours)
        return made

    def _make_sheets(self) -> QWidget:
        from bolometric.desk.views.sheets.view import SheetsView

        made = self.sheets = SheetsView()
        self._add("sheets", made)
        made.change_asked.connect(self.change_asked)
        made.export_asked.connect(self.pages_asked)
        made.said.connect(self.said)
        made.show_game(self._game(), self.colours)
        return made

    def _make_class(self) -> QWidget:
        from bolometric.desk.views.room.view import ClassView

        made = self.classroom = ClassView(lambda: [*self._questions(), *self._traps()])
        self._add("class", made)
        made.table_asked.connect(self.boards_asked)
        made.export_asked.connect(self.picture_asked)
        made.log_asked.connect(self.log_asked)
        made.show_game(self._game(), self.colours)
        return made

    def _make_logbook(self) -> QWidget:
        from bolometric.desk.views.logbook.view import LogbookView

        made = self.logbook = LogbookView(self.book_path)
        self._add("logbook", made)
        made.said.connect(self.said)
        made.away_asked.connect(self.sessions_asked)
        made.import_asked.connect(self.import_asked)
        made.taken.connect(self.game_taken)
        made.show_game(self._game(), self.colours)
        return made

    def show_printing(self, game: Game) -> None:
        """The game is only printed in another way."""
        if self.sheets is not None:
            self.sheets.show_game(game, self.colours)

    def _make_table(self) -> QWidget:
        from bolometric.desk.views.table import TableView
        from bolometric.desk.working.table_ready import Readying

        self._readying = Readying()
        self.table = TableView(self._readying)
        self.table.talk.make = self._questions
        self.table.log_asked.connect(self.log_asked)
        self._add("table", self.table)
        self.table.show_game(self._game(), self.colours)
        return self.table

    def _traps(self) -> list[TalkQuestion]:
        """What is meant, as questions for a room."""
        from bolometric.core.words.talk import traps

        return traps(self.faults())

    def _questions(self) -> list[TalkQuestion]:
        """Questions on the open game, with what is known of it by now."""
        from bolometric.core.words.talk import questions

        exact, played = self._exact, self._played
        from bolometric.core.results.readings import joined

        readings = joined(played.readings if played else {}, exact.readings if exact else {})
        times, heat = exact.facts if exact else None, exact.heat if exact else None
        noted = played.practice.facts if played and played.practice else {}
        return questions(self._game(), readings, noted if times is None else times, times is not None, heat)

    def show_game(self, colours: Palette) -> None:
        """The game is another one; nothing is known of it yet."""
        self.colours, self._exact, self._played = colours, None, None
        for view in self._made():
            view.show_game(self._game(), colours)

    def show_exact(self, exact: Analysis | None) -> None:
        """The game has been worked out, or is not any more."""
        if exact is not None and self._ahead is None:  # not before: the first readings are waited for
            from bolometric.desk.shell.loading import load_ahead, load_views
            from bolometric.desk.working.lane import Lane

            self._ahead = Lane("ahead", self, apart=True)  # in turn it came after all that is worked out first
            self._ahead.add(load_ahead, then=lambda _: self._step(load_views()))
        self._exact = exact
        for view in (self.runs, self.practice):
            if view is not None and exact is not None:
                view.show_exact(exact)

    def _step(self, steps: Iterator[None]) -> None:
        """Take the steps one after the other, with the window free between."""
        for _ in steps:
            QTimer.singleShot(BETWEEN, self, lambda: self._step(steps))
            return

    def show_work(self, exact: Analysis) -> None:
        """What players work out is known too."""
        self._exact = exact
        if self.practice is not None:
            self.practice.show_exact(exact)

    def show_played(self, played: PlayedRuns | None) -> None:
        """More runs are in."""
        self._played = played
        for view in (self.runs, self.practice):
            if view is not None and played is not None:
                view.show_played(played)

    def recolour(self, colours: Palette) -> None:
        """Draw again in other colours."""
        self.colours = colours
        keeping = (self.runs, self.practice)
        for view in self._made():
            if view in keeping:
                view.recolour(colours)  # it keeps what was played
            else:
                view.show_game(self._game(), colours)

    def _made(self) -> list[Any]:
        views = (self.odds, self.runs, self.practice, self.tune, self.table, self.sheets, self.classroom, self.logbook)
        return [view for view in views if view is not None]
