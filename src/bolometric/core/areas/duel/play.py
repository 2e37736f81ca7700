"""Whole duels, played by the thousand: all matches of a batch in step."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.learner_work.trace import FIRST, Book, Whole, coded
from bolometric.core.outcomes.chance import stream
from bolometric.core.outcomes.deck import Deck, deal, dealt, deck_of, shuffle
from bolometric.core.results.batch import Batch, Player, most_wins, shared_win
from bolometric.core.settings.loops import loop


class Dealt:
    """The packs of a batch of games, as far as they have been drawn from."""

    def __init__(self, game: Game, runs: int, rng: np.random.Generator) -> None:
        seats = game.seats.count
        holders = [game.holder(seat) for seat in range(seats)]
        self._hands = [
            _Hand(game, [seat for seat in range(seats) if holders[seat] == holder], runs, rng)
            for holder in dict.fromkeys(holders)
        ]
        self._seats = seats

    def round(self, going: Whole) -> Whole:
        """The place of each seat's total in a round of some of the games; shape (games, seats)."""
        places = np.empty((len(going), self._seats), np.int64)
        for hand in self._hands:
            places[:, hand.seats] = hand.draw(going)
        return places


class _Hand:
    """Pieces that some seats draw from, one after the other."""

    def __init__(self, game: Game, seats: Sequence[int], runs: int, rng: np.random.Generator) -> None:
        self.seats = list(seats)
        mine, values = game.of_seat(seats[0]), round_in(game).values
        deck, place, _ = deck_of(mine.pieces, mine.draw)
        places = {value: at for at, value in enumerate(values)}
        where = [places[total] for total in mine.shown.totals]
        best_first = np.array([*where, len(values)])
        self._dealing = deck.dealing(np.append(best_first[np.minimum(place, len(where))], -1)[deck.index])
        self._left, self._counts = _whole(deck, runs)
        # Each game has random numbers of its own, wherever the others stop.
        origin = rng.integers(0, 2**64, dtype=np.uint64)
        self._states = _streams(origin, runs)

    def draw(self, going: Whole) -> Whole:
        """One draw for each of its seats in some of the games."""
        out = np.empty((len(going), len(self.seats)), np.int64)
        _draw(self._states, self._left, self._counts, self._dealing, going, out)
        return out


def _whole(deck: Deck, runs: int) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Every group of pieces whole, for so many games: how many of each face, and how many in all."""
    dealing = deck.dealing(deck.index)
    left, counts = np.zeros_like(dealing.full), np.zeros_like(dealing.whole)
    shuffle(left, counts, dealing)
    return np.repeat(left[None], runs, axis=0), np.repeat(counts[None], runs, axis=0)


@loop
def _streams(origin, runs):  # type: ignore[no-untyped-def]
    states = np.empty(runs, np.uint64)
    for run in range(runs):
        states[run] = stream(origin, run)
    return states


@loop
def _draw(states, left, counts, deck, going, out):  # type: ignore[no-untyped-def]
    moves_on = dealt(deck)
    for row in range(len(going)):
        run = going[row]
        for seat in range(out.shape[1]):
            out[row, seat] = deck.codes[deal(states[run], left[run], counts[run], deck)]
            states[run] += moves_on


COMPARED = 3
"""The kind of note for two totals that are compared: one's own, and the best of the others."""


def _note(book: Book, games: Whole, place: Whole) -> None:
    """A go in some of the games: what each seat drew, and what it is compared with; ``place`` is (games, seats)."""
    seats = place.shape[1]
    for seat in range(seats):
        book.write(coded(FIRST, place[:, seat], seat, seat), games)
    if seats > 1:
        for seat in range(seats):
            others = np.delete(place, seat, axis=1).min(axis=1)
            book.write(coded(COMPARED, place[:, seat], others, seat), games)


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area, seats, found = game.area_as(Duel), game.seats.count, round_in(game)
    edges, last = found.has.cumsum(axis=1), found.has.shape[1] - 1

    def drawn(rng: np.random.Generator, games: int) -> Whole:
        return np.stack([np.searchsorted(edges[seat], rng.random(games), "right") for seat in range(seats)], axis=1)

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        points, pot = np.zeros((runs, seats), np.int64), np.ones(runs, np.int64)
        goes, rounds = np.zeros(runs, np.int64), np.zeros(runs, np.int64)
        going = np.arange(runs)
        dealt = Dealt(game, runs, rng) if game.keeps_out else None
        while len(going) and goes[going].max() * seats < most_turns:
            place = drawn(rng, len(going)) if dealt is None else dealt.round(going)
            if book is not None:
                _note(book, going, place)
            best = (place == place.min(axis=1, keepdims=True)) & (place < last)
            alone = best.sum(axis=1) == 1
            goes[going] += 1
            counts = alone if area.ties == "again" else np.ones(len(going), bool)
            rounds[going] += counts
            gets = best & (alone[:, None] | (area.ties == "shared"))
            points[going] += gets * pot[going][:, None]
            pot[going] = np.where(alone | (area.ties != "carried"), 1, pot[going] + 1)
            over = rounds[going] >= area.rounds if area.length == "rounds" else points[going].max(axis=1) >= area.points
            going = going[~over]
        over = np.ones(runs, bool)
        over[going] = False
        home, winner = shared_win(most_wins(points) & over[:, None])
        return Batch(goes if area.together else goes * seats, goes * seats, winner, home)

    return batch
