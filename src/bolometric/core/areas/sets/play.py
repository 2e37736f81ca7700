"""Whole games of sets, played by the thousand on the tables of :mod:`rules`.

Random numbers as on the trail: SplitMix64 (Steele, Lea and Flood, *OOPSLA* 2014), written out where it is used since a
helper costs more than the number.
"""

from __future__ import annotations

from typing import Any

import numpy as np
from numba import njit

from bolometric.core.areas.sets.exact import policy_of
from bolometric.core.areas.sets.rules import ClosingTable
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.document import Game
from bolometric.core.outcomes.deck import deal, deck_of, shuffle
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import TIED, Batch, Player

MOST_COLUMNS = 4096
"""Equally likely columns up to which each way has its own."""


def player(game: Game, closing: ClosingTable) -> Player:
    """The game compiled for the runs."""
    seats, rounds = game.seats.count, game.area_as(Sets).rounds
    policies = [policy_of(closing, game.seats.style(seat)) for seat in range(seats)]
    take, draw = (np.concatenate([getattr(policy, name) for policy in policies]) for name in ("take", "draw"))
    samples = [sampler(ways, MOST_COLUMNS) for ways in closing.ways]
    # Both ways of drawing lie in one array, since picking one of two arrays costs more than the draw itself.
    begin = np.cumsum([0, *(len(sample.keep) for sample in samples)]).astype(np.uint64)
    alias = np.concatenate([samples[0].alias, samples[1].alias + len(samples[0].keep)])
    outcome, keep = (np.concatenate([getattr(sample, name) for sample in samples]) for name in ("outcome", "keep"))
    drawn = (outcome, keep, alias, begin)
    deck = _deck(game, closing) if remembers(game.pieces) else None

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        score, rolls, turns = np.zeros((runs, seats)), np.empty(runs, np.int64), np.full(runs, seats * rounds)
        winner, home = np.empty(runs, np.int8), np.empty(runs, np.uint8)
        idle, closed = np.empty(runs), np.empty(runs)
        _play(
            rng.integers(0, 2**64, dtype=np.uint64), drawn, deck, closing.first, closing.take, closing.score, take, draw,
            len(closing.totals), rounds, score, rolls, idle, closed, winner, home,
        )  # fmt: skip
        return Batch(turns, rolls, winner, home, idle=idle, score=score, success=closed / (seats * rounds))

    return batch


def _deck(game: Game, closing: ClosingTable) -> tuple[Any, ...]:
    """Draws that remember: what :func:`deal` takes, and the place of the total of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    numbers = [int(t) if t in closing.totals else 0 for t in game.distribution.totals]
    places = np.array([closing.totals.index(n) if n else len(closing.totals) for n in numbers] + [len(closing.totals)])
    by_outcome = np.append(places[np.minimum(place, len(numbers))], -1)
    return (*deck.parts, by_outcome[deck.index])


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, drawn, deck, first, sets, scored, take, draw, totals, rounds, score, rolls, idle, closed, winner, home
):
    low_bits = np.uint64(0xFFFFFFFF)
    outcome, keep, alias, begin = drawn
    full, seats, masks = len(scored) - 1, score.shape[1], np.uint64(len(scored))
    if deck is not None:
        left, counts = deck[0].copy(), deck[1].copy()
    for run in range(score.shape[0]):
        if deck is not None:
            shuffle(left, counts, deck[0], deck[1])
        rolled, idled, shut = 0, 0, 0
        for turn in range(rounds * seats):
            seat = np.uint64(turn % seats)
            mask = full
            while mask:
                # Indices are unsigned, which spares a test for places counted from the end.
                here = np.uint64(mask)
                way = draw[seat * masks + here]
                if way < 0:
                    state += np.uint64(0x9E3779B97F4A7C15)
                    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                    way = np.int64(bits >> np.uint64(63))
                if deck is None:
                    state += np.uint64(0x9E3779B97F4A7C15)
                    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                    wide = (bits >> np.uint64(32)) * (begin[way + 1] - begin[way])
                    column = begin[way] + (wide >> np.uint64(32))
                    if (wide & low_bits) >= keep[column]:
                        column = np.uint64(alias[column])
                    place = outcome[column]
                else:
                    code, state = deal(state, left, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                    place = deck[5][code]
                rolled += 1
                if place == totals:
                    break
                at = here * np.uint64(totals) + np.uint64(place)
                chosen = take[seat * masks * np.uint64(totals) + at]
                if chosen == 0:
                    break
                if chosen < 0:
                    pick = np.uint64(first[at])
                    count = np.uint64(first[at + np.uint64(1)]) - pick
                    if count > 1:
                        state += np.uint64(0x9E3779B97F4A7C15)
                        bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                        bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                        pick += ((bits >> np.uint64(32)) * count) >> np.uint64(32)
                    chosen = sets[pick]
                mask -= chosen
            idled += mask == full
            shut += mask == 0
            score[run, turn % seats] += scored[mask]
        rolls[run], idle[run], closed[run] = rolled, idled, shut
        best, bits_of, best_seat = score[run, 0], 1, 0
        for seat in range(1, seats):
            if score[run, seat] < best:
                best, bits_of, best_seat = score[run, seat], 1 << seat, seat
            elif score[run, seat] == best:
                bits_of, best_seat = bits_of | 1 << seat, TIED
        home[run], winner[run] = bits_of, best_seat
