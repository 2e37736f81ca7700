"""What is shipped beside the code, and what a game's file is called. Imports nothing of the program."""

from __future__ import annotations

from pathlib import Path

SUFFIX = ".bolo.json"
"""The end of the name of every game file."""
FIRST = "ridge-ascent"
HERE = Path(__file__).parent


def demo_folder() -> Path:
    """The folder of demo games (read it, do not write into it)."""
    return HERE / "demo"


def demo_files() -> list[Path]:
    """The demo games, the one to begin with first."""
    return sorted(demo_folder().glob(f"*{SUFFIX}"), key=lambda path: (not path.name.startswith(FIRST), path.name))
