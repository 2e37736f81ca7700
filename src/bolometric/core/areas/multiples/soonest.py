"""Which numbers a counter comes off soonest, from games in which all place by chance.

A number that many draws divide is not a good place by itself, since only the lowest multiple of a draw comes off: 72
waits behind 24 and 36. So it is counted: of the turns in which a counter stood on a number, the share in which it came
off, which is the rate of a waiting time whose end is not always seen (removals over turns at risk, as for censored
lifetimes). Games have seeds of their own, so the order is the same everywhere.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.learner_work.trace import FIRST, NUMBER_BITS, Book
from bolometric.core.results.batch import Player
from bolometric.core.settings.cancel import checkpoint

GAMES, PARTS, LONGEST = 200, 10, 3_000
"""Games of a part, parts, and the turns after which a game is given up."""
PUT = 3


def rates(numbers: int, play: Player) -> NDArray[np.float64]:
    """Of the turns in which a counter stood on each number, the share in which it came off; number 0 is not used.

    Args:
        numbers: how many there are, with 0.
        play: the game, in which all place by chance.

    Raises:
        Cancelled: once the work is given up.
    """
    off, stood = np.zeros(numbers), np.zeros(numbers)
    for part in range(PARTS):
        checkpoint()
        book = Book(GAMES)
        batch = play(GAMES, LONGEST, np.random.default_rng(part), book)
        came, time = _counted(book, batch.turns, numbers)
        off, stood = off + came, stood + time
    return off / np.maximum(stood, 1)


def _counted(book: Book, turns: NDArray[np.int64], numbers: int) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """How often a counter came off each number, and the turns for which one stood there."""
    game, _, codes = book.notes()
    low = (1 << NUMBER_BITS) - 1
    kind, one, other = codes >> 2 * NUMBER_BITS, codes >> NUMBER_BITS & low, codes & low
    begun = (kind == FIRST).cumsum()
    first = np.flatnonzero(np.diff(game, prepend=-1))  # every game begins with a counter that is put down
    turn = begun - np.repeat(begun[first], np.diff(first, append=game.size))
    off, put = (kind == FIRST) & (other > 0), kind == PUT
    stays = np.zeros((len(turns), numbers), bool)  # a table: to look for what two lists share took most of it
    stays[game[put], one[put]] = True
    stays[game[off], other[off]] = False
    came = np.bincount(other[off], minlength=numbers).astype(float)
    stood: NDArray[np.float64] = np.bincount(other[off], turn[off], numbers).astype(float) + turns @ stays
    return came, stood
