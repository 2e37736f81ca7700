"""Loads what views need of the core before they are opened, beside the window, so that to open one is only to make it.

Nothing of the toolkit is loaded there: that is the window's own.
"""

from __future__ import annotations

from importlib import import_module

from bolometric.core.settings.cancel import checkpoint

PARTS = (
    "words.odds",
    "words.telling",
    "words.practice",
    "words.talk",
    "words.boards",
    "judge.difficulty",
    "pieces.face_text",
    "play.rehearsal",
    "sheets.gathering",
    "sheets.cards",
    "sheets.tiled",
    "logbook.page",
    "logbook.calling",
    "logbook.goes",
    "logbook.outside",
    "logbook.store",
    "tuning.recipes",
    "tuning.ladder",
    "tuning.screening",
    "tuning.reach",
    "tuning.search",
    "tuning.comparing",
    "tuning.moves",
    "tuning.sweep",
)
"""Of the core, as views import them: the ones that are opened first come first."""


def load_ahead() -> None:
    """Load them one by one, and then every area; for a thread of its own. Raises Cancelled."""
    for part in PARTS:
        checkpoint()
        import_module(f"bolometric.core.{part}")
    from bolometric.core.areas.catalogue import AREAS

    for entry in tuple(AREAS):
        checkpoint()
        entry.load()
