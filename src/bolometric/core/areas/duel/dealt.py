"""Duels with cards that stay out: what each seat draws, round by round, from packs of its own or from one for all."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.document import Game
from bolometric.core.learner_work.trace import Whole
from bolometric.core.outcomes.chance import stream
from bolometric.core.outcomes.deck import Deck, deal, dealt, deck_of, shuffle
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.settings.loops import loop


class Dealt:
    """The packs of a batch of games, as far as they have been drawn from."""

    def __init__(self, game: Game, runs: int, rng: np.random.Generator) -> None:
        area, seats = game.area_as(Duel), game.seats.count
        holders = [area.holder(seat, game.pieces) for seat in range(seats)]
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
        pieces, values = game.area_as(Duel).pieces_of(seats[0], game.pieces), round_in(game).values
        deck, place, _ = deck_of(pieces, game.draw)
        where = [values.index(total) for total in distribution_of(pieces, game.draw).totals]
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
