"""The demo shelf: games of the junior night club at Kestrel Ridge, shipped with the program."""

from __future__ import annotations

from importlib.resources import as_file, files
from pathlib import Path

from bolometric.core.game.files import SUFFIX

FIRST = "ridge-ascent"


def demo_folder() -> Path:
    """The folder of demo games (read it, do not write into it)."""
    with as_file(files("bolometric") / "assets" / "demo") as folder:
        return folder


def demo_files() -> list[Path]:
    """The demo games, the one to begin with first."""
    return sorted(demo_folder().glob(f"*{SUFFIX}"), key=lambda path: (not path.name.startswith(FIRST), path.name))
