"""The commands of the window that only hand on what is asked for; the table of actions names them."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import Qt
from PySide6.QtGui import QAction, QGuiApplication

from bolometric.desk import actions
from bolometric.desk.helping import Helping
from bolometric.desk.parts.chooser import choose
from bolometric.desk.parts.gauge import GaugeStrip
from bolometric.desk.sounds import sounds

if TYPE_CHECKING:
    from bolometric.desk.document import Document
    from bolometric.desk.editing import Editing
    from bolometric.desk.filing import Filing
    from bolometric.desk.late_views import LateViews
    from bolometric.desk.parts.sheet_place import SheetPlace
    from bolometric.desk.shelving import Shelving


class Commands(Helping):
    """What the window does on a key or from a menu."""

    document: Document
    editing: Editing
    filing: Filing
    gauges: GaugeStrip
    late: LateViews
    actions_by_id: dict[str, QAction]
    shelving: Shelving
    place: SheetPlace
    view: str

    if TYPE_CHECKING:

        def show_shape(self) -> None: ...
        def show_sheets(self) -> None: ...
        def show_class(self) -> None: ...
        def show_logbook(self) -> None: ...
        def _opened(self, done: bool) -> None: ...
        def say(self, sentence: str) -> None: ...

    def undo(self) -> None:
        """Take the last change back."""
        self.editing.close_popover()
        self.document.undo()

    def redo(self) -> None:
        """Make the change again."""
        self.editing.close_popover()
        self.document.redo()

    def open_dialog(self) -> None:
        """Ask for a file and open it."""
        self._opened(self.filing.ask_open())

    def save(self) -> None:
        """Save the game."""
        self.editing.close_popover()
        self.filing.save()

    def save_as(self) -> None:
        """Save the game under another name."""
        self.editing.close_popover()
        self.filing.save_as()

    def copy_rules(self) -> None:
        """Copy the rules as text, as they are shown."""
        QGuiApplication.clipboard().setText(self.sheet.as_text())

    def print_sheets(self) -> None:
        """Show the sheets and ask for a printer."""
        self.show_sheets()
        if self.late.sheets is not None:
            self.late.sheets.ask_printer()

    def find_command(self) -> None:
        """Ask for a command by typing, and do it."""
        listed = [one for one in actions.COMMANDS if one.id != "find" and self.actions_by_id[one.id].isEnabled()]
        told = [f"{one.told}{f'  ({one.keys})' if one.keys else ''}" for one in listed]
        found = choose(self, "Find a command", told)
        if found is not None:
            self.actions_by_id[listed[found].id].trigger()

    def show_history(self) -> None:
        """Every step as a sentence; the one chosen is gone to."""
        from bolometric.core.words.steps import step_words

        self.editing.close_popover()
        steps = self.document.steps
        told = ["as it was opened", *(step_words(before, after) for before, after in steps)]
        found = choose(
            self, "History", told, self.document.at_step, "Choose a step: the game goes there, and back again."
        )
        if found is not None:
            self.document.go_to(found)

    def switch_sound(self) -> None:
        """Let pieces be heard, or not."""
        self.settings.sound = sounds.on = not sounds.on
        self.actions_by_id["sound"].setChecked(sounds.on)
        sounds.knock()

    def take_text_size(self, percent: int) -> None:
        """Take another size of text; Qt lays everything out for it when the program starts."""
        self.settings.text = percent
        self.say(f"Text is as large as {percent} % from the next start.")

    def receive(self, file: Path | None) -> None:
        """The program was started again: open what it was started with, and come to the front."""
        if file is not None:
            self._opened(self.filing.open(file))
        self.setWindowState(self.windowState() & ~Qt.WindowState.WindowMinimized)
        self.raise_()
        self.activateWindow()

    def project(self) -> None:
        """Show what is called on the projector, or take it away."""
        self.show_class()
        if self.late.classroom is not None:
            self.late.classroom.project()

    def change_shelf(self, what: str, path: Path) -> None:
        """Do something with a file of the shelf, and show how it stands then."""
        done: object = None
        match what:
            case "rename":
                before = self.shelving.name_of(path)
                name = self.filing.questions.new_name(before) if before is not None else None
                done = self.shelving.rename(path, name) if name is not None else None
            case "copy":
                done = self.shelving.copy(path)
            case _:
                done = self.shelving.throw_away(path)
        if done:
            self.show_shelf()

    def take_in(self, paths: list[Path]) -> None:
        """Take files that were let fall on the shelf."""
        if self.shelving.take_in(paths):
            self.show_shelf()

    def focus_rules(self) -> None:
        """Put the keyboard on the rule sheet, wherever it is."""
        if self.view == "shelf":
            self.show_shape()
        self.place.bring()
        self.sheet.focus_first()

    def fold_rules(self) -> None:
        """Put the rule sheet away, or show it again."""
        self.place.toggle()

    def focus_gauges(self) -> None:
        """Put the keyboard on the gauges."""
        if self.gauges.isHidden():
            self.show_shape()
        shown = (gauge for gauge in self.gauges.gauges.values() if gauge.isVisible())
        next(shown).setFocus(Qt.FocusReason.ShortcutFocusReason)

    def _export(self, kind: str) -> None:
        from bolometric.desk.exporting import export_odds

        if self.late.odds is not None:
            chart = self.late.odds.chart_widget()
            self.filing.export("odds", kind, lambda path: export_odds(self.document.game, chart, path, kind))

    def _export_pages(self, kind: str) -> None:
        sheets = self.late.sheets
        if sheets is not None:
            self.filing.export("sheets", kind, lambda path: sheets.write(kind, path))

    def _export_room(self, kind: str) -> None:
        room = self.late.classroom
        if room is not None:
            self.filing.export("tally", kind, lambda path: room.write(kind, path))

    def _log_room(self, *told: Any) -> None:
        self.show_logbook()
        if self.late.logbook is not None:
            self.late.logbook.write_in(*told)

    def _export_sessions(self, kind: str) -> None:
        logbook = self.late.logbook
        if logbook is not None:
            self.filing.export("sessions", kind, lambda path: logbook.write(kind, path))

    def _take_sessions_in(self) -> None:
        path = self.filing.questions.which_sessions(self.filing.shelf)
        if path is not None and self.late.logbook is not None:
            self.late.logbook.take_in(path)
