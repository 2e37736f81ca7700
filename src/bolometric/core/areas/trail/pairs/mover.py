"""Whom a total moves, where it may move either marker: by chance, by what leaves one better placed, or by a plan."""

from __future__ import annotations

from bolometric.core.game.seats import Style
from bolometric.core.settings.loops import inner

GUESS, GREEDY, PLANNED = 0, 1, 2
"""How a seat chooses whom a total moves; below zero it holds the other up from so many steps before home on, less one.
"""


def how(style: Style, per_one: int) -> int:
    """How a style chooses whom a total moves; ``per_one`` is how many steps are a one."""
    if style.choose == "thumb" and style.rule == "hold_up":
        return -1 - style.number * per_one
    return {"guess": GUESS, "thumb": GREEDY, "plan": PLANNED}[style.choose]


@inner
def gives_away(mode, sign, landing, own, other, column, gives):  # type: ignore[no-untyped-def]
    """The chance that a seat moves the other's marker by a total, its own on ``own`` and the other's on ``other``.

    ``landing`` has shape (2, steps, columns), as the compiled chain gives it.
    """
    steps = landing.shape[1]
    if mode == GUESS:
        return 0.5
    if mode == PLANNED:
        return 1.0 if gives[own, other, column] else 0.0
    mine, theirs = landing[0, own, column], landing[1, other, column]
    if sign > 0 and mine == steps:
        return 0.0
    if mode < 0:
        return 1.0 if steps - other <= -1 - mode and theirs < other else 0.0
    return 1.0 if sign * (own - theirs) > sign * (mine - other) else 0.0
