"""Whole duels, played by the thousand: all matches of a batch in step."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.duel.dealt import Dealt
from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.learner_work.trace import FIRST, Book, Whole, coded
from bolometric.core.results.batch import Batch, Player, most_wins, shared_win

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
        dealt = Dealt(game, runs, rng) if area.keeps_out(game.pieces) else None
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
        return Batch(goes * seats, goes * seats, winner, home)

    return batch
