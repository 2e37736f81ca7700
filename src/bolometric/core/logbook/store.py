"""The logbook's file: SQLite, written so that what was confirmed stays, whatever happens after.

Each session is one transaction that is on disk before it is confirmed (write-ahead log, full synchronisation). A
logbook of an older version is brought up to date as it is opened, one of a newer version is opened for reading only,
and of one that is damaged the last backup is offered.
"""

from __future__ import annotations

import json
import sqlite3
import time
from collections.abc import Iterator, Sequence
from contextlib import closing, contextmanager, suppress
from datetime import date
from functools import lru_cache
from hashlib import sha256
from pathlib import Path

import platformdirs

from bolometric.core.logbook.lent import lent
from bolometric.core.logbook.outside import (
    DAMAGED,
    OURS,
    DamagedError,
    OtherError,
    backups,
    check_ours,
    connected,
    is_ours,
    last_backup,
    owner_alone,
)
from bolometric.core.logbook.session import Session, game_in
from bolometric.core.settings.errors import FileError
from bolometric.core.text.figures import listing_words

APP, NAME = "bolometric", "logbook.sqlite3"
PATIENCE = 5.0
"""Seconds to wait for another window that is writing."""
KEPT = 5
"""Backups that are kept, one a day at most."""
Migration = str
MIGRATIONS: tuple[Migration, ...] = (
    """
    CREATE TABLE games (id INTEGER PRIMARY KEY, hash TEXT NOT NULL UNIQUE, name TEXT NOT NULL, text TEXT NOT NULL);
    CREATE TABLE sessions (
        key TEXT PRIMARY KEY, day TEXT NOT NULL, class TEXT NOT NULL, game INTEGER NOT NULL REFERENCES games (id),
        told TEXT NOT NULL, added REAL NOT NULL
    );
    """,
    """
    CREATE INDEX sessions_by_day ON sessions (day);
    CREATE INDEX sessions_by_game ON sessions (game);
    """,
    # Sessions may say how many slips were noticed: a program that does not know it only reads.
    "",
    # And how boards lay, what a class did in a first go, and how many hands were up.
    "",
)
"""What brings a logbook from each version to the next; the first makes it."""
LISTS = ("turns", "minutes", "winners", "slips", "totals", "boards")
PARTS: dict[str, object] = {"first": None, "hands": ()}
"""What few sessions have; they are read with everything checked."""
PLAIN = Session.model_fields.keys() - {"key", "day", "group", "game", *LISTS, *PARTS}
"""What every session says of itself, beside lists that may be missing."""


def usual_place() -> Path:
    """The logbook in the user's data folder."""
    return Path(platformdirs.user_data_path(APP)) / NAME


