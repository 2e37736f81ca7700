"""What is noted of games while they are played, as numbers in a row, and a book that collects them.

The compiled loops write one whole number for each draw, move or decision: what kind of thing it is, two numbers that
say which, and the seat. What it means is the area's to say (its tasks). Loops that are not asked to note are handed
None, and are compiled for that, so that noting costs them nothing.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

Whole = NDArray[np.int64]
SEAT_BITS, NUMBER_BITS = 6, 26
EVERYONE = 63
"""In place of a seat: all do it at once, as with one caller."""
FIRST, DECIDE, FURTHER = 0, 1, 2
"""Kinds that all areas have: the draw that begins a turn, a decision, a further draw in the same turn. What else they
note has kinds from 3 up."""
ROOM, MOST_ROOM = 1 << 16, 1 << 20
"""Notes there is room for at first, and at most: games that take more are too long to be noted."""
NO_CODES = np.zeros(0, np.int64)
Loop = Callable[["Whole | None", "Whole | None"], None]
"""A compiled loop, given room for notes and for where those of each game end; None where nothing is noted."""


def coded(kind: int, one: Whole | int, other: Whole | int, seat: Whole | int) -> Whole:
    """Notes of many games at once, as :mod:`note_writer` writes them, from whole numbers or arrays of them."""
    packed = ((np.int64(kind) << NUMBER_BITS | np.asarray(one, np.int64)) << NUMBER_BITS) | np.asarray(other, np.int64)
    return np.asarray(packed << SEAT_BITS | np.asarray(seat, np.int64))


def decoded(code: int) -> tuple[int, int, int]:
    """Kind and the two numbers of a note without its seat."""
    low = (1 << NUMBER_BITS) - 1
    return code >> 2 * NUMBER_BITS, code >> NUMBER_BITS & low, code & low


class Book:
    """The notes of the games of one batch."""

    def __init__(self, games: int) -> None:
        self.games = np.arange(games)
        """Which games the next notes are of: all, or those of a match that go on."""
        self.full = False
        """Whether a game was too long to be noted."""
        self._of: list[Whole] = []
        self._codes: list[Whole] = []

    def play(self, loop: Loop) -> None:
        """Have a loop play and note, with more room if it needs more; it must play the same each time."""
        room = ROOM
        while True:
            codes, ends = np.empty(room, np.int64), np.zeros(len(self.games), np.int64)
            loop(codes, ends)
            used = int(ends[-1]) if len(ends) else 0
            if used <= room:
                self._of.append(np.repeat(self.games, np.diff(ends, prepend=0)))
                self._codes.append(codes[:used])
                return
            if room >= MOST_ROOM:
                self.full = True
                return
            room *= 4

    @property
    def size(self) -> int:
        """How many notes there are."""
        return sum(map(len, self._codes))

    def write(self, codes: Whole, games: Whole | None = None) -> None:
        """Note one thing for each of the games, or for some of them."""
        self._of.append(self.games if games is None else games)
        self._codes.append(np.broadcast_to(codes, self._of[-1].shape))

    def add(self, other: Book, game: Whole, seat: Whole, codes: Whole) -> None:
        """Take in what another book noted, for other games or seats."""
        self.full |= other.full
        self._of.append(game)
        self._codes.append(codes << SEAT_BITS | seat)

    def take(self, other: Book, kept: NDArray[np.bool_], to: Whole) -> None:
        """Take in those games of another book that are kept, each as the game that ``to`` names; in their order."""
        game, seat, codes = other.notes()
        some = kept[game]
        self.add(other, to[game[some]], seat[some], codes[some])

    def notes(self) -> tuple[Whole, Whole, Whole]:
        """The game, the seat and the code without the seat of every note, game by game, each in its order."""
        if not self._of:
            return NO_CODES, NO_CODES, NO_CODES
        of, codes = np.concatenate(self._of), np.concatenate(self._codes)
        if len(self._of) > 1:
            order = np.argsort(of, kind="stable")
            of, codes = of[order], codes[order]
        return of, codes & ((1 << SEAT_BITS) - 1), codes >> SEAT_BITS


def noted(book: Book | None, loop: Loop) -> None:
    """Have a loop play, noting what is done if there is a book."""
    if book is None:
        loop(None, None)
    else:
        book.play(loop)
