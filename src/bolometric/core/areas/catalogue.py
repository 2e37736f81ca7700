"""The catalogue: every area, entered once.

What a file may say, the schema, the starters, the warm-up and the lists of the tests all follow from it. A new area is
a package and a line here.
"""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING, Any

from bolometric.core.areas.chain import CHAIN
from bolometric.core.areas.digits import DIGITS
from bolometric.core.areas.duel import DUEL
from bolometric.core.areas.filled import BOXES, COUNTERS
from bolometric.core.areas.grid import GRID
from bolometric.core.areas.hand import HAND
from bolometric.core.areas.multiples import MULTIPLES
from bolometric.core.areas.openrow import OPENROW
from bolometric.core.areas.pairs import PAIRS
from bolometric.core.areas.purse import PURSE
from bolometric.core.areas.record import RECORD
from bolometric.core.areas.rows import ROWS
from bolometric.core.areas.sets import SETS
from bolometric.core.areas.splits import SPLITS
from bolometric.core.areas.trail import TRAIL
from bolometric.core.game import kinds
from bolometric.core.game.area_part import AreaPart
from bolometric.core.game.document import Game
from bolometric.core.game.entry import AnyEntry
from bolometric.core.game.house import spoken

if TYPE_CHECKING:
    from bolometric.core.game.contract import Area
    from bolometric.core.results.board import Heat

AREAS: list[AnyEntry] = [
    TRAIL,
    SETS,
    BOXES,
    COUNTERS,
    MULTIPLES,
    DIGITS,
    ROWS,
    PURSE,
    DUEL,
    GRID,
    CHAIN,
    RECORD,
    SPLITS,
    PAIRS,
    OPENROW,
    HAND,
]
"""In the order in which choices are listed; the first is that of a file that names none."""
_LOADED: dict[type[AreaPart], Area[Any, Any]] = {}


def register(entry: AnyEntry) -> None:
    """Enter an area that is not built in. Raises ValueError if another one goes by its name."""
    kinds.enter(entry.kind)
    AREAS.append(entry)


def withdraw(entry: AnyEntry) -> None:
    """Take such an area out again."""
    kinds.leave(entry.kind)
    AREAS.remove(entry)
    _LOADED.pop(entry.kind, None)


def names() -> list[str]:
    """What the areas are called where it is marked which are compiled."""
    return [entry.kind.__name__ for entry in AREAS]


def area_of(game: Game) -> Area[Any, Any]:
    """What the game's area does; loaded when it is first asked for.

    Args:
        game: any game; the kind of its area has been entered, or it could not have been made.

    Returns:
        The area's hooks, by groups.

    >>> area_of(Game()).board.places(Game()).squares
    40
    """
    kind = type(game.area)
    if kind not in _LOADED:
        _LOADED[kind] = next(entry for entry in AREAS if entry.kind is kind).load()
    return _LOADED[kind]


def heat_of(game: Game) -> Heat | None:
    """How often each place of the board is used; None if that is not known.

    Where each seat draws in its own way, and the area does not tell of all together, it is that of the first.
    """
    board, first = area_of(game).board, game.of_seat(0)
    found = board.heat(game if board.for_all else first)
    if found is None or board.for_all or first == game:
        return found
    return replace(found, legend=f"{found.legend}, {game.seat_name(0)}")


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """Sentences about a place of the board, from 1, or, for None, about the whole."""
    board, first = area_of(game).board, game.of_seat(0)
    told = board.describe(game if board.for_all else first, heat, number)
    whose = "" if not told or board.for_all or first == game else "With the draws of player 1. "
    return spoken(f"{whose}{told}", game.house.nouns)


for _entry in AREAS:
    kinds.enter(_entry.kind)
