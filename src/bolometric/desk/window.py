"""The window: one open game, the views in the order of the work, and the gauges that never leave."""

from __future__ import annotations

from functools import partialmethod
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QCloseEvent, QGuiApplication, QPaintEvent
from PySide6.QtWidgets import (
    QSplitter,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from bolometric.assets import demo_files
from bolometric.desk import actions
from bolometric.desk.dressing import Dressed
from bolometric.desk.fitting import place, remember
from bolometric.desk.late_views import VIEWS as LATE
from bolometric.desk.parts.bars import Notice, ViewBar
from bolometric.desk.parts.gauge import GaugeStrip
from bolometric.desk.parts.plain import tip, title
from bolometric.desk.parts.roomy import Roomy
from bolometric.desk.parts.sheet_place import SheetPlace
from bolometric.desk.settings import Settings
from bolometric.desk.sounds import sounds
from bolometric.desk.views.shelf import AFTER_PAINT, ShelfView, games_in
from bolometric.desk.views.shelves import ShelvesView

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.game.document import Game
    from bolometric.core.game.fault import Fault
    from bolometric.core.results.readings import Reading
    from bolometric.desk.document import Document
    from bolometric.desk.measurer import Measurer, PlayedRuns
    from bolometric.desk.parts.faults import FaultList
    from bolometric.desk.parts.rescue import Rescue
    from bolometric.desk.recovery import Keeper
    from bolometric.desk.rescuing import Rescuing

VIEWS = ("shelf", "shape", *LATE)
UNMEASURED = ("shelf", "class")
"""Views without gauges: no game is open in the one, and the other is for a room that plays."""
PATIENCE = 300
"""Milliseconds an edit may wait for its exact readings until the window says that it waits."""
QUIET = 250
"""Milliseconds after exact readings until faults are looked for: after painting, and not while edits follow fast."""
STALE = 700
"""Milliseconds after an edit until what was said against the game before it is taken off."""
FIRST_RUNS, WARM_UP = 250, 1500
"""Milliseconds after the start until the first runs, and until the charts, are loaded: not while the window is
coming up, yet before they are looked at. Either library takes half a second to import."""


class Window(Dressed):
    """Wires document, measurer and views together; every answer comes back as a signal.

    It comes up in two steps: first what one sees of it, the shelf with its cards, for which nothing of the core is
    imported; then ``furnishing`` puts in the rest.
    """

    painted = Signal()
    """It is seen for the first time."""
    closing = Signal()
    """It is being closed for good."""
    document: Document
    measurer: Measurer
    fault_list: FaultList
    rescue: Rescue
    rescuing: Rescuing
    keeper: Keeper | None = None

    def __init__(self, settings: Settings, shelf: Path, demo: bool) -> None:
        super().__init__()
        self.settings, self.shelf_folder, self._demo = settings, shelf, demo
        self.exact: Analysis | None = None
        self.readings: dict[str, Reading] = {}
        self._played: PlayedRuns | None = None
        self._measured: Game | None = None
        self.view = ""
        self._seen = self._furnished = False
        self._patience = QTimer(self, singleShot=True, interval=PATIENCE)
        self._patience.timeout.connect(self._show_waiting)
        self._quiet = QTimer(self, singleShot=True, interval=QUIET)
        self._quiet.timeout.connect(self._ask_faults)
        self._stale = QTimer(self, singleShot=True, interval=STALE)
        self._stale.timeout.connect(lambda: self.fault_list.show_waiting())
        sounds.on = settings.sound
        self.dress_application()  # before any widget is made: later ones take on the font, earlier ones may not
        self._build()
        self.resize(1280, 800)
        place(self, settings)
        self.gauges.show_waiting(self.colours)

    def show_front(self) -> None:
        """What is seen first, where no file is to be opened: the shelf, or the first time its page of ways in."""
        self._fill_shelf()
        self._bring("shelf", self.shelf_page)
        if self.settings.first_time and not self._demo:
            self.shelves.show_first()

    def answer(self) -> None:
        """All its parts are there: from now on it does what it is asked for."""
        self._connect()
        self.mark_theme()
        self.place.share = self.settings.number("sheet_share") / 1000
        self.column.restoreState(self.settings.bytes("column"))
        for action in self.actions_by_id.values():
            action.setEnabled(True)
        self._furnished = True

    def paintEvent(self, event: QPaintEvent) -> None:
        """Say so when it is seen for the first time, once that is over."""
        super().paintEvent(event)
        if not self._seen:
            self._seen = True
            QTimer.singleShot(0, self, self.painted.emit)

    def _build(self) -> None:
        self.actions_by_id, menus = actions.build(self)
        actions.add_starters(self, menus["&Game"], lambda game: self._opened(self.filing.start(game)))
        actions.add_recent(
            menus["&Game"], lambda: self.settings.recent, lambda path: self._opened(self.filing.open(path))
        )
        actions.add_sizes(menus["&View"], lambda: self.settings.text, self.take_text_size)
        for action in self.actions_by_id.values():
            action.setEnabled(False)  # nothing is there yet that could do it
        self.gauges, self.shelf = GaugeStrip(), ShelfView()
        self.gauges.hide()
        self.bar, self.notice = ViewBar(VIEWS), Notice()
        self.stack = QStackedWidget()
        self.stack.setMinimumSize(300, 120)  # or it would be as wide as the widest view that is not shown
        self.column = QSplitter(Qt.Orientation.Vertical)
        self.column.addWidget(self.stack)
        self.column.setChildrenCollapsible(False)
        self.shelves = ShelvesView(self.shelf)
        self.shelf_page = Roomy(self.shelves)
        self.stack.addWidget(self.shelf_page)
        self.place = SheetPlace(self.column)
        self.menuBar().setNativeMenuBar(False)  # what the program is at stands in it
        self.menuBar().setCornerWidget(self.bar.status)
        middle = QWidget()
        layout = self.column_of_parts = QVBoxLayout(middle)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        layout.addWidget(self.bar)
        layout.addWidget(self.notice)
        layout.addWidget(self.place, 1)
        layout.addWidget(self.gauges)
        self.setCentralWidget(Roomy(middle))  # a small screen, or large text, scrolls

    def _connect(self) -> None:
        self.bar.chosen.connect(self._show)
        self.document.state_changed.connect(self._tell_state)
        self.document.trouble.connect(self.say)
        self.measurer.exact_ready.connect(self._show_exact)
        self.measurer.exact_stopped.connect(self._show_stopped)
        self.measurer.work_ready.connect(self._show_work)
        self.bar.status.cancel_asked.connect(self.measurer.cancel_exact)
        self.measurer.faults_ready.connect(self._show_faults)
        self.measurer.runs_ready.connect(self._show_played)
        self.measurer.effects_ready.connect(self.editing.show_effects)
        self.measurer.failed.connect(self.say)
        self.late.edit_asked.connect(lambda at, take, by: self.editing.open_loose(at, take, by, self.colours))
        self.late.export_asked.connect(self._export)
        self.late.change_asked.connect(self.editing.edit)
        self.late.pages_asked.connect(self._export_pages)
        self.late.said.connect(self.say)
        self.late.picture_asked.connect(self._export_room)
        self.late.log_asked.connect(self._log_room)
        self.late.sessions_asked.connect(self._export_sessions)
        self.late.import_asked.connect(self._take_sessions_in)
        self.late.game_taken.connect(self._take_game)
        self.late.game_kept.connect(self.filing.keep_copy)
        self.late.family_kept.connect(self.filing.keep_family)
        self.sheet.word_chosen.connect(lambda path: self.editing.open_word(path, self.colours))
        self.fault_list.cure_chosen.connect(self.editing.apply)
        self.editing.effects_wanted.connect(lambda key: self.measurer.ask_effects(self.document.game, key))
        self.editing.trouble.connect(self.say)
        self.editing.book_asked.connect(self.open_handbook)
        self.shape.edit_asked.connect(self.editing.edit)
        self.shape.stroke_asked.connect(lambda path, value: self.editing.edit(path, value, self.shape.board.drawn))
        self.shelf.chosen.connect(lambda path: self._opened(self.filing.open(path)))
        self.shelf.asked.connect(self.change_shelf)
        self.shelf.dropped.connect(self.take_in)
        self.shelves.first.asked.connect(self.way_in)
        self.shelves.begun.connect(lambda game: self._opened(self.filing.start(game)))
        for gauge in self.gauges.gauges.values():
            gauge.clicked.connect(lambda _=False, gauge=gauge: self._gauge_clicked(gauge.key))
        hints = QGuiApplication.styleHints()
        hints.colorSchemeChanged.connect(self.system_colours)
        hints.accessibility().contrastPreferenceChanged.connect(lambda _: self._dress())
        self.actions_by_id["sound"].setChecked(sounds.on)

    def begin(self, view: str) -> None:
        """Show the open game in a view and start measuring."""
        self.document.changed.connect(lambda _: self._game_changed())  # not before, or it is measured twice
        self._tell_state()
        self.gauges.show_labels()
        self.shelf.reads = True
        if view != "first_steps":
            self.shelves.bar.show_page(0)
        if view == "shelf" == self.view:
            self.shelf.read_files()  # its cards are there
            self._bring("shelf", self.shelf_page)
        else:
            getattr(self, f"show_{view}")()
        QTimer.singleShot(AFTER_PAINT, self, self._take_up)  # the shelf is painted first
        QTimer.singleShot(FIRST_RUNS, self, lambda: self.measurer.begin_runs(self.document.game))
        QTimer.singleShot(WARM_UP, self, self.late.make_charts)

    def _take_up(self) -> None:
        """Show the open game and start measuring, unless that has been done."""
        if self._measured is None:
            self._show_readings()
            self.shape.show_board(self.document.game, None, self.colours)
            self._game_changed(play=False)

    def _game_changed(self, play: bool = True) -> None:
        game = self.document.game
        if self._measured is not None and self._measured != game and self._measured.plays_as(game):
            self.late.show_printing(game)  # nothing is to be measured anew
            self.sheet.show_game(game, self.colours)
            return
        self._measured = game
        self.measurer.measure(game, play)  # it begins while the rules are being written
        self.shape.take_game(game)
        self.sheet.show_game(game, self.colours)
        self.readings, self._played = {}, None
        self._patience.start()
        self._stale.start()
        self._quiet.stop()
        self.late.show_game(self.colours)

    def _take_game(self, game: Game) -> None:
        """A version of the open game in its place, printed as that is by now."""
        self.document.replace(game.model_copy(update={"printing": self.document.game.printing}))

    def _show_waiting(self) -> None:
        """Exact work takes long: show nothing that belongs to an older game, and whatever the runs give."""
        self.bar.status.show_busy(True)
        self._show_unknown()

    def _show_unknown(self) -> None:
        self.exact = None
        self._join()
        self._show_readings()
        self.shape.show_board(self.document.game, None, self.colours)
        self.late.show_played(self._played)

    def _show_stopped(self) -> None:
        """Exact work was given up."""
        self._patience.stop()
        self._stale.stop()
        self.fault_list.show_waiting("Faults were not looked for, since exact work was cancelled.")
        self.bar.status.show_busy(False)
        self._show_unknown()

    def _show_exact(self, exact: Analysis) -> None:
        self._patience.stop()
        self.bar.status.show_busy(False)
        self._quiet.start()
        self.exact = exact
        self._join()
        self._show_readings()
        self.shape.show_board(exact.game, exact.heat, self.colours)
        self.late.show_exact(exact)
        self.late.show_played(self._played)  # it may have come in while the exact readings were awaited

    def _show_work(self, exact: Analysis) -> None:
        """What players work out is known too: nothing else has changed."""
        self.exact = exact
        self._join()
        self.late.show_work(exact)

    def _join(self) -> None:
        """What is known by now: exact where it is, simulated where not."""
        from bolometric.core.results.readings import joined

        self.readings = joined(self._played.readings if self._played else {}, self.exact.readings if self.exact else {})

    def _show_faults(self, faults: list[Fault]) -> None:
        self._stale.stop()
        self.fault_list.show_faults(faults)

    def _ask_faults(self) -> None:
        if self.exact is not None:
            self.measurer.ask_faults(self.exact)

    def _show_played(self, played: PlayedRuns) -> None:
        self._played = played
        if self._patience.isActive():
            return  # the exact readings are due at any moment
        self._join()
        self._show_readings()
        self.late.show_played(self._played)

    def _show_readings(self) -> None:
        self.gauges.show_readings(self.document.game, self.readings, self.colours)
        self.editing.readings_came(self.readings, self.gauges.gauges, self.colours)

    def _gauge_clicked(self, key: str) -> None:
        self.editing.open_gauge(self.gauges.gauges[key], self.readings.get(key), self.colours)

    def _tell_state(self) -> None:
        document = self.document
        self.actions_by_id["undo"].setEnabled(document.can_undo)
        self.actions_by_id["redo"].setEnabled(document.can_redo)
        self.bar.status.file.setText(self.filing.told(self.keeper is None or self.keeper.has_alone(document.path)))
        self.bar.status.file.setToolTip(tip(self.bar.status.file.text()))
        self.setWindowTitle(f"{title(document.game.name)}{' *' if document.dirty else ''} – Bolometric")

    def say(self, sentence: str) -> None:
        """Show one sentence above the views until it is closed."""
        self.notice.say(sentence)

    def _opened(self, done: bool) -> None:
        if done:
            self.notice.hide()
            self.show_shape()

    def _show(self, view: str) -> None:
        if view == "shelf":
            self._fill_shelf()
        else:
            self._take_up()
        self.editing.close_popover()
        if self.walk is not None:
            self.walk.view_changed(view)
        here = {"shelf": self.shelf_page, "shape": self.shape}
        self._bring(view, here.get(view) or self.late.page(view))

    def _fill_shelf(self) -> None:
        self.shelves.fill(self.shelf_folder, self._demo, self.colours)

    def _bring(self, view: str, page: QWidget) -> None:
        """Bring a view to the front, with what belongs to it."""
        self.view = view
        self.stack.setCurrentWidget(page)
        self.bar.buttons[view].setChecked(True)
        for name in VIEWS:
            self.actions_by_id[name].setChecked(name == view)
        if not self._furnished:
            return
        self.fault_list.setVisible(view not in ("shelf", "practice", "tune", "table", "sheets", "class", "logbook"))
        self.gauges.setVisible(view not in UNMEASURED)
        self.place.show_for(view, page)
        room = self.late.classroom  # numbers are typed there at once
        folded = self.sheet if self.place.is_beside else self.place.button
        (self.shelf if view == "shelf" else room.screen_ if view == "class" and room else folded).setFocus()

    def shelf_files(self) -> list[Path]:
        """Every game of both shelves."""
        return [*games_in(self.shelf_folder), *demo_files()]

    show_shelf = partialmethod(_show, "shelf")
    show_shape = partialmethod(_show, "shape")
    show_odds = partialmethod(_show, "odds")
    show_runs = partialmethod(_show, "runs")
    show_practice = partialmethod(_show, "practice")
    show_tune = partialmethod(_show, "tune")
    show_table = partialmethod(_show, "table")
    show_sheets = partialmethod(_show, "sheets")
    show_class = partialmethod(_show, "class")
    show_logbook = partialmethod(_show, "logbook")

    def show_begin(self) -> None:
        """Show games to begin from."""
        self.show_shelf()
        self.shelves.show_begin()

    def closeEvent(self, event: QCloseEvent) -> None:
        """Ask about unsaved changes, then end all work in good order."""
        if not self._furnished:
            self.shelves.close_lanes()
            event.accept()
            return
        self.editing.close_popover()
        if not self.filing.may_leave():
            event.ignore()
            return
        remember(self, self.settings)
        self.settings.keep("sheet_share", round(1000 * self.place.share))
        self.settings.keep("column", self.column.saveState())
        self.settings.flush()
        self.closing.emit()
        self.hide()  # it is gone for whoever closed it: a compiler at work can't be stopped, only waited for
        self.measurer.close()
        self.late.close()
        self.shelves.close_lanes()
        event.accept()
