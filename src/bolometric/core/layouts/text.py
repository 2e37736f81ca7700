"""The cells of a grid as they are typed: rows of numbers, a dot for no cell, a star for one that counts for everybody.

A cell with a ! after it is locked: it stays where it is when the numbers are balanced.
"""

from __future__ import annotations

import re

from bolometric.core.settings.errors import GameError

CellValue = int | str
HINT = "Rows of numbers with blanks between them. A dot is no cell, a * one that counts for everybody; 12! stays put."
_CELL = re.compile(r"([+-]?\d{1,5})(!?)", re.ASCII)


def typed_layout(cells: tuple[CellValue, ...], columns: int, locked: frozenset[int] = frozenset()) -> str:
    """Cells as rows of text."""
    words = [_word(cell) + ("!" if at in locked else "") for at, cell in enumerate(cells)]
    wide = max((len(word) for word in words), default=1)
    rows = [words[at : at + columns] for at in range(0, len(words), columns)]
    return "\n".join(" ".join(word.rjust(wide) for word in row) for row in rows)


def _word(cell: CellValue) -> str:
    return {"hole": ".", "free": "*"}.get(str(cell), str(cell))


def read_layout(text: str) -> tuple[list[CellValue], int, frozenset[int]]:
    """Cells in rows, how many there are in a row, and which are locked, from 0.

    Raises GameError, with one sentence, for what is no cell or rows that differ in length.
    """
    rows = [row.split() for row in text.replace("−", "-").replace(",", " ").splitlines() if row.split()]
    cells: list[CellValue] = []
    locked: set[int] = set()
    if not rows:
        raise GameError("Type the numbers of the first row.")
    columns = len(rows[0])
    for number, row in enumerate(rows, 1):
        if len(row) != columns and number < len(rows):
            raise GameError(f"Row {number} has {len(row)} cells, the first one {columns}: fill up with dots.")
        if len(row) > columns:
            raise GameError(f"Row {number} has {len(row)} cells, the first one {columns}.")
        for word in row:
            found = _CELL.fullmatch(word)
            if found is None and word not in (".", "*"):
                raise GameError(f"“{word[:12]}” in row {number} is no cell: type a whole number, a dot or a *.")
            if found is not None and found[2]:
                locked.add(len(cells))
            cells.append(int(found[1]) if found else {".": "hole", "*": "free"}[word])
    return cells, columns, frozenset(locked)
