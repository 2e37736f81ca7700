"""Games to begin from: the demo shelf of Kestrel Ridge, shipped with the program, and the starters of every area."""

from __future__ import annotations

from importlib.resources import as_file, files
from pathlib import Path

from bolometric.core.areas.catalogue import AREAS
from bolometric.core.game.entry import Starter
from bolometric.core.game.files import SUFFIX

FIRST = "ridge-ascent"


def demo_folder() -> Path:
    """The folder of demo games (read it, do not write into it)."""
    with as_file(files("bolometric") / "assets" / "demo") as folder:
        return folder


def demo_files() -> list[Path]:
    """The demo games, the one to begin with first."""
    return sorted(demo_folder().glob(f"*{SUFFIX}"), key=lambda path: (not path.name.startswith(FIRST), path.name))


def starters() -> tuple[Starter, ...]:
    """Games to begin from, in the order of the catalogue."""
    return tuple(starter for entry in AREAS for starter in entry.starters())
