"""The window: one open game, the views in the order of the work, and the gauges that never leave."""

from __future__ import annotations

from functools import partialmethod
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QCloseEvent, QGuiApplication, QResizeEvent
from PySide6.QtWidgets import (
    QApplication,
    QSplitter,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from bolometric.core.areas.shelf import demo_files
from bolometric.core.game.document import Game
from bolometric.core.results.readings import Reading, joined
from bolometric.desk import actions
from bolometric.desk.commands import Commands
from bolometric.desk.document import Document
from bolometric.desk.editing import Editing
from bolometric.desk.filing import Filing, Questions
from bolometric.desk.fitting import place, remember, share_width
from bolometric.desk.late_views import VIEWS as LATE
from bolometric.desk.late_views import LateViews
from bolometric.desk.measurer import Measurer, Played
from bolometric.desk.own_pieces import OwnPieces
from bolometric.desk.parts.bars import Notice, ViewBar
from bolometric.desk.parts.faults import FaultList
from bolometric.desk.parts.gauge import GaugeStrip
from bolometric.desk.parts.plain import title
from bolometric.desk.parts.rescue import Rescue
from bolometric.desk.parts.roomy import Roomy
from bolometric.desk.parts.sheet import RuleSheet
from bolometric.desk.recovery import Keeper
from bolometric.desk.rescuing import Rescuing
from bolometric.desk.settings import Settings
from bolometric.desk.shelving import Shelving
from bolometric.desk.sounds import sounds
from bolometric.desk.style import dress, scheme
from bolometric.desk.views.shape import ShapeView
from bolometric.desk.views.shelf import AFTER_PAINT, ShelfView, games_in
from bolometric.desk.views.shelves import ShelvesView

if TYPE_CHECKING:
    from bolometric.core.game.analysis import Analysis
    from bolometric.core.game.fault import Fault

VIEWS = ("shelf", "shape", *LATE)
PATIENCE = 300
"""Milliseconds an edit may wait for its exact readings until the window says that it waits."""
QUIET = 250
"""Milliseconds after exact readings until faults are looked for: after painting, and not while edits follow fast."""
STALE = 700
"""Milliseconds after an edit until what was said against the game before it is taken off."""
FIRST_RUNS, WARM_UP = 250, 1500
"""Milliseconds after the start until the first runs, and until the charts, are loaded: not while the window is
coming up, yet before they are looked at. Either library takes half a second to import."""


class Window(Commands):
    """Wires document, measurer and views together; every answer comes back as a signal."""

    closing = Signal()
    """It is being closed for good."""

    def __init__(self, document: Document, measurer: Measurer, settings: Settings, shelf: Path, demo: bool) -> None:
        super().__init__()
        self.document, self.measurer, self.settings = document, measurer, settings
        self._shelf_folder, self._demo = shelf, demo
        self.exact: Analysis | None = None
        self.readings: dict[str, Reading] = {}
        self._played: Played | None = None
        self._measured: Game | None = None
        self.view = ""
        self._patience = QTimer(self, singleShot=True, interval=PATIENCE)
        self._patience.timeout.connect(self._show_waiting)
        self._quiet = QTimer(self, singleShot=True, interval=QUIET)
        self._quiet.timeout.connect(self._ask_faults)
        self._stale = QTimer(self, singleShot=True, interval=STALE)
        self._stale.timeout.connect(lambda: self.fault_list.show_waiting())
        self.keeper: Keeper | None = None
        sounds.on = settings.sound
        self._dress_application()  # before any widget is made: later ones take on the font, earlier ones may not
        self._build()
        self.filing = Filing(document, settings, Questions(self), shelf, self.say)
        self.shelving = Shelving(shelf, document, self.say)
        self.rescuing = Rescuing(self.rescue, document, self.filing, self.show_shape)
        self.editing = Editing(self, document, self.sheet, self.split)
        self.editing.own = OwnPieces(settings.folder / "pieces.json")
        self._connect()
        self._mark_theme()
        self.resize(1280, 800)
        place(self, settings)
        self.split.restoreState(settings.bytes("split"))
        self.column.restoreState(settings.bytes("column"))

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Share the width anew."""
        super().resizeEvent(event)
        share_width(self.split)

    def _build(self) -> None:
        self.actions_by_id, menus = actions.build(self)
        actions.add_starters(self, menus["&Game"], lambda game: self._opened(self.filing.start(game)))
        actions.add_recent(
            menus["&Game"], lambda: self.settings.recent, lambda path: self._opened(self.filing.open(path))
        )
        actions.add_sizes(menus["&View"], lambda: self.settings.text, self.take_text_size)
        self.sheet, self.fault_list, self.gauges = RuleSheet(), FaultList(), GaugeStrip()
        self.shelf, self.shape = ShelfView(), ShapeView()
        self.bar, self.notice, self.rescue = ViewBar(VIEWS), Notice(), Rescue()
        self.stack = QStackedWidget()
        self.column = QSplitter(Qt.Orientation.Vertical)
        self.column.addWidget(self.stack)
        self.column.addWidget(self.fault_list)
        self.column.setSizes([510, 90])
        self.column.setStretchFactor(0, 1)
        self.column.setChildrenCollapsible(False)
        self.fault_list.setMinimumHeight(60)
        self.shelves = ShelvesView(self.shelf)
        self.stack.addWidget(self.shelves)
        self.stack.addWidget(self.shape)
        self.late = LateViews(self.stack, self.measurer, lambda: self.document.game, self._shelf_files)
        self.split = QSplitter()
        self.split.addWidget(self.sheet)
        self.split.addWidget(self.column)
        self.split.setSizes([470, 810])
        self.split.setStretchFactor(1, 1)
        self.split.setChildrenCollapsible(False)
        middle = QWidget()
        layout = self.column_of_parts = QVBoxLayout(middle)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        layout.addWidget(self.bar)
        layout.addWidget(self.notice)
        layout.addWidget(self.rescue)
        layout.addWidget(self.split, 1)
        layout.addWidget(self.gauges)
        self.setCentralWidget(Roomy(middle))  # a small screen, or large text, scrolls

    def _connect(self) -> None:
        self.bar.chosen.connect(self._show)
        self.document.state_changed.connect(self._tell_state)
        self.document.trouble.connect(self.say)
        self.measurer.exact_ready.connect(self._show_exact)
        self.measurer.exact_stopped.connect(self._show_stopped)
        self.measurer.work_ready.connect(self._show_work)
        self.bar.cancel_asked.connect(self.measurer.cancel_exact)
        self.measurer.faults_ready.connect(self._show_faults)
        self.measurer.runs_ready.connect(self._show_played)
        self.measurer.effects_ready.connect(self.editing.show_effects)
        self.measurer.crashed.connect(lambda words: self.say(f"Something went wrong while measuring ({words})."))
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
        hints.colorSchemeChanged.connect(self._system_colours)
        hints.accessibility().contrastPreferenceChanged.connect(lambda _: self._dress())
        self.actions_by_id["sound"].setChecked(sounds.on)

    def begin(self, view: str) -> None:
        """Show the open game in a view and start measuring."""
        self.document.changed.connect(lambda _: self._game_changed())  # not before, or it is measured twice
        self._tell_state()
        self.gauges.show_waiting(self.colours)
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
        self.bar.show_busy(True)
        self._show_unknown()

    def _show_unknown(self) -> None:
        self.exact = None
        self.readings = dict(self._played.readings) if self._played else {}
        self._show_readings()
        self.shape.show_board(self.document.game, None, self.colours)
        self.late.show_played(self._played)

    def _show_stopped(self) -> None:
        """Exact work was given up."""
        self._patience.stop()
        self._stale.stop()
        self.fault_list.show_waiting("Faults were not looked for, since exact work was cancelled.")
        self.bar.show_busy(False)
        self._show_unknown()

    def _show_exact(self, exact: Analysis) -> None:
        self._patience.stop()
        self.bar.show_busy(False)
        self._quiet.start()
        self.exact = exact
        self.readings = joined(self._played.readings if self._played else {}, exact.readings)
        self._show_readings()
        self.shape.show_board(exact.game, exact.heat, self.colours)
        self.late.show_exact(exact)
        self.late.show_played(self._played)  # it may have come in while the exact readings were awaited

    def _show_work(self, exact: Analysis) -> None:
        """What players work out is known too: nothing else has changed."""
        self.exact = exact
        self.readings = joined(self._played.readings if self._played else {}, exact.readings)
        self.late.show_work(exact)

    def _show_faults(self, faults: list[Fault]) -> None:
        self._stale.stop()
        self.fault_list.show_faults(faults)

    def _ask_faults(self) -> None:
        if self.exact is not None:
            self.measurer.ask_faults(self.exact)

    def _show_played(self, played: Played) -> None:
        self._played = played
        if self._patience.isActive():
            return  # the exact readings are due at any moment
        self.readings = joined(played.readings, self.exact.readings if self.exact else {})
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
        self.bar.file.setText(self.filing.told(self.keeper is None or self.keeper.has_alone(document.path)))
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
            self.shelves.fill(self._shelf_folder, self._demo, self.colours)
        else:
            self._take_up()
        self.editing.close_popover()
        self.view = view
        if self.walk is not None:
            self.walk.view_changed(view)
        self.sheet.setVisible(view != "shelf")
        self.fault_list.setVisible(view not in ("shelf", "practice", "tune", "table", "sheets", "class", "logbook"))
        here = {"shelf": self.shelves, "shape": self.shape}
        self.stack.setCurrentWidget(here.get(view) or self.late.page(view))
        # Once a sheet that is shown for the first time has a width.
        QTimer.singleShot(0, self, lambda: share_width(self.split))
        self.bar.buttons[view].setChecked(True)
        room = self.late.classroom  # numbers are typed there at once
        (self.shelf if view == "shelf" else room.screen_ if view == "class" and room else self.sheet).setFocus()
        for name in VIEWS:
            self.actions_by_id[name].setChecked(name == view)

    def _shelf_files(self) -> list[Path]:
        return [*games_in(self._shelf_folder), *demo_files()]

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

    def _use(self, theme: str) -> None:
        self.settings.theme = theme
        self._dress()

    use_light = partialmethod(_use, "light")
    use_dark = partialmethod(_use, "dark")
    use_system = partialmethod(_use, "system")

    def _system_colours(self) -> None:
        if self.settings.theme == "system":
            self._dress()

    def _dress_application(self) -> None:
        self.colours = scheme(self.settings.theme)
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        dress(app, self.colours)

    def _dress(self) -> None:
        """Change the colours of the running window."""
        self._dress_application()
        self._mark_theme()
        self.sheet.show_game(self.document.game, self.colours)
        self.fault_list.show_faults(self.fault_list.faults)
        self._show_readings()
        self.shape.show_board(self.document.game, self.exact.heat if self.exact else None, self.colours)
        self.late.recolour(self.colours)
        if self.view == "shelf":
            self.show_shelf()

    def _mark_theme(self) -> None:
        self.fault_list.colours = self.colours
        for name in ("light", "dark", "system"):
            self.actions_by_id[name].setChecked(self.settings.theme == name)

    def closeEvent(self, event: QCloseEvent) -> None:
        """Ask about unsaved changes, then end all work in good order."""
        self.editing.close_popover()
        if not self.filing.may_leave():
            event.ignore()
            return
        remember(self, self.settings)
        self.settings.keep("split", self.split.saveState())
        self.settings.keep("column", self.column.saveState())
        self.settings.flush()
        self.closing.emit()
        self.hide()  # it is gone for whoever closed it: a compiler at work can't be stopped, only waited for
        self.measurer.close()
        self.late.close()
        self.shelves.close_lanes()
        event.accept()
