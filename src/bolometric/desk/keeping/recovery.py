"""What was typed survives a kill: each running program keeps a copy of its unsaved game.

A copy belongs to a running program as long as that holds the lock beside it. A copy whose lock is free was left by a
program that was killed. The next one to start holds it, so that it is offered once, and leaves it where it is until its
game is saved, written again by the new program, or discarded by the person.

Copies are written on a thread of their own, the newest alone where several wait; game and origin stand in one file,
which replaces the one before only when it is whole, and nobody else may read it.
"""

from __future__ import annotations

import json
import os
from collections.abc import Callable
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path
from uuid import uuid4

from PySide6.QtCore import QLockFile

from bolometric.core.game.document import Game
from bolometric.core.game.files import LARGEST, from_text, to_text, write_bytes
from bolometric.core.settings.errors import FileError
from bolometric.desk.working.lane import Lane

ENDING = ".kept"
OLD, OLD_ORIGIN = ".bolo.json", ".origin"
"""How 0.4.0 kept a game, and the name of its file in another."""


@dataclass(frozen=True, slots=True)
class Left:
    """A game that an earlier program left unsaved."""

    game: Game
    path: Path | None
    """The file it belongs to."""
    copy: Path
    time: float
    """When it was kept, in seconds since 1970."""


class Keeper:
    """Keeps one copy in ``folder`` for this program. Raises FileError if there can be no such folder."""

    def __init__(self, folder: Path) -> None:
        self._folder, self._stem = folder, uuid4().hex
        self._held: dict[str, QLockFile] = {}
        self._open = ""
        self._refused = QLockFile.LockError.NoError
        """Why the last lock could not be taken: another program has it, or the folder allows none."""
        self._wanted: tuple[Game, Path | None] | None = None
        self._lane = Lane("kept")
        try:
            folder.mkdir(parents=True, exist_ok=True)
            os.listdir(folder)
        except OSError as error:
            raise _cannot(folder, error) from None
        self._hold(self._stem)

    def keep(self, game: Game, path: Path | None, trouble: Callable[[str], None] = lambda sentence: None) -> None:
        """Have the copy written; ``trouble`` is called if that fails."""
        self._wanted = game, path
        self._submit(trouble)

    def drop(self) -> None:
        """Have the copy removed: there is nothing unsaved any more."""
        self._wanted = None
        self._submit(lambda sentence: None)

    def has_alone(self, path: Path | None) -> bool:
        """Mark a file as the one open here, and tell whether no other running program has it open.

        Asked with every change of what the window says of its file: once another has closed the file, it is ours.
        """
        stem = f"open-{sha256(os.fsencode(path.resolve())).hexdigest()[:32]}" if path is not None else ""
        if stem != self._open and self._open in self._held:
            self._held.pop(self._open).unlock()
        self._open = stem
        return not stem or self._hold(stem) or self._refused != QLockFile.LockError.LockFailedError

    def flush(self) -> None:
        """Wait until what is wanted so far is on disk."""
        self._lane.flush()

    def close(self) -> None:
        """The program ends in good order: its copy goes, those of others stay."""
        self.drop()
        self._lane.close(finish=True)
        for lock in self._held.values():
            lock.unlock()
        self._held.clear()

    def left_behind(self) -> list[Left]:
        """Games that killed programs left, newest first. They are held, and stay until they are discarded."""
        found = []
        for file in self._files():
            stem = file.name.removesuffix(ENDING).removesuffix(OLD)
            if stem == self._stem or not self._hold(stem):
                continue
            try:
                game, path = _read(file)
                found.append(Left(game, path, file, file.stat().st_mtime))
            except (FileError, OSError):
                continue  # not a game: nothing that could be shown, so it is left where it is
        return sorted(found, key=lambda left: -left.time)

    def discard(self, left: Left) -> None:
        """Remove a copy that is not wanted any more."""
        for file in (left.copy, left.copy.with_name(left.copy.name.removesuffix(OLD) + OLD_ORIGIN)):
            _remove(file)

    def instead_of(self, left: Left) -> None:
        """Remove a copy as soon as this program's own has been written, which says the same or more."""
        self._lane.add(lambda: self._discard_once_kept(left), urgent=True)

    def _discard_once_kept(self, left: Left) -> None:
        if self._copy.exists():
            self.discard(left)

    @property
    def _copy(self) -> Path:
        return self._folder / f"{self._stem}{ENDING}"

    def _submit(self, trouble: Callable[[str], None]) -> None:
        self._lane.add(lambda: self._write(trouble), urgent=True)

    def _write(self, trouble: Callable[[str], None]) -> None:
        """What is wanted by now: several edits that waited are one copy."""
        wanted = self._wanted
        if wanted is None:
            _remove(self._copy)
            return
        game, path = wanted
        kept = {"origin": str(path) if path else None, "game": json.loads(to_text(game))}
        try:
            write_bytes(json.dumps(kept, ensure_ascii=False).encode(), self._copy, private=True)
        except FileError:
            self._lane.tell(
                trouble,
                f"Unsaved changes cannot be kept in {self._folder}: save the game to a file, and make room or allow "
                "writing there.",
            )

    def _files(self) -> list[Path]:
        """Every copy; what killed writes have left is cleared."""
        try:
            names = sorted(self._folder.iterdir())
        except OSError:
            return []
        for file in names:
            stem = file.name[1:].split(".")[0]
            if file.name.startswith(".") and file.name.endswith(".part") and stem != self._stem and self._hold(stem):
                _remove(file)
        return [file for file in names if file.name.endswith((ENDING, OLD)) and not file.name.startswith(".")]

    def _hold(self, stem: str) -> bool:
        """Take the lock of a copy; one that cannot be taken counts as another's."""
        if stem not in self._held:
            lock = QLockFile(str(self._folder / f"{stem}.lock"))
            lock.setStaleLockTime(0)
            if not lock.tryLock(0):
                self._refused = lock.error()
                return False
            self._held[stem] = lock
        return True


def _read(file: Path) -> tuple[Game, Path | None]:
    """The game of a copy and its file. Raises FileError or OSError."""
    if file.stat().st_size > 2 * LARGEST:
        raise FileError(f"{file.name} is too large for a copy.")
    text = file.read_bytes()
    if file.name.endswith(OLD):
        return from_text(text, file.name), _origin(file.with_name(file.name.removesuffix(OLD) + OLD_ORIGIN))
    try:
        kept = json.loads(text)
        origin, game = kept["origin"], json.dumps(kept["game"])
    except (ValueError, KeyError, TypeError):
        raise FileError(f"{file.name} is not a copy of a game.") from None
    return from_text(game, file.name), Path(origin) if isinstance(origin, str) else None


def _origin(file: Path) -> Path | None:
    try:
        name = json.loads(file.read_text())
    except (OSError, ValueError):
        return None
    return Path(name) if isinstance(name, str) else None


def _remove(file: Path) -> None:
    try:
        file.unlink(missing_ok=True)
    except OSError:
        return  # it stays, and is offered again


def _cannot(folder: Path, error: OSError) -> FileError:
    reason = (error.strerror or "refused").lower()
    return FileError(f"Unsaved changes cannot be kept in {folder}: {reason}. Save often, or free that folder.")
