"""What makes a loop a compiled one. Everything of Numba but the notes of a loop comes from here.

Numba counts the holders of every array that a function is handed, up at its start and down at its end, and leaves that
out only where it sees through the whole function. In a helper with a loop or an early return it does not, and the
counting took three quarters of the time of a question card. A helper that makes no array and gives none back has
nothing to count: whoever called it holds what it looks at. One that tried to make an array would not compile.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from numba import njit

from bolometric.core.settings.loading import load_lightly

Decorator = Callable[[Callable[..., Any]], Any]
_KEPT: Any = {"nogil": True, "cache": True, "error_model": "numpy"}
_UNCOUNTED: Any = {"_nrt": False}

loop: Decorator = njit(**_KEPT)
"""For a function with a loop: it lets other threads work, and is compiled once for all starts of the program."""
inner: Decorator = njit(**_KEPT, **_UNCOUNTED)
"""For a helper of a loop that takes arrays, makes none and gives none back."""
inlined: Decorator = njit(nogil=True, inline="always")
"""For a helper that is written into each loop, since what it is handed settles which half of it there is."""
ONE = np.uint64(1)
"""Indices in the loops are unsigned, which spares a test for places counted from the end."""

load_lightly()
