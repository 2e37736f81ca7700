"""Two pieces for a list of facts: numbers such that most pairs of one and the other are facts of the list.

The facts of a list are the marks of a table, with the first numbers down and the second across. Whichever number has
the fewest marks among those that are left is left out, until the table is full enough: what remains is two pieces.
What they cover is taken off the list, and the next two are made of the rest.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from bolometric.core.learner_work.facts import ADD, MULTIPLY, SUBTRACT, Fact
from bolometric.core.pieces.kinds import AnyPiece, Pack, die
from bolometric.core.settings.amounts import Value

FULL = 0.8
"""The part of the pairs that are to be facts of the list."""
MOST_NUMBERS, MOST_PAIRS = 12, 3
"""Numbers of a piece; and pairs of pieces that are tried for each sign."""
DICE = (4, 6, 8, 10, 12)
Pair = tuple[Value, Value]


def pieces_for(facts: Iterable[Fact]) -> Iterator[tuple[AnyPiece, ...]]:
    """Pairs of pieces whose sums, differences or products are mostly facts of a list, those of most facts first."""
    listed = list(facts)
    for does in (ADD, SUBTRACT, MULTIPLY):
        left = {(one.one, one.other) for one in listed if one.does == does}
        if does != SUBTRACT:
            left |= {(other, one) for one, other in left}
        for _ in range(MOST_PAIRS):
            down, across = _table(left)
            if not down:
                break
            yield _piece(down), _piece(across)
            left -= {(one, other) for one in down for other in across}
            left -= {(other, one) for one in down for other in across} if does != SUBTRACT else set()


def _table(marks: set[Pair]) -> tuple[tuple[Value, ...], tuple[Value, ...]]:
    """The numbers down and across that are left once the table is full enough."""
    down, across = {one for one, _ in marks}, {other for _, other in marks}
    while down and across:
        rows = {one: sum((one, other) in marks for other in across) / len(across) for one in down}
        columns = {other: sum((one, other) in marks for one in down) / len(down) for other in across}
        full = sum(rows.values()) / len(down) >= FULL
        if full and max(len(down), len(across)) <= MOST_NUMBERS:
            break
        longer = len(down) >= len(across) if full else min(rows.values()) <= min(columns.values())
        if longer:
            down.remove(min(down, key=lambda one: (rows[one], -one)))
        else:
            across.remove(min(across, key=lambda other: (columns[other], -other)))
    return tuple(sorted(down)), tuple(sorted(across))


def _piece(numbers: tuple[Value, ...]) -> AnyPiece:
    """A die where there is one with these numbers, else cards."""
    return (
        die(*numbers) if numbers == tuple(range(1, len(numbers) + 1)) and len(numbers) in DICE else Pack(cards=numbers)
    )
