"""What is remembered between sessions: the window, the theme, recent files."""

from __future__ import annotations

from pathlib import Path

import platformdirs
from PySide6.QtCore import QByteArray, QSettings

APP = "bolometric"
MOST_RECENT = 8
TEXT_SIZES = (90, 100, 110, 125, 150, 175, 200)
"""Percent that text may be as large as."""


class Settings:
    """Settings in one file, by default in the person's configuration folder."""

    def __init__(self, file: Path | None = None) -> None:
        file = file or Path(platformdirs.user_config_path(APP)) / "desk.ini"
        self._store = QSettings(str(file), QSettings.Format.IniFormat)
        self.folder = file.parent
        """Where everything that is remembered is kept."""

    @property
    def theme(self) -> str:
        """'light', 'dark' or 'system'."""
        return str(self._store.value("theme", "system"))

    @theme.setter
    def theme(self, choice: str) -> None:
        self._store.setValue("theme", choice)

    @property
    def sound(self) -> bool:
        """Whether pieces are heard."""
        return str(self._store.value("sound", "no")) == "yes"

    @sound.setter
    def sound(self, heard: bool) -> None:
        self._store.setValue("sound", "yes" if heard else "no")

    @property
    def text(self) -> int:
        """How large text and all else is, in percent."""
        found = self.number("text")
        return min(TEXT_SIZES, key=lambda size: abs(size - found)) if found else 100

    @text.setter
    def text(self, percent: int) -> None:
        self._store.setValue("text", str(percent))

    @property
    def first_time(self) -> bool:
        """Whether the program has never been opened here before."""
        return self._store.value("opened") is None

    def note_opened(self) -> None:
        """It has been."""
        self._store.setValue("opened", "yes")

    @property
    def recent(self) -> list[Path]:
        """Files opened or saved lately that are still there, latest first."""
        names = self._store.value("recent", [])
        listed = [names] if isinstance(names, str) else list(names or [])
        return [Path(name) for name in listed if Path(name).is_file()]

    def used(self, path: Path) -> None:
        """Put a file at the top of the recent ones."""
        others = [str(other) for other in self.recent if other != path]
        self._store.setValue("recent", [str(path), *others][:MOST_RECENT])

    def bytes(self, key: str) -> QByteArray:
        """A stored window state, empty if there is none."""
        value = self._store.value(key)
        return value if isinstance(value, QByteArray) else QByteArray()

    def number(self, key: str) -> int:
        """A stored whole number, 0 if there is none."""
        found = str(self._store.value(key, "0"))
        return int(found) if found.isdigit() else 0

    def keep(self, key: str, value: object) -> None:
        """Remember a value."""
        self._store.setValue(key, value)

    def flush(self) -> None:
        """Write to disk now."""
        self._store.sync()


def shelf_folder() -> Path:
    """Where a person's own games are kept unless they choose otherwise."""
    return Path(platformdirs.user_documents_path()) / "Bolometric"


def recovery_folder() -> Path:
    """Where unsaved changes are kept in case the program is killed."""
    return Path(platformdirs.user_state_path(APP)) / "recovery"
