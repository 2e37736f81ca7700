"""The notes of one batch of games counted: facts, different ones, seconds and who waits for whom."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from bolometric.core.game.document import Game
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.trace import EVERYONE
from bolometric.core.measure.task_table import Array, Flat, Whole
from bolometric.core.settings.cancel import checkpoint


@dataclass(frozen=True, slots=True, eq=False)
class Played:
    """The notes of some games with a way taken for each: for a strip of one of them."""

    game: Whole
    seat: Whole
    task: Whole
    think: Array
    """Seconds of each note; for what everyone does those of the slowest."""
    hands: Array
    begins: Array
    """Seconds from the start of the game at which each note begins."""
    minutes: Array
    """Of each game."""


def _items(flat: Flat, rows: Whole) -> tuple[Whole, Whole]:
    """For every item of some rows: which of the rows it is of, and which item it is."""
    first = flat.first[rows]
    counts = flat.first[rows + 1] - first
    row = np.repeat(np.arange(len(rows)), counts)
    return row, np.arange(len(row)) - np.repeat(counts.cumsum() - counts - first, counts)


class OneBatch:
    """The notes of one batch; what everyone does stands for each seat.

    Args:
        abreast: whether seats do their own at the same time, so that notes of rising seats are one moment.
        all_answer: whether everybody works out what one seat draws and moves.
    """

    def __init__(
        self,
        games: int,
        seats: int,
        of: Whole,
        seat: Whole,
        task: Whole,
        way: Whole,
        flat: Flat,
        abreast: bool,
        all_answer: bool = False,
    ) -> None:
        self.games, self.seats, self.flat = games, seats, flat
        everyone = seat == EVERYONE
        self.together = abreast or bool(everyone.any())
        self.all_think = self.together or all_answer
        everyone |= all_answer
        follows = (of[1:] == of[:-1]) & (seat[1:] > seat[:-1]) & abreast
        self.moment = np.append(0, np.cumsum(~follows)) if len(of) else of
        self.of, self.task, self.alone = of, task, seat
        checkpoint()  # a batch of long games has a million notes; so below
        copies = np.where(everyone, seats, 1)
        self.note = np.repeat(np.arange(len(of)), copies)
        within = np.arange(len(self.note)) - np.repeat(copies.cumsum() - copies, copies)
        self.seat = np.where(everyone[self.note], within, seat[self.note])
        # What others only work out too is neither theirs to decide nor to move.
        self.own = (self.seat == seat[self.note]) | (seat[self.note] == EVERYONE)
        self.key = of[self.note] * seats + self.seat
        checkpoint()
        drawn, always = (_items(flat, rows[self.note]) for rows in (way, flat.then[task]))
        self.row, self.item = (np.concatenate(both) for both in zip(drawn, always, strict=True))

    def facts(self, known: int) -> tuple[Array, Array, Array, Array]:
        """Facts and different ones, shape (games, seats); those of the aim of each game; and by fact and seat."""
        fact = self.flat.fact[self.item]
        counted = fact >= 0
        fact, key, seat = fact[counted], self.key[self.row[counted]], self.seat[self.row[counted]]
        size, shape = self.games * self.seats, (self.games, self.seats)
        facts = np.bincount(key, minlength=size).reshape(shape).astype(float)
        different = np.unique(key * known + fact) // max(known, 1)
        variety = np.bincount(different, minlength=size).reshape(shape).astype(float)
        aimed = np.asarray(np.bincount(key // self.seats, self.flat.aim[fact], self.games), float)
        by_fact = np.bincount(fact * self.seats + seat, minlength=known * self.seats).reshape(known, self.seats)
        return facts, variety, aimed, by_fact.astype(float)

    def different(self, known: int) -> tuple[Whole, Whole]:
        """The different facts of each game, all seats together: the game and the fact of each, in order."""
        fact = self.flat.fact[self.item]
        counted = fact >= 0
        game = self.of[self.note[self.row[counted]]]
        game, fact = np.divmod(np.unique(game * known + fact[counted]), max(known, 1))
        return game, fact

    def sums(self, profile: Whole) -> tuple[Array, Array]:
        """Of each game how many notes have something to work out, and how many of these come out right at once."""
        who = profile[self.seat[self.row]]
        right = np.exp(np.bincount(self.row, np.log1p(-self.flat.slips[self.item, who]), len(self.note)))
        some = np.bincount(self.row, self.flat.fact[self.item] >= 0, len(self.note)) > 0
        of = self.of[self.note]
        counts = (np.asarray(np.bincount(of, by, self.games), float) for by in (some, right * some))
        return next(counts), next(counts)

    def times(self, profile: Whole, game: Game, rng: np.random.Generator) -> tuple[Array, Array, Array, Array, Played]:
        """Seconds of thinking, hands and waiting, shape (games, seats); of each game; and the notes with theirs.

        A slip that is caught is done again until it is right.
        """
        who = profile[self.seat[self.row]]
        seconds, slips = self.flat.seconds[self.item, who], self.flat.slips[self.item, who]
        checkpoint()
        if game.seats.slips == "caught":
            slipping = slips > 0
            seconds[slipping] *= rng.geometric(1 - slips[slipping])
        deciding = np.array([(game.seats.profile(seat) or USUAL).choice for seat in range(self.seats)])
        think = np.asarray(np.bincount(self.row, seconds, len(self.note)), float)
        think += self.flat.weighed[self.task[self.note]] * deciding[self.seat] * self.own
        checkpoint()
        hands, size = self.flat.hands[self.task], self.games * self.seats
        slowest = np.zeros(len(self.of))
        np.maximum.at(slowest, self.note, think)
        begins, whole = self._timed(slowest + hands)
        shape = (self.games, self.seats)
        thought = np.asarray(np.bincount(self.key, think, size), float).reshape(shape)
        handled = np.asarray(np.bincount(self.key, hands[self.note] * self.own, size), float).reshape(shape)
        waits = np.maximum(whole[:, None] - thought - handled, 0.0)
        played = Played(self.of, self.alone, self.task, slowest, hands, begins, whole)
        return thought, handled, waits, whole, played

    def _timed(self, busy: Array) -> tuple[Array, Array]:
        """Seconds at which each note begins in its game, and those of each game; a moment lasts as its longest note."""
        if not len(busy):
            return busy, np.zeros(self.games)
        takes = np.zeros(int(self.moment[-1]) + 1)
        np.maximum.at(takes, self.moment, busy)
        of = np.zeros(len(takes), np.int64)
        of[self.moment] = self.of
        whole = np.asarray(np.bincount(of, takes, self.games), float)
        before = takes.cumsum() - takes - (whole.cumsum() - whole)[of]
        return np.maximum(before, 0.0)[self.moment], whole
