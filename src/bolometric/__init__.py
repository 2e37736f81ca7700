"""Bolometric: measure a home-made number game before cutting out thirty boards.

>>> import bolometric
>>> game = bolometric.read("ridge-ascent")
>>> bolometric.measure(game, runs=200).readings["minutes"].method
'exact'

What the package itself hands out is listed in ``__all__`` and told in ``bolometric.front.answers``; what stands behind
it may move. Imports run downward only: ``desk`` (the window) may use ``paint`` (drawing), which may use ``core`` (all
the computing). ``core`` never imports Qt.
"""

import os

# Matrices here are small, and a linear-algebra library that spins up threads of its own for them makes the
# exact readings wait tens of milliseconds for a processor that the runs are using. Set before NumPy loads.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.17.0"
RELEASED = "2026-11-30"
"""The day of this version, as the changelog has it."""

__all__ = (
    "Game",
    "Logbook",
    "change",
    "check",
    "find",
    "measure",
    "odds",
    "read",
    "rules",
    "schema",
    "sheets",
    "sweep",
    "talk",
    "tune",
    "write",
)


def __getattr__(name: str) -> object:
    """One of the names handed out, imported when it is first wanted."""
    if name not in __all__:
        raise AttributeError(f"module {__name__!r} has no attribute {name!r}")
    from bolometric.front import answers

    return getattr(answers, name)
