"""Compiles the inner loops ahead of time: ``python -m bolometric.core.warm``.

Compiled code is cached beside the source, so this is done once on a machine; without it the first look at
the runs of a game waits a few seconds.
"""

from __future__ import annotations

from bolometric.core.game import Game
from bolometric.core.measure import measure


def warm() -> None:
    """Play a few runs of every area."""
    measure(Game(), runs=10)


if __name__ == "__main__":
    warm()
