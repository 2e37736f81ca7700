"""Draws of a room where cards stay out: what comes up in a series, and what may come next.

Such draws hang together: a card that has come does not come again before the pack is through. So series are dealt by
chance, each from a fresh pack. What is still in the pack once some numbers have been called is known where a number is
one card of one pack; of several pieces, or cards, the number does not tell which of them made it.
"""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from functools import lru_cache
from math import ceil

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.document import Game
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, Pack, remembers

Integers = NDArray[np.int64]
SERIES, FEWEST, MOST_DEALT, LONGEST = 4_000, 400, 2_000_000, 2_000
"""Series that are dealt, at the least, draws in all of them, and of one; a longer one goes on from a fresh pack."""
SEED = 1


def counts_of(game: Game, lengths: Sequence[int]) -> Integers | None:
    """How often each total comes up in some series together, of so many numbers each; shape (series, totals).

    None where cards are put back: then the draws are independent.
    """
    if not remembers(game.pieces) or game.shown.sampled:
        return None
    return _counts_of(game.pieces, game.draw, tuple(sorted(lengths)), len(game.shown.totals))


@lru_cache(maxsize=16)
def _counts_of(pieces: tuple[AnyPiece, ...], draw: Draw, lengths: tuple[int, ...], kinds: int) -> Integers:
    series = max(FEWEST, min(SERIES, MOST_DEALT // max(sum(lengths), 1)))
    rng, counts = np.random.default_rng(SEED), np.zeros(series * kinds, np.int64)
    for length in (part for one in lengths for part in _parts(one)):
        places = _dealt(pieces, draw, series, length, kinds, rng)
        counts += np.bincount((places + kinds * np.arange(series)[:, None]).ravel(), minlength=series * kinds)
    found: Integers = counts.reshape(series, kinds)
    found.flags.writeable = False
    return found


def _parts(length: int) -> list[int]:
    whole, rest = divmod(length, LONGEST)
    return [LONGEST] * whole + [rest] * (rest > 0)


def _dealt(
    pieces: tuple[AnyPiece, ...], draw: Draw, series: int, length: int, kinds: int, rng: np.random.Generator
) -> Integers:
    """Places of the totals that come in series from a fresh pack, shape (series, length); no number is no call."""
    from bolometric.core.outcomes.deck import deck_of, sequences  # brings Numba with it

    deck, place, _ = deck_of(pieces, draw)
    draws = length
    while True:
        places = place[sequences(deck, series, draws, rng)]
        numbers = places < kinds
        if draws == length and numbers.all():
            return places
        if numbers.sum(axis=1).min(initial=length) >= length:
            break
        draws = ceil(1.5 * draws) + 1
    first = np.argsort(~numbers, axis=1, kind="stable")[:, :length]
    return np.take_along_axis(places, first, axis=1)


def can_be_told(game: Game, called: Sequence[Fraction]) -> bool:
    """Whether it is known what may come next."""
    if not called or not remembers(game.pieces):
        return True
    one = game.pieces[0]
    return len(game.pieces) == 1 and isinstance(one, Pack) and one.drawn == 1 and not game.shown.nothing


def to_come(game: Game, called: Sequence[Fraction], series: int, length: int, rng: np.random.Generator) -> Integers:
    """Places of the totals that may come next, shape (series, length); only where that can be told."""
    odds = game.shown
    kinds = len(odds.totals)
    if not remembers(game.pieces):
        return rng.choice(kinds, (series, length), p=odds.chances / odds.chances.sum())
    if not called:
        return _dealt(game.pieces, game.draw, series, length, kinds, rng)
    from bolometric.core.outcomes.deck import deck_of

    deck, place, _ = deck_of(game.pieces, game.draw)
    whole = np.zeros(kinds, np.int64)
    np.add.at(whole, place[deck.index[: deck.sizes[0]]], deck.full[0, : deck.sizes[0]])
    left = _left(whole, [odds.totals.index(total) for total in called if total in odds.totals])
    passes = -(-max(length - int(left.sum()), 0) // int(whole.sum()))
    packs = [np.repeat(np.arange(kinds), some) for some in (left, *[whole] * passes)]
    return np.concatenate([rng.permuted(np.tile(one, (series, 1)), axis=1) for one in packs], axis=1)[:, :length]


def _left(whole: Integers, called: Sequence[int]) -> Integers:
    """What of a pack is left; it is shuffled again once it is through, or where a card comes that was out."""
    left = whole.copy()
    for place in called:
        if not left[place]:
            left = whole.copy()
        left[place] -= 1
    return left
