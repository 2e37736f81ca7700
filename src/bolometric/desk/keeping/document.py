"""The open game: its history, its file, and the copy kept in case the program is killed."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from PySide6.QtCore import QFileSystemWatcher, QObject, QTimer, Signal

from bolometric.core.game.document import Game, with_value
from bolometric.core.game.files import fingerprint, read, write
from bolometric.core.settings.errors import FileError
from bolometric.desk.keeping.history import History
from bolometric.desk.keeping.recovery import Keeper

KEEP_AFTER = 300
"""Milliseconds between two copies: the first change is kept at once, those that follow together."""


class Document(QObject):
    """One open game. Views read ``game`` and listen to ``changed``."""

    opened = Signal()
    """Another game takes the place of the one before; told before what has ``changed``."""
    changed = Signal(object)
    """The game is another one (an edit, undo, redo, or another document)."""
    state_changed = Signal()
    """What can be undone, what is saved, or the file's name may have changed."""
    trouble = Signal(str)
    """Something could not be kept; the sentence says what."""

    def __init__(self, keeper: Keeper | None = None) -> None:
        super().__init__()
        self.path: Path | None = None
        self._seen: bytes | None = None
        """What the file held when it was opened or saved here."""
        self._watcher = QFileSystemWatcher(self)
        self._watcher.fileChanged.connect(self._file_changed)
        self._history = History([Game()], saved=Game())
        self._keeper = keeper
        self._timer = QTimer(self, singleShot=True, interval=KEEP_AFTER)
        self._timer.timeout.connect(self._keep_what_waits)
        self._waits = False
        """Whether something changed since the copy was last written."""
        self._told = False

    @property
    def game(self) -> Game:
        """The present game."""
        return self._history.game

    @property
    def dirty(self) -> bool:
        """Whether there are changes that are not in the file."""
        return self._history.dirty

    @property
    def can_undo(self) -> bool:
        """Whether there is a step to take back."""
        return self._history.at > 0

    @property
    def can_redo(self) -> bool:
        """Whether there is a step to take again."""
        return self._history.at < len(self._history.games) - 1

    def edit(self, path: str, value: Any, stroke: object = None) -> None:
        """Change one setting. Raises GameError, and changes nothing, if the result cannot be."""
        self._history.push(with_value(self.game, path, value), stroke)
        self._after()

    def replace(self, game: Game, stroke: object = None) -> None:
        """Change the whole game."""
        self._history.push(game, stroke)
        self._after()

    def undo(self) -> None:
        """Take the last step back."""
        if self._history.step(-1):
            self._after()

    def redo(self) -> None:
        """Take the step again."""
        if self._history.step(1):
            self._after()

    @property
    def steps(self) -> list[tuple[Game, Game]]:
        """Every step that can be taken back or again, the first one first."""
        return self._history.pairs()

    @property
    def at_step(self) -> int:
        """How many of them are taken."""
        return self._history.at

    def go_to(self, step: int) -> None:
        """To where so many steps are taken."""
        if self._history.step(step - self._history.at):
            self._after()

    def start(self, game: Game, path: Path | None = None, unsaved: bool = False, seen: bytes | None = None) -> None:
        """Open another game.

        ``unsaved`` marks it as changed though nothing was typed here; ``seen`` is its file's fingerprint, if known.
        """
        self.path, self._seen = path, seen if path is None or seen is not None else fingerprint(path)
        self._watch()
        self._history = History([game], saved=None if unsaved else game)
        self.opened.emit()
        self._after()

    @property
    def changed_elsewhere(self) -> bool:
        """Whether the file holds something else than when it was opened or saved here."""
        return self.path is not None and self._seen is not None and fingerprint(self.path) not in (self._seen, None)

    def _watch(self) -> None:
        """Watch the open file, so that it is said when it changes or goes away."""
        if self._watcher.files():
            self._watcher.removePaths(self._watcher.files())
        if self.path is not None and self.path.exists():
            self._watcher.addPath(str(self.path))

    def _file_changed(self, name: str) -> None:
        """Something happened to the file; a save replaces it, after which it is watched anew."""
        if self.path is None or Path(name) != self.path:
            return
        if not self.path.exists():
            self.trouble.emit(f"{self.path.name} is not there any more: save to keep this game.")
        elif self.changed_elsewhere:
            self.trouble.emit(f"{self.path.name} was changed by another window or program: saving will ask.")
        self._watch()

    def load(self, path: Path) -> None:
        """Open a file. Raises FileError, and keeps the present game, if that fails."""
        seen = fingerprint(path)  # before it is read: what another program writes meanwhile is then told as a change
        self.start(read(path), path, seen=seen)

    def save(self, path: Path | None = None) -> None:
        """Save, under a new name if one is given. Raises FileError; nothing is lost then."""
        target = path or self.path
        if target is None:
            raise FileError("This game has no file yet: choose a name for it.")
        write(self.game, target)
        self.path, self._history.saved = target, self.game
        self._seen = fingerprint(target)
        self._watch()
        self._keep_soon()
        self.state_changed.emit()

    def keep(self) -> None:
        """Have the recovery copy written now, or dropped if there is nothing unsaved."""
        self._waits = False
        if self._keeper is None:
            return
        if self.dirty:
            self._keeper.keep(self.game, self.path, self._tell_trouble)
        else:
            self._keeper.drop()

    def _tell_trouble(self, sentence: str) -> None:
        """Once: it would be the same with every edit."""
        if not self._told:
            self._told = True
            self.trouble.emit(sentence)

    def _after(self) -> None:
        self._keep_soon()  # before anybody takes the time to draw it
        self.changed.emit(self.game)
        self.state_changed.emit()

    def _keep_soon(self) -> None:
        """At once if nothing was kept of late, else in a while, which edits that follow do not put off."""
        if self._timer.isActive():
            self._waits = True
        else:
            self.keep()
            self._timer.start()

    def _keep_what_waits(self) -> None:
        if self._waits:
            self._keep_soon()
