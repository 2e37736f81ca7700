"""Whom a total moves, where it may move either marker: by chance, by what leaves one better placed, or by a plan."""

from __future__ import annotations

from bolometric.core.settings.loops import inner

GUESS, GREEDY, PLANNED = 0, 1, 2
"""How a seat chooses whom a total moves."""


def how(choose: str) -> int:
    """How a style chooses whom a total moves."""
    return {"guess": GUESS, "thumb": GREEDY, "plan": PLANNED}[choose]


@inner
def gives_away(mode, sign, landing, own, other, column, gives):  # type: ignore[no-untyped-def]
    """The chance that a seat moves the other's marker by a total, its own on ``own`` and the other's on ``other``."""
    if mode == GUESS:
        return 0.5
    if mode == PLANNED:
        return 1.0 if gives[own, other, column] else 0.0
    return 1.0 if sign * (own - landing[other, column]) > sign * (landing[own, column] - other) else 0.0
