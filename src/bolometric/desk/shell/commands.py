"""What the window does on a key or from a menu; the table of actions names each."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication

from bolometric.desk.parts.chooser import choose
from bolometric.desk.shell import actions
from bolometric.desk.shell.face import Face
from bolometric.desk.shell.sounds import sounds

if TYPE_CHECKING:
    from bolometric.desk.views.logbook.noted import Noted


class Commands:
    """Hands on what is asked for to the parts of a window."""

    def __init__(self, face: Face) -> None:
        self._face = face

    def close(self) -> None:
        """Leave the program."""
        self._face.close()

    def undo(self) -> None:
        """Take the last change back."""
        self._face.editing.close_popover()
        self._face.document.undo()

    def redo(self) -> None:
        """Make the change again."""
        self._face.editing.close_popover()
        self._face.document.redo()

    def open_dialog(self) -> None:
        """Ask for a file and open it."""
        self._face.opened(self._face.filing.ask_open())

    def save(self) -> None:
        """Save the game."""
        self._face.editing.close_popover()
        self._face.filing.save()

    def save_as(self) -> None:
        """Save the game under another name."""
        self._face.editing.close_popover()
        self._face.filing.save_as()

    def copy_rules(self) -> None:
        """Copy the rules as text, as they are shown."""
        QGuiApplication.clipboard().setText(self._face.sheet.as_text())

    def print_sheets(self) -> None:
        """Show the sheets and ask for a printer."""
        self._face.go("sheets")
        if self._face.late.sheets is not None:
            self._face.late.sheets.ask_printer()

    def find_command(self) -> None:
        """Ask for a command by typing, and do it."""
        listed = [one for one in actions.COMMANDS if one.id != "find" and self._face.actions_by_id[one.id].isEnabled()]
        told = [f"{one.told}{f'  ({one.keys})' if one.keys else ''}" for one in listed]
        found = choose(self._face, "Find a command", told)
        if found is not None:
            self._face.actions_by_id[listed[found].id].trigger()

    def show_history(self) -> None:
        """Every step as a sentence; the one chosen is gone to."""
        from bolometric.core.words.steps import step_words

        self._face.editing.close_popover()
        steps = self._face.document.steps
        told = ["as it was opened", *(step_words(before, after) for before, after in steps)]
        found = choose(
            self._face,
            "History",
            told,
            self._face.document.at_step,
            "Choose a step: the game goes there, and back again.",
        )
        if found is not None:
            self._face.document.go_to(found)

    def switch_sound(self) -> None:
        """Let pieces be heard, or not."""
        self._face.settings.sound = sounds.on = not sounds.on
        self._face.actions_by_id["sound"].setChecked(sounds.on)
        sounds.knock()

    def take_text_size(self, percent: int) -> None:
        """Take another size of text; Qt lays everything out for it when the program starts."""
        self._face.settings.text = percent
        self._face.say(f"Text is as large as {percent} % from the next start.")

    def receive(self, file: Path | None) -> None:
        """The program was started again: open what it was started with, and come to the front."""
        if file is not None:
            self._face.opened(self._face.filing.open(file))
        self._face.setWindowState(self._face.windowState() & ~Qt.WindowState.WindowMinimized)
        self._face.raise_()
        self._face.activateWindow()

    def project(self) -> None:
        """Show what is called on the projector, or take it away."""
        self._face.go("class")
        if self._face.late.classroom is not None:
            self._face.late.classroom.project()

    def change_shelf(self, what: str, path: Path) -> None:
        """Do something with a file of the shelf, and show how it stands then."""
        done: object = None
        match what:
            case "rename":
                before = self._face.shelving.name_of(path)
                name = self._face.filing.questions.new_name(before) if before is not None else None
                done = self._face.shelving.rename(path, name) if name is not None else None
            case "copy":
                done = self._face.shelving.copy(path)
            case _:
                done = self._face.shelving.throw_away(path)
        if done:
            self._face.go("shelf")

    def take_in(self, paths: list[Path]) -> None:
        """Take files that were let fall on the shelf."""
        if self._face.shelving.take_in(paths):
            self._face.go("shelf")

    def focus_rules(self) -> None:
        """Put the keyboard on the rule sheet, wherever it is."""
        if self._face.view == "shelf":
            self._face.go("shape")
        self._face.place.bring()
        self._face.sheet.focus_first()

    def fold_rules(self) -> None:
        """Put the rule sheet away, or show it again."""
        self._face.place.toggle()

    def focus_gauges(self) -> None:
        """Put the keyboard on the gauges."""
        if self._face.gauges.isHidden():
            self._face.go("shape")
        shown = (gauge for gauge in self._face.gauges.gauges.values() if gauge.isVisible())
        next(shown).setFocus(Qt.FocusReason.ShortcutFocusReason)

    def export_odds(self, kind: str) -> None:
        """Take the odds away as a table or a picture."""
        from bolometric.desk.keeping.exporting import export_odds as write_odds

        if self._face.late.odds is not None:
            chart = self._face.late.odds.chart_widget()
            self._face.filing.export("odds", kind, lambda path: write_odds(self._face.document.game, chart, path, kind))

    def export_pages(self, kind: str) -> None:
        """Take the sheets away."""
        sheets = self._face.late.sheets
        if sheets is not None:
            self._face.filing.export("sheets", kind, lambda path: sheets.write(kind, path))

    def export_room(self, kind: str) -> None:
        """Take the picture of what was called away."""
        room = self._face.late.classroom
        if room is not None:
            self._face.filing.export("tally", kind, lambda path: room.write(kind, path))

    def log_room(self, noted: Noted) -> None:
        """Write what was called or played into the logbook."""
        self._face.go("logbook")
        if self._face.late.logbook is not None:
            self._face.late.logbook.write_in(noted)

    def export_sessions(self, kind: str) -> None:
        """Take sessions away, or what they say."""
        logbook = self._face.late.logbook
        if logbook is not None:
            what, ending = ("report", "csv") if kind == "figures" else ("sessions", kind)
            self._face.filing.export(what, ending, lambda path: logbook.write(kind, path))

    def take_boards_in(self) -> None:
        """Ask for a table of boards and put them where boards are typed."""
        path = self._face.filing.questions.which_boards(self._face.filing.shelf)
        if path is not None and self._face.late.classroom is not None:
            self._face.late.classroom.read_boards(path)

    def take_sessions_in(self) -> None:
        """Ask for a file of sessions and take them in."""
        path = self._face.filing.questions.which_sessions(self._face.filing.shelf)
        if path is not None and self._face.late.logbook is not None:
            self._face.late.logbook.take_in(path)
