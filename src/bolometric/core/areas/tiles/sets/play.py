"""Whole games of sets, played by the thousand on the tables of :mod:`rules`.

Random numbers as on the trail: SplitMix64 (Steele, Lea and Flood, *OOPSLA* 2014), written out where it is used since a
helper costs more than the number.
"""

from __future__ import annotations

from typing import Any

import numpy as np
from numba import njit

from bolometric.core.areas.tiles.sets.exact import policy_of
from bolometric.core.areas.tiles.sets.rules import Lids
from bolometric.core.areas.tiles.spec import Sets
from bolometric.core.deck import deal, deck_of, shuffle
from bolometric.core.game import Game
from bolometric.core.pieces import remembers
from bolometric.core.runs import TIED, Batch, Player
from bolometric.core.sampler import sampler

MOST_COLUMNS = 4096
"""Equally likely columns up to which each way has its own."""


def player(game: Game, lids: Lids) -> Player:
    """The game compiled for the runs."""
    seats, rounds = game.seats.count, game.area_as(Sets).rounds
    policies = [policy_of(lids, game.seats.style(seat)) for seat in range(seats)]
    take, draw = (np.stack([getattr(policy, name) for policy in policies]) for name in ("take", "draw"))
    samples = [sampler(ways, MOST_COLUMNS) for ways in lids.ways]
    drawn = tuple((sample.outcome, sample.keep, sample.alias) for sample in samples)
    deck = _deck(game, lids) if remembers(game.pieces) else None

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        score, rolls = np.zeros((runs, seats)), np.zeros(runs, np.int64)
        idle, closed = np.zeros(runs), np.zeros(runs)
        state = rng.integers(0, 2**64, dtype=np.uint64)
        _play(
            state, drawn, deck, lids.first, lids.take, lids.score, take, draw, len(lids.totals), rounds, score, rolls,
            idle, closed,
        )  # fmt: skip
        best = score == score.min(axis=1, keepdims=True)
        home = (best << np.arange(seats)).sum(axis=1).astype(np.uint8)
        winner = np.where(best.sum(axis=1) > 1, TIED, best.argmax(axis=1)).astype(np.int8)
        turns = np.full(runs, seats * rounds)
        return Batch(turns, rolls, winner, home, idle=idle, score=score, success=closed / (seats * rounds))

    return batch


def _deck(game: Game, lids: Lids) -> tuple[Any, ...]:
    """Draws that remember: what :func:`deal` takes, and the place of the total of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    numbers = [int(t) if t in lids.totals else 0 for t in game.distribution.totals]
    places = np.array([lids.totals.index(n) if n else len(lids.totals) for n in numbers] + [len(lids.totals)])
    by_outcome = np.append(places[np.minimum(place, len(numbers))], -1)
    return (*deck.parts, by_outcome[deck.index])


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, drawn, deck, first, sets, scored, take, draw, totals, rounds, score, rolls, idle, closed
):
    low_bits = np.uint64(0xFFFFFFFF)
    full = len(scored) - 1
    if deck is not None:
        left, counts = deck[0].copy(), deck[1].copy()
    for run in range(score.shape[0]):
        if deck is not None:
            shuffle(left, counts, deck[0], deck[1])
        for _ in range(rounds):
            for seat in range(score.shape[1]):
                mask = full
                while mask:
                    way = draw[seat, mask]
                    if way < 0:
                        state += np.uint64(0x9E3779B97F4A7C15)
                        bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                        bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                        way = np.int64(bits >> np.uint64(63))
                    if deck is None:
                        outcome, keep, alias = drawn[0] if way == 0 else drawn[1]
                        state += np.uint64(0x9E3779B97F4A7C15)
                        bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                        bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                        wide = (bits >> np.uint64(32)) * np.uint64(len(keep))
                        column = np.int64(wide >> np.uint64(32))
                        if (wide & low_bits) >= keep[column]:
                            column = alias[column]
                        place = outcome[column]
                    else:
                        code, state = deal(state, left, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                        place = deck[5][code]
                    rolls[run] += 1
                    if place == totals:
                        break
                    at = mask * totals + place
                    chosen = take[seat, at]
                    if chosen == 0:
                        break
                    if chosen < 0:
                        count = first[at + 1] - first[at]
                        pick = first[at]
                        if count > 1:
                            state += np.uint64(0x9E3779B97F4A7C15)
                            bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                            bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                            pick += np.int64(((bits >> np.uint64(32)) * np.uint64(count)) >> np.uint64(32))
                        chosen = sets[pick]
                    mask -= chosen
                idle[run] += mask == full
                closed[run] += mask == 0
                score[run, seat] += scored[mask]
