"""Another game of the shelf, measured enough to be put beside the open one."""

from __future__ import annotations

from pathlib import Path

from bolometric.core.game.files import read
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.settings.cancel import checkpoint
from bolometric.desk.views.practice.page import Known

GAMES = 2_000


def look_beside(path: Path) -> Known:
    """What is known of a game on file. Raises FileError or GameError with a sentence, and Cancelled."""
    game = read(path)
    exact = measure_exactly(game, worth_of_thinking=False)
    known = Known(game, exact)
    for tally in runs_of(game, 1, GAMES, note=True):
        checkpoint()
        known = Known(game, exact, None if tally.notes is None else tally.notes.practice(), tally.readings())
    return known
