"""The window: one open game, the views in the order of the work, and the gauges that never leave."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QTimer
from PySide6.QtGui import QCloseEvent, QGuiApplication

from bolometric.desk.parts.plain import tip, title
from bolometric.desk.shell import actions
from bolometric.desk.shell.colours import Dressing, dress_application
from bolometric.desk.shell.commands import Commands
from bolometric.desk.shell.face import VIEWS, Face
from bolometric.desk.shell.help_commands import Helping
from bolometric.desk.shell.known import KnownGame
from bolometric.desk.shell.screen_fit import place, remember
from bolometric.desk.shell.settings import Settings
from bolometric.desk.shell.sounds import sounds
from bolometric.desk.views.shelf import AFTER_PAINT

if TYPE_CHECKING:
    from bolometric.core.game.document import Game

FIRST_RUNS, WARM_UP = 250, 1500
"""Milliseconds after the start until the first runs, and until the charts, are loaded: not while the window is
coming up, yet before they are looked at. Either library takes half a second to import."""
SHOWS = "show_"
"""What the names of commands that show a view begin with."""


class Window(Face):
    """A face with its parts, wired together; every answer comes back as a signal."""

    def __init__(self, settings: Settings, shelf: Path, demo: bool) -> None:
        dress_application(settings.theme)  # before any widget is made: later ones take on the font, earlier may not
        super().__init__(settings, shelf, demo)
        sounds.on = settings.sound
        self.known, self.commands = KnownGame(self), Commands(self)
        self.dressing = Dressing(self, self.known.show_again)
        self.help = Helping(self, lambda key: self.known.readings.get(key))
        self.view_wanted.connect(self.show_view)
        self.add_menus(self._does)
        self._fill_menus()
        self.resize(1280, 800)
        place(self, settings)
        self.gauges.show_waiting(self.colours)

    def _does(self, name: str) -> Callable[[], object]:
        """What a command does, by its name in the table of actions."""
        if name.removeprefix(SHOWS) in VIEWS:
            return lambda: self.go(name.removeprefix(SHOWS))
        part = next(part for part in (self.commands, self.help, self.dressing) if hasattr(part, name))
        does: Callable[[], object] = getattr(part, name)
        return does

    def _fill_menus(self) -> None:
        actions.add_starters(self.menus["&Game"], lambda game: self.opened(self.filing.start(game)))
        actions.add_recent(
            self.menus["&Game"], lambda: self.settings.recent, lambda path: self.opened(self.filing.open(path))
        )
        actions.add_sizes(self.menus["&View"], lambda: self.settings.text, self.commands.take_text_size)

    def show_front(self) -> None:
        """What is seen first, where no file is to be opened: the shelf, or the first time its page of ways in."""
        self.fill_shelf()
        self.bring("shelf")
        if self.settings.first_time and not self.demo:
            self.shelves.show_first()

    def answer(self) -> None:
        """All its parts are there: from now on it does what it is asked for."""
        self.known.follow()
        self._connect_views()
        self._connect_shelf()
        self._connect_colours()
        self.dressing.mark_theme()
        self.place.share = self.settings.number("sheet_share") / 1000
        self.column.restoreState(self.settings.bytes("column"))
        for action in self.actions_by_id.values():
            action.setEnabled(True)
        self.actions_by_id["sound"].setChecked(sounds.on)
        self.furnished = True

    def _connect_views(self) -> None:
        self.bar.chosen.connect(self.go)
        self.document.state_changed.connect(self._tell_state)
        self.document.trouble.connect(self.say)
        self.measurer.effects_ready.connect(self.editing.show_effects)
        self.late.edit_asked.connect(lambda at, take, by: self.editing.open_loose(at, take, by, self.colours))
        self.late.export_asked.connect(self.commands.export_odds)
        self.late.change_asked.connect(self.editing.edit)
        self.late.pages_asked.connect(self.commands.export_pages)
        self.late.said.connect(self.say)
        self.late.picture_asked.connect(self.commands.export_room)
        self.late.log_asked.connect(self.commands.log_room)
        self.late.sessions_asked.connect(self.commands.export_sessions)
        self.late.import_asked.connect(self.commands.take_sessions_in)
        self.late.boards_asked.connect(self.commands.take_boards_in)
        self.late.game_taken.connect(self._take_game)
        self.late.game_kept.connect(self.filing.keep_copy)
        self.late.family_kept.connect(self.filing.keep_family)
        self.sheet.word_chosen.connect(lambda path: self.editing.open_word(path, self.colours))
        self.fault_list.cure_chosen.connect(self.editing.apply)
        self.fault_list.meant_chosen.connect(self.editing.mean)
        self.fault_list.note_asked.connect(self._note)
        self.editing.effects_wanted.connect(lambda key: self.measurer.ask_effects(self.document.game, key))
        self.editing.trouble.connect(self.say)
        self.editing.book_asked.connect(self.help.open_handbook)
        self.shape.edit_asked.connect(self.editing.edit)
        self.shape.stroke_asked.connect(lambda path, value: self.editing.edit(path, value, self.shape.board.drawn))
        for gauge in self.gauges.gauges.values():
            gauge.clicked.connect(lambda _=False, gauge=gauge: self._gauge_clicked(gauge.key))

    def _connect_shelf(self) -> None:
        self.shelf.chosen.connect(lambda path: self.opened(self.filing.open(path)))
        self.shelf.asked.connect(self.commands.change_shelf)
        self.shelf.dropped.connect(self.commands.take_in)
        self.shelves.first.asked.connect(self.help.way_in)
        self.shelves.begun.connect(lambda game: self.opened(self.filing.start(game)))
        self.shelves.kept.connect(self.filing.keep_copy)
        self.shelves.compared.connect(self._put_beside)

    def _connect_colours(self) -> None:
        hints: Any = QGuiApplication.styleHints()
        hints.colorSchemeChanged.connect(self.dressing.system_colours)
        hints.accessibility().contrastPreferenceChanged.connect(self.dressing.system_contrast)

    def begin(self, view: str) -> None:
        """Show the open game in a view and start measuring."""
        self.document.opened.connect(self.measurer.forget)
        self.document.changed.connect(lambda _: self.known.game_changed())  # not before, or it is measured twice
        self._tell_state()
        self.gauges.show_labels()
        self.shelf.reads = True
        if view != "first_steps":
            self.shelves.bar.show_page(0)
        if view == "first_steps":
            self.help.show_first_steps()
        elif view == "shelf" == self.view:
            self.shelf.read_files()  # its cards are there
            self.bring("shelf")
        else:
            self.go(view)
        QTimer.singleShot(AFTER_PAINT, self, self.known.take_up)  # the shelf is painted first
        QTimer.singleShot(FIRST_RUNS, self, lambda: self.measurer.begin_runs(self.document.game))
        QTimer.singleShot(WARM_UP, self, self.late.make_charts)

    def show_view(self, view: str) -> None:
        """Show a view, and what it shows."""
        if view == "shelf":
            self.fill_shelf()
        else:
            self.known.take_up()
        self.editing.close_popover()
        self.help.view_changed(view)
        self.bring(view)

    def _take_game(self, game: Game) -> None:
        """A version of the open game in its place, printed as that is by now."""
        self.document.replace(game.model_copy(update={"printing": self.document.game.printing}))

    def _put_beside(self, game: Game) -> None:
        """A game that was offered, beside the open one."""
        self.go("tune")
        if self.late.tune is not None:
            self.late.tune.put_beside(game)

    def _note(self, code: str) -> None:
        """Have a note written on a trap that is meant."""
        now = self.document.game.talk.note_of(code) or ""
        self.editing.note(code, self.filing.questions.new_note(now))

    def _gauge_clicked(self, key: str) -> None:
        self.editing.open_gauge(self.gauges.gauges[key], self.known.readings.get(key), self.colours)

    def _tell_state(self) -> None:
        document = self.document
        self.actions_by_id["undo"].setEnabled(document.can_undo)
        self.actions_by_id["redo"].setEnabled(document.can_redo)
        self.bar.status.file.setText(self.filing.told(self.keeper is None or self.keeper.has_alone(document.path)))
        self.bar.status.file.setToolTip(tip(self.bar.status.file.text()))
        self.setWindowTitle(f"{title(document.game.name)}{' *' if document.dirty else ''} – Bolometric")

    def closeEvent(self, event: QCloseEvent) -> None:
        """Ask about unsaved changes, then end all work in good order."""
        if not self.furnished:
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
