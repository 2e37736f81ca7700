"""Draws that remember: packs whose cards stay out from one draw to the next.

Every group of pieces becomes a row of counts. A group that keeps nothing out is made whole before each draw, a
pack that does only once fewer cards are left than a draw takes. What is shown then makes one number, its
*code*, whose digits are the places shown (each letter in the base of its group); a table leads from the code to
the total. Weights above 2^31 in all (spinners with odd angles) are rounded to that, an error of 2^-31.
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from bolometric.core.outcomes.chance import STEP, below
from bolometric.core.outcomes.listing import Group, groups_of, listed
from bolometric.core.outcomes.totals import totals_of
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Pack
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.settings.loops import inner, loop

WIDEST = 2**31


class Dealing(NamedTuple):
    """A deck as the compiled loops take it."""

    full: NDArray[np.int64]
    whole: NDArray[np.int64]
    """Shape (groups,): how many there are in each when it is whole."""
    sizes: NDArray[np.int64]
    drawn: NDArray[np.int64]
    keeps: NDArray[np.bool_]
    codes: NDArray[np.int64]
    """Shape (codes,): what the game needs of what is dealt."""


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

    def dealing(self, codes: NDArray[np.int64]) -> Dealing:
        """What :func:`deal` takes; ``codes`` is what the game needs of each code, shape (codes,)."""
        return Dealing(self.full, self.full.sum(axis=1), self.sizes, self.drawn, self.keeps, codes)


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


def shown_of(pieces: tuple[AnyPiece, ...]) -> tuple[tuple[tuple[Value, ...], ...], NDArray[np.int64]]:
    """The different draws, each with its numbers from the largest down, and which each entry of the index is."""
    listing = listed(groups_of(pieces))
    columns = [np.broadcast_to(column, listing.shape).ravel() for column in listing.columns]
    rows = -np.sort(-np.stack(columns, axis=1), axis=1)
    different, which = np.unique(rows, axis=0, return_inverse=True)
    names = tuple(tuple(tidy(Fraction(value, listing.unit)) for value in row) for row in different.tolist())
    return names, which.ravel()


@inner
def shuffle(left, counts, deck):  # type: ignore[no-untyped-def]
    """Make every group whole: ``left`` and ``counts`` are what :func:`deal` takes from."""
    for group in range(len(deck.whole)):
        counts[group] = deck.whole[group]
        for place in range(deck.full.shape[1]):
            left[group, place] = deck.full[group, place]


@inner
def deal(state, left, counts, deck):  # type: ignore[no-untyped-def]
    """One draw from what is ``left`` (changed in place); gives its code.

    It takes one random number for everything drawn, so the state after it is ``state + dealt(deck)``.
    """
    code = 0
    for group in range(len(deck.sizes)):
        size, take = deck.sizes[group], deck.drawn[group]
        # One of a group that is whole again each time: nothing needs to be taken out.
        stays = take == 1 and not deck.keeps[group]
        if not stays and (not deck.keeps[group] or counts[group] < take):
            counts[group] = deck.whole[group]
            for place in range(size):
                left[group, place] = deck.full[group, place]
        for _ in range(take):
            state += STEP
            rest = np.int64(below(state, counts[group]))
            place = 0
            while rest >= left[group, place]:
                rest -= left[group, place]
                place += 1
            if not stays:
                left[group, place] -= 1
                counts[group] -= 1
            code = code * size + place
    return code


@loop
def dealt(deck):  # type: ignore[no-untyped-def]
    """By how much a draw moves the random state on."""
    return np.uint64(deck.drawn.sum()) * STEP


@loop
def _sequences(state, deck, out):  # type: ignore[no-untyped-def]
    left, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    for row in range(out.shape[0]):
        shuffle(left, counts, deck)
        for turn in range(out.shape[1]):
            out[row, turn] = deck.codes[deal(state, left, counts, deck)]
            state += moves_on


def sequences(deck: Deck, rows: int, draws: int, rng: np.random.Generator) -> NDArray[np.int64]:
    """Whole rows of draws, each from a fresh deck: entries of the index, shape (rows, draws)."""
    out = np.empty((rows, draws), np.int64)
    _sequences(rng.integers(0, 2**64, dtype=np.uint64), deck.dealing(deck.index), out)
    return out
