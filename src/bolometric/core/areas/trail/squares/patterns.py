"""Squares as they are typed, and laid out by a pattern."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence

from bolometric.core.areas.trail.squares.square import Does, Square
from bolometric.core.settings.errors import GameError

PlainSquare = dict[str, object]
"""A square as a file has it; without its number, what a square may carry."""
HINT = (
    "A line for each kind: numbers, then what happens. “7 to 15” jumps; “4, 19 miss” misses a turn; then “again”, "
    "“start”, “swap”, “blank”, “card” for a card of any pack, “card Adding” of one, “2 cards Adding” for two."
)
WORDS: dict[str, Does] = {"miss": "miss", "again": "again", "start": "start", "swap": "swap", "blank": "blank"}
"""What squares do that need no more than a word."""
LINE = re.compile(
    r"(?P<at>\d+(?:\s*,\s*\d+)*)\s+(?:to\s+(?P<to>\d+)|(?P<word>miss|again|start|swap|blank)"
    r"|(?:(?P<cards>\d)\s+)?cards?(?:\s+(?P<pack>\S.*))?)\s*",
    re.IGNORECASE,
)


def typed_squares(squares: Iterable[Square]) -> str:
    """Squares as lines to type: those that do the same share one."""
    lines: dict[str, list[int]] = {}
    for square in squares:
        lines.setdefault(_does(square), []).append(square.at)
    return "\n".join(f"{', '.join(map(str, at))} {does}" for does, at in lines.items())


def _does(square: Square) -> str:
    if square.does == "jump":
        return f"to {square.to}"
    if square.does == "card":
        return " ".join((*((str(square.cards), "cards") if square.cards > 1 else ("card",)), square.pack)).strip()
    return square.does


def read_squares(text: str) -> list[PlainSquare]:
    """Lines as plain data of squares. Raises GameError that names the line that can't be read."""
    found: list[PlainSquare] = []
    for number, line in enumerate(text.splitlines(), 1):
        if not line.strip():
            continue
        match = LINE.fullmatch(line.strip())
        if match is None:
            raise GameError(f"Line {number} can't be read: write it like “7 to 15” or “4, 19 miss”.", "area.squares")
        does: PlainSquare
        if match["to"]:
            does = {"does": "jump", "to": int(match["to"])}
        elif match["word"]:
            does = {"does": WORDS[match["word"].lower()]}
        else:
            does = {"does": "card", "cards": int(match["cards"] or 1), "pack": (match["pack"] or "").strip()}
        found += [{"at": int(at), **does} for at in match["at"].split(",")]
    return found


def every(step: int, length: int) -> list[int]:
    """Every so-and-so-manyth square before the end.

    >>> every(4, 15)
    [4, 8, 12]
    """
    return list(range(step, length, step))


def spread(count: int, length: int, taken: Iterable[int] = ()) -> list[int]:
    """So many squares evenly over a track, each on the nearest that is free; fewer where there is no room.

    >>> spread(3, 20), spread(2, 4, taken=[1])
    ([5, 10, 15], [2, 3])
    """
    free = set(range(1, length)) - set(taken)
    found = []
    for k in range(min(count, len(free))):
        wanted = (k + 1) * length / (count + 1)
        best = min(free, key=lambda at: (abs(at - wanted), at))
        free.remove(best)
        found.append(best)
    return sorted(found)


def in_turn(kinds: Sequence[PlainSquare], squares: Sequence[int]) -> list[PlainSquare]:
    """Kinds of square laid on squares one after the other, round again while there are squares."""
    return [{"at": at, **kinds[k % len(kinds)]} for k, at in enumerate(squares)]


def painted(squares: tuple[Square, ...], places: Iterable[int], kind: PlainSquare | None) -> list[PlainSquare]:
    """Squares as plain data with some of them made to carry a kind, or, with None, nothing."""
    now = set(places)
    kept = [square.model_dump(exclude_defaults=True) for square in squares if square.at not in now]
    return [*kept, *({"at": at, **kind} for at in sorted(now))] if kind is not None else kept
