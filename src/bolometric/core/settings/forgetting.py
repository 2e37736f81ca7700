"""Lets go of what functions of the core remember, which is of use to the game in front and to those near it."""

from __future__ import annotations

import sys
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from functools import _lru_cache_wrapper

CORE = "bolometric.core."


def remembering() -> list[_lru_cache_wrapper[Any]]:
    """Every function of the core, as far as it is loaded, that remembers some answers and not all.

    What remembers all knows the program, as its pages and its kinds of settings, and no game.
    """
    modules = [module for name, module in list(sys.modules.items()) if name.startswith(CORE)]
    found = {id(one): one for module in modules for one in list(vars(module).values()) if hasattr(one, "cache_info")}
    return [one for one in found.values() if one.cache_info().maxsize is not None]


def forget() -> None:
    """Let all of it go; whatever is asked again is worked out again."""
    for one in remembering():
        one.cache_clear()
