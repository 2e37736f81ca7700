"""What stands behind a total: the table of two pieces, the combinations that make it, outcomes without a number."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.distribution import Distribution, distribution_of
from bolometric.core.outcomes.listing import MOST_LISTED, Group, Listing, groups_of, listed, rows_of
from bolometric.core.outcomes.totals import Sorted, totals_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.expression import LETTERS
from bolometric.core.pieces.kinds import AnyPiece, letters_of
from bolometric.core.settings.amounts import Value
from bolometric.core.text.figures import minus, percent

IN_ORDER = ("subtract", "place", "digits", "formula")
"""Ways of making a number in which it matters which piece shows what."""
EXAMPLES = 3


@dataclass(frozen=True, slots=True)
class PairTable:
    """For two numbers shown: what each pair makes."""

    down: tuple[Value, ...]
    across: tuple[Value, ...]
    totals: tuple[tuple[Value | None, ...], ...]
    """Rows for ``down``; None where the pair makes no number."""
    ways: tuple[tuple[int, ...], ...]
    """Ways of each pair; 0 where it can't come up."""


def _letters(groups: tuple[Group, ...]) -> list[Group]:
    return [group for group in groups for _ in range(group.drawn)]


@lru_cache(maxsize=2)
def _worked(groups: tuple[Group, ...], draw: Draw) -> tuple[Listing, Sorted]:
    listing = listed(groups)
    return listing, totals_of(listing, draw)


def pair_table(pieces: tuple[AnyPiece, ...], draw: Draw) -> PairTable | None:
    """The table, or None unless just two numbers are shown."""
    groups = groups_of(pieces)
    letters = _letters(groups)
    if len(letters) != 2:
        return None
    listing, found = _worked(groups, draw)
    down, across = (letter.values for letter in letters)
    totals: list[list[Value | None]] = [[None] * len(across) for _ in down]
    ways = [[0] * len(across) for _ in down]
    first, second = (np.broadcast_to(place, listing.shape).ravel() for place in listing.places)
    rows = zip(first.tolist(), second.tolist(), found.place.tolist(), listing.all_ways().tolist(), strict=True)
    for row, column, place, count in rows:
        totals[row][column] = found.values[place] if place < len(found.values) else None
        ways[row][column] = count
    return PairTable(down, across, tuple(map(tuple, totals)), tuple(map(tuple, ways)))


def can_be_listed(pieces: tuple[AnyPiece, ...]) -> bool:
    """Whether all outcomes can be gone through."""
    return rows_of(groups_of(pieces)) <= MOST_LISTED


def combinations(
    pieces: tuple[AnyPiece, ...], draw: Draw, total: Value | None, most: int
) -> tuple[list[tuple[tuple[Value, ...], int]], int]:
    """What makes a total (None: no number): numbers shown with the ways of each, and how many such there are.

    Where order does not matter to the total, numbers are in rising order and the ways count every order. Only the
    ``most`` likely are given. The outcomes must be few enough to list.
    """
    groups = groups_of(pieces)
    listing, found = _worked(groups, draw)
    place = len(found.values) if total is None else found.values.index(total)
    rows = np.flatnonzero(found.place == place)
    shown = np.stack(
        [
            np.array(letter.values, object)[_picked(column, listing, rows)]
            for letter, column in zip(_letters(groups), listing.places, strict=True)
        ],
        axis=1,
    )
    tally: Counter[tuple[Value, ...]] = Counter()
    sort = draw.make not in IN_ORDER
    for values, ways in zip(shown.tolist(), listing.all_ways()[rows].tolist(), strict=True):
        tally[tuple(sorted(values) if sort else values)] += ways
    return sorted(tally.items(), key=lambda item: (-item[1], item[0]))[:most], len(tally)


def _picked(column: NDArray[np.int64], listing: Listing, rows: NDArray[np.intp]) -> NDArray[np.int64]:
    return np.asarray(np.broadcast_to(column, listing.shape).ravel()[rows])


def letter_names(pieces: tuple[AnyPiece, ...]) -> list[str]:
    """What each letter stands for: 'die 1', 'spinner', 'card 2'."""
    kinds = Counter(piece.kind for piece in pieces)
    seen: Counter[str] = Counter()
    names = []
    for piece in pieces:
        seen[piece.kind] += 1
        own = piece.kind if kinds[piece.kind] == 1 else f"{piece.kind} {seen[piece.kind]}"
        if letters_of(piece) == 1:
            names.append("card" if own == "pack" else own)
        else:
            names += [f"card {k + 1}" + (f" of {own}" if kinds["pack"] > 1 else "") for k in range(letters_of(piece))]
    return names


def no_number_words(pieces: tuple[AnyPiece, ...], draw: Draw) -> str:
    """A sentence if some outcomes have no number, with examples; else nothing."""
    odds: Distribution = distribution_of(pieces, draw)
    if not odds.nothing:
        return ""
    chance = percent(odds.nothing / odds.all_ways)
    examples = ""
    if can_be_listed(pieces):
        found, _ = combinations(pieces, draw, None, EXAMPLES)
        told = [", ".join(f"{LETTERS[i]} = {minus(v)}" for i, v in enumerate(values)) for values, _ in found]
        examples = f", for example where {'; or '.join(told)}"
    known = "simulated" if odds.sampled else "exact"
    return (
        f"The formula divides by nothing in {chance} of draws ({known}){examples}: they make no number, so nothing "
        "happens."
    )
