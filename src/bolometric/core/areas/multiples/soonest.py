"""Which numbers a counter comes off soonest, from games in which all place by chance.

A number that many draws divide is not a good place by itself, since only the lowest multiple of a draw comes off: 72
waits behind 24 and 36. So it is counted: of the turns in which a counter stood on a number, the share in which it came
off, which is the rate of a waiting time whose end is not always seen (removals over turns at risk, as for censored
lifetimes). Games have seeds of their own, so the order is the same everywhere.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.multiples.rules import chart_of, preference
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Seats, Style
from bolometric.core.learner_work.trace import FIRST, NUMBER_BITS, Book
from bolometric.core.settings.cancel import checkpoint

GAMES, PARTS, LONGEST = 200, 10, 3_000
"""Games of a part, parts, and the turns after which a game is given up."""
PUT = 3


def rates_of(game: Game) -> NDArray[np.float64]:
    """Of the turns in which a counter stood on each number, the share in which it came off; number 0 is not used.

    Raises Cancelled once the work is given up.
    """
    alike = Seats(count=game.seats.count)
    return _rates(Game(pieces=game.pieces, draw=game.draw, others=game.others, area=game.area, seats=alike))


@lru_cache(maxsize=16)
def _rates(plain: Game) -> NDArray[np.float64]:
    from bolometric.core.areas.multiples.play import player  # the loop, which asks here for a style

    numbers, play = plain.area_as(Multiples).chart + 1, player(plain)
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
    turn = begun - begun[np.searchsorted(game, game)]  # every game begins with a counter that is put down
    off, put = (kind == FIRST) & (other > 0), kind == PUT
    stays = np.setdiff1d(game[put] * numbers + one[put], game[off] * numbers + other[off])
    came = np.bincount(other[off], minlength=numbers).astype(float)
    stood = np.bincount(other[off], turn[off], numbers).astype(float)
    return came, stood + np.bincount(stays % numbers, turns[stays // numbers], numbers).astype(float)


def liked_by(game: Game, seat: int, style: Style) -> NDArray[np.int64] | None:
    """Numbers above the limit, the one a seat's style likes best first; None for a style that takes any."""
    chart = chart_of(game.of_seat(seat))
    if style.choose != "thumb" or style.rule != "soonest":
        return preference(chart, style)
    above = np.arange(chart.limit + 1, chart.numbers + 1)
    return above[np.argsort(-rates_of(game)[above], kind="stable")]
