"""Bolometric: measure a home-made number game before cutting out thirty boards.

The package has three layers, and imports run downward only: ``desk`` (the window) may use ``paint``
(drawing), which may use ``core`` (all the computing). ``core`` never imports Qt.
"""

import os

# Matrices here are small, and a linear-algebra library that spins up threads of its own for them makes the
# exact readings wait tens of milliseconds for a processor that the runs are using. Set before NumPy loads.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.9.0"
RELEASED = "2026-11-28"
"""The day of this version, as the changelog has it."""