class Logbook:
    """An open logbook. One for each thread; several may be open on the same file at once."""

    def __init__(self, path: Path, migrations: Sequence[Migration] = MIGRATIONS) -> None:
        """Open or make it.

        Raises FileError where it can't be, OtherError where it is another program's, DamagedError where it is no
        logbook any more.
        """
        self.path, self._migrations = path, migrations
        self.unread: tuple[str, ...] = ()
        """The days of sessions that could not be read when they were last asked for; they stay where they are."""
        with self._said("opened"):
            self._lent = lent(path)
            if self._lent is None:
                path.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
            is_new = not path.exists()
            at = path if self._lent is None else Path(self._lent.name) / path.name
            self._open = connected(at, timeout=PATIENCE, isolation_level=None)
            if is_new:
                owner_alone(path)
        try:
            self.version = self._prepare()
        except sqlite3.OperationalError as error:
            self.close()
            raise FileError(self._refused("opened", error)) from None
        except DAMAGED:
            self.close()
            raise DamagedError(path, last_backup(path)) from None
        except FileError:
            self.close()
            raise

    def _prepare(self) -> int:
        run = self._open.execute
        version = int(run("PRAGMA user_version").fetchone()[0])
        if run("PRAGMA quick_check").fetchone()[0] != "ok":
            raise sqlite3.DatabaseError
        if not is_ours(self._open):
            raise OtherError(self.path)
        if version > len(self._migrations):
            run("PRAGMA query_only = on")
            return version
        if self._lent is not None and not version:
            raise FileError(f"There is no logbook in {self.path.name} yet, and in {self.path.parent} none can be made.")
        run("PRAGMA journal_mode = WAL")
        run("PRAGMA synchronous = FULL")
        run("PRAGMA foreign_keys = ON")
        with self._writing():
            version = int(run("PRAGMA user_version").fetchone()[0])  # another window may have been quicker
            for step, migration in enumerate(self._migrations[version:], version + 1):
                for statement in migration.split(";"):
                    if statement.strip():
                        run(statement)
                run(f"PRAGMA user_version = {step}")
            run(f"PRAGMA application_id = {OURS}")
        return len(self._migrations)

    @property
    def only_read(self) -> str:
        """Why nothing is written, as a sentence: it is of a newer version, or stands where nothing may be written."""
        if self.version > len(self._migrations):
            return (
                "This logbook was written by a newer version of the program, so it is open for reading only: update "
                "the program to write in it."
            )
        if self._lent is not None:
            return (
                f"Nothing may be written in {self.path.parent}, so this logbook is open for reading only: copy it to a "
                "folder of your own to write in it."
            )
        return ""

    def close(self) -> None:
        """Close it."""
        self._open.close()
        if self._lent is not None:
            self._lent.cleanup()

    def __enter__(self) -> Logbook:
        return self

    def __exit__(self, *_: object) -> None:
        self.close()

    @contextmanager
    def _writing(self) -> Iterator[None]:
        self._open.execute("BEGIN IMMEDIATE")
        try:
            yield
        except BaseException:
            with suppress(sqlite3.Error):
                self._open.execute("ROLLBACK")
            raise
        self._open.execute("COMMIT")

    @contextmanager
    def _said(self, done: str) -> Iterator[None]:
        """Trouble with the file is told in a sentence."""
        try:
            yield
        except sqlite3.OperationalError as error:
            raise FileError(self._refused(done, error)) from None
        except DAMAGED:
            raise DamagedError(self.path, last_backup(self.path)) from None
        except OSError as error:
            why = (error.strerror or "refused").lower()
            raise FileError(f"The logbook in {self.path.parent} cannot be {done}: {why}.") from None

    def _refused(self, done: str, error: sqlite3.Error) -> str:
        if "locked" in str(error):
            return "The logbook is being written by another window: try again in a moment."
        why = "the disk is full" if "full" in str(error) else str(error)
        return f"The logbook in {self.path.parent} cannot be {done}: {why}."

    def _may_write(self) -> None:
        if self.only_read:
            raise FileError(self.only_read)

    def keep(self, *sessions: Session) -> None:
        """Write sessions, all or none; one with a key that is there takes its place. Raises FileError."""
        self._may_write()
        with self._said("written"), self._writing():
            for one in sessions:
                told = one.model_dump_json(exclude={"game", "key", "day", "group"})
                row = one.key, one.day, one.group, self._game(one), told, time.time()
                self._open.execute("INSERT OR REPLACE INTO sessions VALUES (?, ?, ?, ?, ?, ?)", row)

    def _game(self, session: Session) -> int:
        mark = sha256(session.game.encode()).hexdigest()
        row = mark, session.played.name, session.game
        self._open.execute("INSERT OR IGNORE INTO games (hash, name, text) VALUES (?, ?, ?)", row)
        found = self._open.execute("SELECT id FROM games WHERE hash = ?", (mark,)).fetchone()
        if found is None or not isinstance(found[0], int):
            raise sqlite3.DatabaseError  # it was written just now: the file is damaged
        return found[0]

    def remove(self, key: str) -> None:
        """Take a session out. Raises FileError."""
        self._may_write()
        with self._said("written"), self._writing():
            self._open.execute("DELETE FROM sessions WHERE key = ?", (key,))

    def sessions(self, name: str = "", group: str = "", since: str = "", words: str = "") -> list[Session]:
        """Sessions that fit, the newest first: of games with a name, of a group, from a day on, with words in them.

        Raises FileError.
        """
        asked, given = ["1"], []
        for clause, value in (("games.name = ?", name), ("class = ?", group), ("day >= ?", since)):
            if value:
                asked.append(clause)
                given.append(value)
        if words:
            asked.append("(told LIKE ? OR games.name LIKE ? OR class LIKE ?)")
            given += [f"%{words}%"] * 3
        query = (
            "SELECT key, day, class, told, game FROM sessions JOIN games ON games.id = sessions.game "
            f"WHERE {' AND '.join(asked)} ORDER BY day DESC, added DESC"
        )
        with self._said("read"):
            rows = self._open.execute(query, given).fetchall()
            texts = dict(self._open.execute("SELECT id, text FROM games"))
        self.unread = ()
        try:
            told = json.loads(f"[{','.join(row[3] for row in rows)}]")  # all at once is twice as quick
            if all(_is_whole(one) for one in told) and all(_is_game(texts[row[4]]) for row in rows):
                return [_session(one, row[:3], texts[row[4]]) for one, row in zip(told, rows, strict=True)]
        except (ValueError, KeyError, TypeError):
            pass  # one of them is not what it should be
        return self._one_by_one(rows, texts)

    def _one_by_one(self, rows: list[tuple[str, str, str, str, int]], texts: dict[int, str]) -> list[Session]:
        """What can be read of them; the days of the others are kept in ``unread``."""
        found: list[Session] = []
        for row in rows:
            try:
                plain = {**json.loads(row[3]), "key": row[0], "day": row[1], "group": row[2], "game": texts[row[4]]}
                if not _is_game(plain["game"]):
                    raise ValueError
                found.append(Session.model_validate(plain))
            except (ValueError, KeyError, TypeError):
                self.unread = (*self.unread, str(row[1])[:10])
        return found

    @property
    def unread_words(self) -> str:
        """What could not be read, as a sentence; nothing where all could."""
        if not self.unread:
            return ""
        several = len(self.unread) > 1
        what = f"{len(self.unread)} sessions" if several else "One session"
        stay = (
            "they stay in the logbook and are left out here"
            if several
            else "it stays in the logbook and is left out here"
        )
        return f"{what} cannot be read ({listing_words(sorted(set(self.unread)), 'and')}): {stay}."

    def names(self) -> list[str]:
        """The games there are sessions of. Raises FileError."""
        return self._column("SELECT DISTINCT name FROM games JOIN sessions ON sessions.game = games.id ORDER BY name")

    def groups(self) -> list[str]:
        """The groups that have played. Raises FileError."""
        return self._column("SELECT DISTINCT class FROM sessions WHERE class <> '' ORDER BY class")

    def _column(self, query: str) -> list[str]:
        with self._said("read"):
            return [str(row[0]) for row in self._open.execute(query)]

    def backup(self, to: Path) -> None:
        """Write the whole logbook into another file. Raises FileError."""
        with self._said("backed up"):
            to.parent.mkdir(parents=True, exist_ok=True)
            if to.exists():
                check_ours(to)
            with closing(sqlite3.connect(to)) as other:
                self._open.backup(other)
            owner_alone(to)

    def keep_backup(self) -> None:
        """Write today's backup beside it, unless there is one or nothing to keep; old ones go. Raises FileError."""
        today = self.path.with_name(f"{self.path.stem}-{date.today():%Y%m%d}.backup")
        if self._lent is not None or today.exists() or not self._column("SELECT key FROM sessions LIMIT 1"):
            return
        self.backup(today)
        for old in backups(self.path)[KEPT:]:
            with suppress(OSError):
                old.unlink()


def _is_whole(told: object) -> bool:
    """Whether everything stands there that is not checked again."""
    return isinstance(told, dict) and told.keys() >= PLAIN


@lru_cache(maxsize=512)
def _is_game(text: str) -> bool:
    try:
        return bool(game_in(text).name)
    except FileError:
        return False


def _session(plain: dict[str, object], named: tuple[str, str, str], text: str) -> Session:
    """What was checked when it was written is not checked again: a list of thousands must not take seconds."""
    key, day, group = named
    if any(plain.get(name) for name in PARTS):
        return Session.model_validate({**plain, "key": key, "day": day, "group": group, "game": text})
    lists = {name: tuple(listed) for name in LISTS if isinstance(listed := plain.get(name, []), list)}
    made = Session.__new__(Session)
    fields = {**plain, **PARTS, **lists, "key": key, "day": day, "group": group, "game": text}
    object.__setattr__(made, "__dict__", fields)
    object.__setattr__(made, "__pydantic_fields_set__", set(fields))
    object.__setattr__(made, "__pydantic_extra__", None)
    object.__setattr__(made, "__pydantic_private__", None)
    return made
