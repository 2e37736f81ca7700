"""Where compiled loops are kept, which areas have theirs, and a gate for loops that another process is compiling.

Numba keeps what it compiles by the file that it stands in, and does not see when something that file uses has changed.
So what an installed program compiles goes into a folder of the user's cache that is named after all its sources; a
checkout keeps it beside the sources, where who works on them looks. Which areas are ready is marked by empty files.
"""

from __future__ import annotations

import os
import shutil
import threading
import time
from collections.abc import Callable, Iterable
from contextlib import suppress
from hashlib import sha256
from pathlib import Path

import platformdirs

PREFIX, MARK = "loops-", ".ready"
STALE = 60 * 24 * 3600
"""Seconds after which the folder of another version is cleared away."""


def _sources() -> Path:
    return Path(__file__).parents[1]


def _digest(folder: Path) -> str:
    """All sources of the core, by name, length and time: a few milliseconds."""
    told = sha256()
    for where, inner, names in os.walk(folder):
        inner[:] = sorted(name for name in inner if name != "__pycache__")
        for name in sorted(names):
            if name.endswith(".py"):
                stat = os.stat(os.path.join(where, name))
                told.update(f"{where}/{name} {stat.st_size} {stat.st_mtime_ns}\n".encode())
    return told.hexdigest()[:16]


def home() -> Path:
    """The folder for this version of the sources."""
    return Path(platformdirs.user_cache_path("bolometric")) / f"{PREFIX}{_digest(_sources())}"


def use_home() -> None:
    """Have Numba keep what it compiles in that folder, unless this is a checkout or somebody says where."""
    if (_sources().parents[2] / "pyproject.toml").exists() or "NUMBA_CACHE_DIR" in os.environ:
        return
    folder = home()
    with suppress(OSError):  # where nothing can be kept, each start compiles for itself
        folder.mkdir(parents=True, exist_ok=True)
        os.environ["NUMBA_CACHE_DIR"] = str(folder)
        _clear_old(folder)


def _clear_old(here: Path) -> None:
    for other in here.parent.glob(f"{PREFIX}*"):
        if other != here and time.time() - other.stat().st_mtime > STALE:
            shutil.rmtree(other, ignore_errors=True)


class Marks:
    """Which areas are compiled, as empty files in a folder."""

    def __init__(self, folder: Path | None = None) -> None:
        self.folder = home() if folder is None else folder

    def set(self, area: str) -> None:
        """An area is compiled."""
        with suppress(OSError):
            self.folder.mkdir(parents=True, exist_ok=True)
            (self.folder / f"{area}{MARK}").touch()

    def has(self, area: str) -> bool:
        """Whether an area is compiled."""
        return (self.folder / f"{area}{MARK}").exists()

    def missing(self, areas: Iterable[str]) -> list[str]:
        """Those that are not, in their order."""
        return [area for area in areas if not self.has(area)]


class CompileGate:
    """Holds a thread back that would compile a loop which another process is about to; open unless ``wait`` is set."""

    def __init__(self) -> None:
        self.wait: Callable[[Callable[[], bool]], None] | None = None
        """Given whether the loop is there by now; comes back once it is, or once nobody compiles any more."""

    def pass_(self, there: Callable[[], bool]) -> None:
        """Go on once the loop is there, or nobody compiles it. Raises Cancelled as any work does.

        The window's own thread never waits: it would stand still.
        """
        if self.wait is not None and threading.current_thread() is not threading.main_thread() and not there():
            self.wait(there)


gate = CompileGate()
"""One for the program."""
