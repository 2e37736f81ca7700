"""Opening and saving: the questions asked, and the promise that nothing is lost."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import count
from pathlib import Path
from typing import Literal, TypeVar

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFileDialog, QInputDialog, QLineEdit, QMessageBox, QWidget

from bolometric.assets import SUFFIX, demo_folder
from bolometric.core.game.document import Game
from bolometric.core.game.files import is_protected, with_suffix, write
from bolometric.core.settings.errors import FileError
from bolometric.desk.keeping.document import Document
from bolometric.desk.keeping.shelving import plain_name
from bolometric.desk.shell.settings import Settings

Answer = Literal["save", "discard", "stay"]
Change = Literal["both", "theirs", "over", "stay"]
Given = TypeVar("Given", bound=str)
FILTER = f"Bolometric games (*{SUFFIX});;All files (*)"


class Unsaved:
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

    def new_name(self, name: str) -> str | None:
        """What a game is to be called."""
        told, given = QInputDialog.getText(self._window, "Rename", "Name", QLineEdit.EchoMode.Normal, name)
        return told.strip() if given and told.strip() else None

    def new_note(self, note: str) -> str | None:
        """What is noted of a trap that is meant."""
        words = "What is it for, and when do you bring it up?"
        told, given = QInputDialog.getText(self._window, "A note", words, QLineEdit.EchoMode.Normal, note)
        return told.strip() if given else None

    def which_sessions(self, folder: Path) -> Path | None:
        """Which file to take sessions in from."""
        return self._which("Take sessions in", folder, "Sessions (*.csv *.json);;All files (*)")

    def which_boards(self, folder: Path) -> Path | None:
        """Which table the boards of a class are in."""
        return self._which("Boards from a table", folder, "Tables (*.csv *.tsv *.txt);;All files (*)")

    def _which(self, title: str, folder: Path, kinds: str) -> Path | None:
        name, _ = QFileDialog.getOpenFileName(self._window, title, str(folder), kinds)
        return Path(name) if name else None

    def lose_changes(self, name: str) -> Answer:
        """What to do with unsaved changes."""
        words = f"“{name}” has changes that are not saved."
        return self._ask(words, {"save": "Save", "discard": "Lose the changes", "stay": "Stay here"})

    def overwrite(self, name: str, why: str) -> bool:
        """Whether to write over a file that is there."""
        return self._ask(f"{name} {why}.", {"over": "Write over it", "stay": "Leave it as it is"}) == "over"

    def changed_since(self, name: str) -> Change:
        """What to do about a file that something else has changed since it was opened."""
        words = f"{name} was changed by another window or program since you opened it."
        answers: dict[Change, str] = {
            "both": "Keep both: save mine under another name",
            "theirs": "Open theirs, and lose my changes",
            "over": "Write mine over theirs",
            "stay": "Do nothing",
        }
        return self._ask(words, answers)

    def _ask(self, words: str, answers: dict[Given, str]) -> Given:
        """A question with a button for each answer; the last one does nothing, and is what Escape means."""
        box = QMessageBox(self._window)
        box.setWindowTitle("Bolometric")
        box.setTextFormat(Qt.TextFormat.PlainText)
        box.setText(words)
        *others, last = answers
        buttons = {box.addButton(answers[one], QMessageBox.ButtonRole.AcceptRole): one for one in others}
        escape = box.addButton(answers[last], QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(next(iter(buttons)))
        box.setEscapeButton(escape)
        box.exec()
        clicked = box.clickedButton()
        return next((one for button, one in buttons.items() if button is clicked), last)


class Filing:
    """Takes the open game to and from files."""

    def __init__(
        self, document: Document, settings: Settings, questions: Unsaved, shelf: Path, say: Callable[[str], None]
    ) -> None:
        self.document, self.settings, self.questions, self.shelf, self.say = document, settings, questions, shelf, say

    def told(self, alone: bool) -> str:
        """Where the open game stands, in short; ``alone`` if no other window has its file open."""
        place = self.document.path.name if self.document.path else "not saved as a file yet"
        changed = " · changed" if self.document.dirty else ""
        return f"{place}{changed}{'' if alone else ' · open in another window too'}"

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
        path = self.document.path
        if path is None:
            return self.save_as()
        if self.document.changed_elsewhere:
            match self.questions.changed_since(path.name):
                case "both":
                    return self.save_as()
                case "theirs":
                    return self._reload(path)
                case "stay":
                    return False
        return self._may_write(path, known=True) and self._write(path)

    def keep_copy(self, game: Game) -> bool:
        """Save a game of its own on the shelf, beside the open one, under a name that is not taken yet."""
        folder, stem = self._folder(), self._plain_name()
        number = next(k for k in count(2) if not (folder / f"{stem}-{k}{SUFFIX}").exists())
        path = folder / f"{stem}-{number}{SUFFIX}"
        try:
            write(game.model_copy(update={"name": f"{game.name[:56]} {number}"}), path)
        except FileError as error:
            self.say(str(error))
            return False
        self.say(f"Kept as {path.name} in {folder}.")
        return True

    def keep_family(self, games: Sequence[Game]) -> bool:
        """Save versions of one game on the shelf; one of these names that is taken is asked about."""
        folder = self._folder()
        for place, game in enumerate(games, 1):
            level = game.family.level.replace(" ", "-") if game.family is not None else str(place)
            path = folder / f"{self._plain_name()}-{place}-{level}{SUFFIX}"
            if not self._may_write(path):
                return False
            try:
                write(game, path)
            except FileError as error:
                self.say(str(error))
                return False
        self.say(
            f"{len(games)} versions are kept in {folder}; on the shelf each says what changes from the one before."
        )
        return True

    def _reload(self, path: Path) -> bool:
        """Take what is in the file now."""
        try:
            self.document.load(path)
        except FileError as error:
            self.say(str(error))
            return False
        return True

    def _may_write(self, path: Path, known: bool = False) -> bool:
        """Ask before a file is written over that was not named, or is protected; the name is the one written to."""
        if is_protected(path):
            return self.questions.overwrite(path.name, "is protected from being written")
        return known or not path.exists() or self.questions.overwrite(path.name, "is there already")

    def save_as(self) -> bool:
        """Ask where to, and save there."""
        proposed = self.document.path or self._folder() / f"{self._plain_name()}{SUFFIX}"
        given = self.questions.where_to(proposed)
        if given is None:
            return False
        path = with_suffix(given)
        # The dialog has asked about the name that was typed, not about one that an ending was added to.
        asked = path == given and not is_protected(path)
        return self._may_write(path, known=asked) and self._write(path)

    def export(self, what: str, kind: str, write: Callable[[Path], str | None]) -> bool:
        """Ask where to write a table, a picture or pages, and have them written; ``write`` may say what they lack."""
        path = self.questions.where_export(self._folder() / f"{self._plain_name()}-{what}.{kind}")
        if path is None:
            return False
        if path.suffix.lower() != f".{kind}":
            path = path.with_name(f"{path.name}.{kind}")
            if not self._may_write(path):
                return False
        try:
            lacking = write(path) or ""
        except FileError as error:
            self.say(str(error))
            return False
        self.say(f"Written to {path}. {lacking}".rstrip())
        return True

    def _plain_name(self) -> str:
        """The game's name as a file may be called."""
        return plain_name(self.document.game.name)

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
