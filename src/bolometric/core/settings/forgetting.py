"""Lets go of what functions of the core remember, which is of use to the game in front and to those near it."""

from __future__ import annotations

import sys
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from functools import _lru_cache_wrapper

CORE, BOOK = "bolometric.core.", "bolometric.core.logbook."


def remembering() -> list[_lru_cache_wrapper[Any]]:
    """Every function of the core, as far as it is loaded, that remembers some answers about games.

    What remembers all answers knows the program, as its pages and its kinds of settings, and no game. What the logbook
    remembers is of the games that were played, whichever is in front.
    """
    # Copies are made in one go: other threads import modules meanwhile.
    modules = [one for name, one in sys.modules.copy().items() if name.startswith(CORE)]
    values = [one for module in modules for one in vars(module).copy().values() if hasattr(one, "cache_info")]
    found = {id(one): one for one in values if not one.__module__.startswith(BOOK)}
    return [one for one in found.values() if one.cache_info().maxsize is not None]


def forget() -> None:
    """Let all of it go; whatever is asked again is worked out again."""
    for one in remembering():
        one.cache_clear()
