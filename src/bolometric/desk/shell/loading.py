"""Loads what views need before they are opened, so that to open one is only to make it: the core beside the window.

Nothing of the toolkit is loaded there, since that is the window's own; the views themselves are loaded by the window, a
little of them at a time.
"""

from __future__ import annotations

from collections.abc import Iterator
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

OF_VIEWS = (
    "paint.printed.words",
    "paint.printed.out",
    "paint.printed.book",
    "desk.views.sheets.view",
    "desk.views.practice.view",
    "desk.views.logbook.view",
    "desk.views.room.view",
    "desk.views.table",
    "desk.views.tune.view",
)
"""What a view is made of, in parts of a hundredth of a second; the one that takes longest to open comes first."""


def import_part(name: str) -> None:
    """Load a module of the program."""
    import_module(f"bolometric.{name}")


def load_ahead() -> None:
    """Load them one by one, and then every area; for a thread of its own. Raises Cancelled."""
    for part in PARTS:
        checkpoint()
        import_part(f"core.{part}")
    from bolometric.core.areas.catalogue import AREAS

    for entry in tuple(AREAS):
        checkpoint()
        entry.load()


def load_views() -> Iterator[None]:
    """Load the views, a part for each step; on the window's thread."""
    for part in OF_VIEWS:
        import_part(part)
        yield
