"""Draws that remember: packs whose cards stay out from one draw to the next.

Every group of pieces becomes a row of counts. A group that keeps nothing out is made whole before each draw, a
pack that does only once fewer cards are left than a draw takes. What is shown then makes one number, its
*code*, whose digits are the places shown (each letter in the base of its group); a table leads from the code to
the total. Weights above 2^31 in all (spinners with odd angles) are rounded to that, an error of 2^-31.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numba import njit
from numpy.typing import NDArray

from bolometric.core.outcomes.listing import Group, groups_of, listed
from bolometric.core.outcomes.totals import totals_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Pack

WIDEST = 2**31


@dataclass(frozen=True, slots=True)
class Deck:
    """Everything the kernel needs, as flat arrays."""

    full: NDArray[np.int64]
    """Shape (groups, widest group): how many of each there are."""
    sizes: NDArray[np.int64]
    drawn: NDArray[np.int64]
    keeps: NDArray[np.bool_]
    index: NDArray[np.int64]
    """Shape (codes,): which entry of a list each code stands for; -1 where it can't come up."""

    @property
    def parts(self) -> tuple[NDArray[Any], ...]:
        """What :func:`deal` takes after what is left."""
        return self.full, self.full.sum(axis=1), self.sizes, self.drawn, self.keeps


def _counts(group: Group) -> list[int]:
    whole = sum(group.weights)
    if whole < WIDEST:
        return list(group.weights)
    return [weight * (WIDEST - len(group.weights)) // whole + 1 for weight in group.weights]


def deck_of(pieces: tuple[AnyPiece, ...], draw: Draw) -> tuple[Deck, NDArray[np.int64], NDArray[np.bool_]]:
    """The deck, and for each entry of its index the place of its total and whether a special face is shown.

    ``index`` numbers the outcomes as they are listed. The place is the number of totals where there is none.
    """
    groups = groups_of(pieces)
    listing = listed(groups)
    found = totals_of(listing, draw)
    bases = [len(group.values) for group in groups for _ in range(group.drawn)]
    code: NDArray[np.int64] = np.zeros(1, np.int64)
    for place, base in zip(listing.places, bases, strict=True):
        code = code * base + place
    index = np.full(int(np.prod(bases)), -1, np.int64)
    index[np.broadcast_to(code, listing.shape).ravel()] = np.arange(listing.rows)
    full = np.zeros((len(groups), max(len(group.values) for group in groups)), np.int64)
    for row, group in zip(full, groups, strict=True):
        row[: len(group.weights)] = _counts(group)
    keeps = np.array([isinstance(piece, Pack) and piece.after == "keep_out" for piece in pieces])
    sizes, drawn = (np.array([part(g) for g in groups]) for part in (lambda g: len(g.values), lambda g: g.drawn))
    special = listing.any_special()
    marked = np.zeros(listing.rows, bool) if special is None else special
    return Deck(full, sizes, drawn, keeps, index), found.place, marked


@njit(nogil=True, cache=True)
def shuffle(left, counts, full, whole):  # type: ignore[no-untyped-def]
    """Make every group whole: ``left`` and ``counts`` are what :func:`deal` takes from."""
    for group in range(len(whole)):
        counts[group] = whole[group]
        for place in range(full.shape[1]):
            left[group, place] = full[group, place]


@njit(nogil=True, cache=True)
def deal(state, left, counts, full, whole, sizes, drawn, keeps):  # type: ignore[no-untyped-def]
    """One draw from what is ``left`` (changed in place); gives its code and the random state after it.

    Random numbers are those of the runs' kernel: SplitMix64.
    """
    code = 0
    for group in range(len(sizes)):
        size, take = sizes[group], drawn[group]
        stays = take == 1 and not keeps[group]  # one of a group that is whole again each time: nothing is taken out
        if not stays and (not keeps[group] or counts[group] < take):
            counts[group] = whole[group]
            for place in range(size):
                left[group, place] = full[group, place]
        for _ in range(take):
            state += np.uint64(0x9E3779B97F4A7C15)
            bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
            bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
            rest = np.int64(((bits >> np.uint64(32)) * np.uint64(counts[group])) >> np.uint64(32))
            place = 0
            while rest >= left[group, place]:
                rest -= left[group, place]
                place += 1
            if not stays:
                left[group, place] -= 1
                counts[group] -= 1
            code = code * size + place
    return code, state


@njit(nogil=True, cache=True)
def _sequences(state, full, whole, sizes, drawn, keeps, out):  # type: ignore[no-untyped-def]
    left, counts = full.copy(), whole.copy()
    for row in range(out.shape[0]):
        shuffle(left, counts, full, whole)
        for turn in range(out.shape[1]):
            out[row, turn], state = deal(state, left, counts, full, whole, sizes, drawn, keeps)


def sequences(deck: Deck, rows: int, draws: int, rng: np.random.Generator) -> NDArray[np.int64]:
    """Whole rows of draws, each from a fresh deck: entries of the index, shape (rows, draws)."""
    out = np.empty((rows, draws), np.int64)
    full, whole, sizes, drawn, keeps = deck.parts
    _sequences(rng.integers(0, 2**64, dtype=np.uint64), full, whole, sizes, drawn, keeps, out)
    return np.asarray(deck.index[out])
