"""How far a change strays from what a game is to practise, and how large it is.

A cure that does away with the practice is none: the second die is there to be added, the choice to be weighed. So a
change is asked first how much of that it touches, then how much it changes at all.
"""

from __future__ import annotations

from enum import IntEnum

from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, carried_along
from bolometric.core.settings.knobs import KnobAt, knob_at


class Stray(IntEnum):
    """What of the practice a change touches, least first."""

    NOTHING = 0
    SIZE = 1
    """The size of the numbers."""
    OPERATION = 2
    """What is done with them: adding, multiplying, with how many."""
    AIM = 3
    """What the players try for, or the choice that is the point."""


OF_KNOBS = {"same": Stray.NOTHING, "size": Stray.SIZE, "operation": Stray.OPERATION, "aim": Stray.AIM}
CHOICE, LIST, PIECES = 0.3, 0.5, 0.6
"""How large it is to choose otherwise, to change a list, to use other pieces; a number counts by its part."""
TOLD = {
    Stray.OPERATION: "this changes what is done with the numbers",
    Stray.AIM: "this changes what the game is about",
}


def stray(game: Game, change: Change) -> Stray:
    """What of the practice a change touches, in any of its steps."""
    return max(_stray(game, change, path) for path, _ in _chosen(game, change))


def _chosen(game: Game, change: Change) -> list[tuple[str, object]]:
    """The steps of a change without what they take along, which is there so that the game stays what it is."""
    along = {path for step in change.steps for path, _ in carried_along(game, *step)}
    return [step for step in change.steps if step[0] not in along]


def _stray(game: Game, change: Change, path: str) -> Stray:
    if path == "pieces":
        return Stray.SIZE if len(change.game.pieces) == len(game.pieces) else Stray.OPERATION
    return OF_KNOBS[knob_at(game, path).knob.practice]


def how_large(game: Game, change: Change) -> float:
    """How much a change changes, in all its steps: 0.25 for a number made a quarter larger."""
    return sum(_how_large(knob_at(game, path), value) for path, value in _chosen(game, change))


def _how_large(at: KnobAt, value: object) -> float:
    if at.knob.kind == "number" and isinstance(value, int | float):
        return float(abs(value - at.value) / max(abs(at.value), at.knob.step))
    return {"choice": CHOICE, "pieces": PIECES}.get(at.knob.kind, LIST)
