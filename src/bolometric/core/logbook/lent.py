"""A logbook where nothing may be written: on a disk that is for reading only, or in a folder of somebody else's.

SQLite writes beside a logbook even to read it (its write-ahead log is shared memory). So it is read from a copy: the
file, and what of the log is not in it yet.
"""

from __future__ import annotations

import os
import shutil
from pathlib import Path
from tempfile import TemporaryDirectory

LOG = "-wal"


def may_be_written(path: Path) -> bool:
    """Whether a logbook that is there may be written to: the file itself, and files beside it."""
    return os.access(path, os.W_OK) and os.access(path.parent, os.W_OK)


def lent(path: Path) -> TemporaryDirectory[str] | None:
    """A folder with a copy under the same name, where the logbook is there and may not be written to; else None.

    Raises OSError where it can't be read.
    """
    if not path.is_file() or may_be_written(path):
        return None
    folder = TemporaryDirectory(prefix="bolometric-")
    for name in (path.name, path.name + LOG):
        if path.with_name(name).is_file():
            shutil.copyfile(path.with_name(name), Path(folder.name) / name)
    return folder
