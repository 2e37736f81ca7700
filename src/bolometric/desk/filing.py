"""Opening and saving: the questions asked, and the promise that nothing is lost."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Literal

from PySide6.QtWidgets import QFileDialog, QMessageBox, QWidget

from bolometric.core.areas.shelf import demo_folder
from bolometric.core.game.document import Game
from bolometric.core.game.files import SUFFIX, with_suffix
from bolometric.core.settings.errors import FileError
from bolometric.desk.document import Document
from bolometric.desk.settings import Settings

Answer = Literal["save", "discard", "stay"]
FILTER = f"Bolometric games (*{SUFFIX});;All files (*)"


class Questions:
    """The dialogs, apart so that tests can answer them."""

    def __init__(self, window: QWidget) -> None:
        self._window = window

    def which_file(self, folder: Path) -> Path | None:
        """Which file to open."""
        name, _ = QFileDialog.getOpenFileName(self._window, "Open a game", str(folder), FILTER)
        return Path(name) if name else None

    def where_to(self, proposed: Path) -> Path | None:
        """Where to save."""
        name, _ = QFileDialog.getSaveFileName(self._window, "Save the game", str(proposed), FILTER)
        return Path(name) if name else None

    def where_export(self, proposed: Path) -> Path | None:
        """Where to write a table or a picture."""
        name, _ = QFileDialog.getSaveFileName(self._window, "Take away", str(proposed), f"*{proposed.suffix}")
        return Path(name) if name else None

    def lose_changes(self, name: str) -> Answer:
        """What to do with unsaved changes."""
        box = QMessageBox(self._window)
        box.setWindowTitle("Bolometric")
        box.setText(f"“{name}” has changes that are not saved.")
        save = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Lose the changes", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Stay here", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(save)
        box.exec()
        return "save" if box.clickedButton() is save else "discard" if box.clickedButton() is drop else "stay"


class Filing:
    """Takes the open game to and from files."""

    def __init__(
        self, document: Document, settings: Settings, questions: Questions, shelf: Path, say: Callable[[str], None]
    ) -> None:
        self.document, self.settings, self.questions, self.shelf, self.say = document, settings, questions, shelf, say

    def may_leave(self) -> bool:
        """Whether the open game may be replaced; offers to save it."""
        if not self.document.dirty:
            return True
        answer = self.questions.lose_changes(self.document.game.name)
        return self.save() if answer == "save" else answer == "discard"

    def open(self, path: Path) -> bool:
        """Open a file. A wrong one is said, and the present game stays."""
        if not self.may_leave():
            return False
        try:
            self.document.load(path)
        except FileError as error:
            self.say(str(error))
            return False
        if self._is_demo(path):
            self.document.path = None  # a demo game is opened as a copy: saving asks where to
            self.document.state_changed.emit()
        else:
            self.settings.used(path)
        return True

    def start(self, game: Game) -> bool:
        """Begin from a starter."""
        if not self.may_leave():
            return False
        self.document.start(game)
        return True

    def ask_open(self) -> bool:
        """Ask for a file and open it."""
        path = self.questions.which_file(self.document.path.parent if self.document.path else self._folder())
        return path is not None and self.open(path)

    def save(self) -> bool:
        """Save to the game's file, or ask for one."""
        return self.save_as() if self.document.path is None else self._write(self.document.path)

    def save_as(self) -> bool:
        """Ask where to, and save there."""
        proposed = self.document.path or self._folder() / f"{self._plain_name()}{SUFFIX}"
        path = self.questions.where_to(proposed)
        return path is not None and self._write(with_suffix(path))

    def export(self, kind: str, write: Callable[[Path], None]) -> bool:
        """Ask where to write a table or a picture, and have it written there."""
        path = self.questions.where_export(self._folder() / f"{self._plain_name()}-odds.{kind}")
        if path is None:
            return False
        path = path if path.suffix.lower() == f".{kind}" else path.with_name(f"{path.name}.{kind}")
        try:
            write(path)
        except FileError as error:
            self.say(str(error))
            return False
        self.say(f"Written to {path}.")
        return True

    def _plain_name(self) -> str:
        """The game's name as a file may be called."""
        words = "".join(c if c.isalnum() else " " for c in self.document.game.name).split()
        return "-".join(words).lower()[:60] or "game"

    def _write(self, path: Path) -> bool:
        if self._is_demo(path):
            self.say("The demo shelf stays as it is: choose another folder.")
            return False
        try:
            self.document.save(path)
        except FileError as error:
            self.say(str(error))
            return False
        self.settings.used(path)
        return True

    def _folder(self) -> Path:
        """The shelf, made if it can be; else the home folder."""
        try:
            self.shelf.mkdir(parents=True, exist_ok=True)
        except OSError:
            return Path.home()
        return self.shelf

    def _is_demo(self, path: Path) -> bool:
        return path.resolve().parent == demo_folder().resolve()
