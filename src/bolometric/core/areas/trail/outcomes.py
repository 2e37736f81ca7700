"""What a game of markers home comes to: who wins it, together or over several games."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from bolometric.core.learner_work.trace import FIRST, NUMBER_BITS, Book
from bolometric.core.results.batch import NO_WINNER, STUCK, UNFINISHED, Batch, Player, most_wins, seats_of, shared_win


def winner_codes(home: NDArray[np.int64], ended: NDArray[np.int8], seats: int) -> NDArray[np.int8]:
    """The winner's code from who shares the win; where nobody does the code that is there."""
    return np.where(home > 0, shared_win(seats_of(home, seats))[1], ended).astype(np.int8)


def first_loses(batch: Batch, seats: int) -> Batch:
    """Games in which whoever is home loses, and the others share the win; if all are home they share it."""
    everyone = (1 << seats) - 1
    others = np.where(batch.home == 0, 0, np.where(batch.home == everyone, everyone, everyone & ~batch.home))
    home = others.astype(np.int64)
    return replace(
        batch,
        home=home,
        winner=winner_codes(home, batch.winner, seats),
        last_lead=None,
        lead_changes=None,
        half_lead=None,
    )


def turned_round(player: Player, seats: int) -> Player:
    """Games in which whoever is home first loses."""

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        return first_loses(player(runs, most_turns, rng, book), seats)

    return batch


def together(batch: Batch, seats: int, turns: int | None) -> Batch:
    """Games of one marker that all move, against a number of turns; None for no limit."""
    reached = batch.home > 0
    if turns is None:
        home = np.where(reached, (1 << seats) - 1, 0).astype(np.int64)
        winner = winner_codes(home, batch.winner, seats)
        told = replace(batch, home=home, winner=winner, success=reached.astype(float))
        return replace(told, last_lead=None, lead_changes=None, half_lead=None)
    home = np.where(reached, (1 << seats) - 1, 0).astype(np.int64)
    lost = np.full(len(home), NO_WINNER, np.int8)
    return replace(
        batch,
        turns=np.where(reached, batch.turns, turns),
        home=home,
        winner=winner_codes(home, lost, seats),
        success=reached.astype(float),
        last_lead=None,
        lead_changes=None,
        half_lead=None,
    )


def shared_marker(player: Player, seats: int, turns: int | None) -> Player:
    """Games in which seats take turns with one marker: the loop knows one seat, so a book is told whose turn it is."""

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        alone = None if book is None else Book(runs)
        found = together(player(runs, turns or most_turns, rng, alone), seats, turns)
        if book is not None and alone is not None:
            game, _, codes = alone.notes()
            begun = (codes >> 2 * NUMBER_BITS == FIRST).cumsum()
            first = np.searchsorted(game, game)
            book.add(alone, game, (begun - begun[first]) % seats if len(game) else game, codes)
        return found

    return batch


def match(player: Player, seats: int, at_most: int) -> Player:
    """Best of several games: until one seat has won more than half of ``at_most``, or all are played."""

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        of_games = None if book is None else Book(runs * at_most)
        games = player(runs * at_most, most_turns, rng, of_games)
        won = seats_of(games.home, seats).reshape(runs, at_most, seats).cumsum(axis=1)
        decided = won.max(axis=2) > at_most // 2
        codes = games.winner.reshape(runs, at_most)
        decided |= codes == UNFINISHED  # given up in the middle: the match has no end
        decided[:, -1] = True
        last = decided.argmax(axis=1)
        played = np.arange(at_most)[None, :] <= last[:, None]
        if book is not None and of_games is not None:
            book.take(of_games, played.ravel(), np.arange(runs * at_most) // at_most)

        def summed(values: NDArray[np.int64] | None) -> NDArray[np.int64]:
            assert values is not None
            return np.asarray((values.reshape(runs, at_most) * played).sum(axis=1))

        final = won[np.arange(runs), last]
        home, _ = shared_win(most_wins(final) & (final > 0))
        none = np.where((codes == UNFINISHED).any(axis=1), UNFINISHED, STUCK).astype(np.int8)
        return Batch(
            summed(games.turns),
            summed(games.rolls),
            winner_codes(home, none, seats),
            home,
            rounds=summed(-(-games.turns // seats)),
            setbacks=summed(games.setbacks),
        )

    return batch
