"""A logbook's file from outside: whether it is one, whether it is damaged, its backups.

Other programs' databases are recognised before anything is written, and left alone.
"""

from __future__ import annotations

import sqlite3
import time
from collections.abc import Callable
from contextlib import closing, suppress
from pathlib import Path
from typing import Any

from bolometric.core.settings.errors import FileError

OURS = 0x426F6C6F
"""The application id of a logbook: four letters in its head, by which it is told from other programs' databases."""
OWNER = 0o600
"""Who may read it: its owner alone."""
DAMAGED = sqlite3.DatabaseError, UnicodeDecodeError
"""What reading a damaged file raises; the second where bytes of what SQLite says of it are damaged too."""


class DamagedError(FileError):
    """A logbook that can't be read; ``backup`` is the last one that can."""

    def __init__(self, path: Path, backup: Path | None) -> None:
        offer = f" The last backup is {backup.name}: it can take its place." if backup is not None else ""
        super().__init__(f"The logbook {path.name} in {path.parent} is damaged.{offer}")
        self.path, self.backup = path, backup


class OtherError(FileError):
    """A database of another program, which is left as it is."""

    def __init__(self, path: Path) -> None:
        super().__init__(
            f"{path.name} in {path.parent} belongs to another program, and was left as it is: name another file for "
            "the logbook."
        )


def connected(path: Path | str, **how: Any) -> sqlite3.Connection:
    """A connection whose texts are read even where bytes of them are damaged."""
    found: sqlite3.Connection = sqlite3.connect(path, **how)
    found.text_factory = lambda data: data.decode("utf-8", "replace")
    return found


def owner_alone(path: Path) -> None:
    """Let its owner alone read a file, and write to it."""
    with suppress(OSError):  # a disk may know no owners
        path.chmod(OWNER)


def is_ours(open_: sqlite3.Connection) -> bool:
    """Whether nothing is in it yet, or a logbook; those of the first versions are known by their tables alone."""
    mark = int(open_.execute("PRAGMA application_id").fetchone()[0])
    tables = {str(row[0]) for row in open_.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    if mark == OURS or not tables:
        return mark in (0, OURS)
    return mark == 0 and {"games", "sessions"} <= tables and {"key", "told"} <= _columns(open_, "sessions")


def _columns(open_: sqlite3.Connection, table: str) -> set[str]:
    return {str(row[1]) for row in open_.execute(f"PRAGMA table_info({table})")}


def check_ours(path: Path) -> None:
    """Raise OtherError unless a file is a logbook, a backup of one, or empty."""
    try:
        with closing(connected(f"{path.absolute().as_uri()}?mode=ro", uri=True)) as found:
            if path.stat().st_size and not is_ours(found):
                raise OtherError(path)
    except DAMAGED:
        raise OtherError(path) from None


def backups(path: Path) -> list[Path]:
    """The backups of a logbook, the newest first."""
    with suppress(OSError):
        return sorted(path.parent.glob(f"{path.stem}-*.backup"), reverse=True)
    return []


def last_backup(path: Path) -> Path | None:
    """The newest backup that can be read."""
    for one in backups(path):
        with (
            suppress(sqlite3.Error, UnicodeDecodeError),
            closing(connected(f"{one.absolute().as_uri()}?mode=ro", uri=True)) as found,
        ):
            if found.execute("PRAGMA quick_check").fetchone()[0] == "ok":
                return one
    return None


def restore(path: Path, backup: Path, copy: Callable[[Path, Path], object] | None = None) -> Path:
    """Put a backup in the place of a damaged logbook, which is kept beside it; gives where. Raises FileError."""
    from shutil import copyfile

    aside = path.with_name(f"{path.stem}-damaged-{int(time.time())}.sqlite3")
    try:
        path.replace(aside)
        for left in ("-wal", "-shm"):
            path.with_name(path.name + left).unlink(missing_ok=True)
        (copy or copyfile)(backup, path)
    except OSError as error:
        why = (error.strerror or "refused").lower()
        raise FileError(f"The backup cannot take the place of {path.name}: {why}.") from None
    return aside
