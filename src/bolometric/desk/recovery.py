"""What was typed survives a kill: each running program keeps a copy of its unsaved game.

A copy belongs to a running program as long as that holds the lock beside it. A copy whose lock is free was
left by a program that was killed, and the next one to start takes it over.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from pathlib import Path
from uuid import uuid4

from PySide6.QtCore import QLockFile

from bolometric.core.game.document import Game
from bolometric.core.game.files import SUFFIX, read, write
from bolometric.core.settings.errors import FileError


@dataclass(frozen=True, slots=True)
class Left:
    """A game that an earlier program left unsaved."""

    game: Game
    path: Path | None


class Keeper:
    """Keeps one copy in ``folder`` for this program."""

    def __init__(self, folder: Path) -> None:
        self._folder, self._stem = folder, uuid4().hex
        try:
            folder.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            reason = (error.strerror or "refused").lower()
            raise FileError(f"Unsaved changes cannot be kept in {folder}: {reason}.") from None
        self._lock = QLockFile(str(folder / f"{self._stem}.lock"))
        self._lock.setStaleLockTime(0)
        self._lock.tryLock(0)

    def keep(self, game: Game, path: Path | None) -> None:
        """Write the copy, and which file it belongs to. Raises FileError."""
        write(game, self._folder / f"{self._stem}{SUFFIX}")
        try:
            (self._folder / f"{self._stem}.origin").write_text(json.dumps(str(path) if path else None))
        except OSError as error:
            raise FileError(f"Unsaved changes cannot be kept in {self._folder}: {error.strerror}.") from None

    def drop(self) -> None:
        """Remove the copy: there is nothing unsaved any more."""
        _remove(self._folder, self._stem)

    def close(self) -> None:
        """The program ends in good order."""
        self.drop()
        self._lock.unlock()

    def left_behind(self) -> list[Left]:
        """Games that killed programs left, newest first; their copies are removed."""
        found = []
        copies = sorted(self._folder.glob(f"*{SUFFIX}"), key=lambda path: -path.stat().st_mtime)
        for copy in copies:
            stem = copy.name.removesuffix(SUFFIX)
            lock = QLockFile(str(self._folder / f"{stem}.lock"))
            lock.setStaleLockTime(0)
            if stem == self._stem or not lock.tryLock(0):
                continue
            try:
                found.append(Left(read(copy), _origin(self._folder / f"{stem}.origin")))
            except FileError:
                continue  # not a game: nothing that could be shown, so it is left where it is
            finally:
                lock.unlock()
            _remove(self._folder, stem)
        return found


def _origin(file: Path) -> Path | None:
    try:
        name = json.loads(file.read_text())
    except (OSError, ValueError):
        return None
    return Path(name) if isinstance(name, str) else None


def _remove(folder: Path, stem: str) -> None:
    for suffix in (SUFFIX, ".origin"):
        (folder / f"{stem}{suffix}").unlink(missing_ok=True)
