"""Whole games of sets, played by the thousand on the tables of :mod:`rules`."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.sets.exact import policy_of
from bolometric.core.areas.sets.rules import CLOSED, LOOKED, ClosingTable
from bolometric.core.areas.sets.spec import Sets
from bolometric.core.game.document import Game
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import DECIDE, FIRST, FURTHER, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, below, bits, kept, stream
from bolometric.core.outcomes.deck import Dealing, deal, dealt, deck_of, shuffle
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import Batch, Player, least_wins, shared_win
from bolometric.core.settings.loops import loop

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

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        score, rolls, turns = np.empty((runs, seats)), np.empty(runs, np.int64), np.full(runs, seats * rounds)
        idle, closed = np.empty(runs), np.empty(runs)
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            score[:] = 0
            _play(
                state,
                drawn,
                deck,
                closing.first,
                closing.take,
                closing.score,
                take,
                draw,
                len(closing.totals),
                rounds,
                codes,
                ends,
                score,
                rolls,
                idle,
                closed,
            )

        noted(book, loop)
        home, winner = shared_win(least_wins(score))
        return Batch(turns, rolls, winner, home, idle=idle, score=score, success=closed / (seats * rounds))

    return batch


def _deck(game: Game, closing: ClosingTable) -> Dealing:
    """Draws that remember, and the place of the total of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    numbers = [int(t) if t in closing.totals else 0 for t in game.distribution.totals]
    places = np.array([closing.totals.index(n) if n else len(closing.totals) for n in numbers] + [len(closing.totals)])
    by_outcome = np.append(places[np.minimum(place, len(numbers))], -1)
    return deck.dealing(by_outcome[deck.index])


@loop
def _play(  # type: ignore[no-untyped-def]
    state, drawn, deck, first, sets, scored, take, draw, totals, rounds, codes, note_ends, score, rolls, idle, closed
):
    outcome, keep, alias, begin = drawn
    full, seats, masks, noted_at = len(scored) - 1, score.shape[1], np.uint64(len(scored)), 0
    if deck is not None:
        left, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    several, whole = draw.any(), begin[1]
    origin = state
    for run in range(score.shape[0]):
        state = stream(origin, run)
        if deck is not None:
            shuffle(left, counts, deck)
        rolled, idled, shut = 0, 0, 0
        for turn in range(rounds * seats):
            seat = np.uint64(turn % seats)
            mask = full
            while mask:
                # Indices are unsigned, which spares a test for places counted from the end.
                here = np.uint64(mask)
                # With what to draw: as the style says, or either evenly.
                # Where there is one way it is not looked up: the next draw would wait for what the last one closed.
                way, base, columns = 0, np.uint64(0), whole
                if several:
                    way = np.int64(draw[seat * masks + here])
                    if way < 0:
                        state += STEP
                        way = np.int64(below(state, 2))
                    base, columns = begin[way], begin[way + 1] - begin[way]
                if deck is None:
                    state += STEP
                    wide = bits(state) * columns
                    column = base + (wide >> HALF)
                    place = outcome[kept(wide, column, keep[column], alias[column])]
                else:
                    place = deck.codes[deal(state, left, counts, deck)]
                    state += moves_on
                rolled += 1
                noted_at = note(
                    codes, noted_at, FIRST if mask == full else FURTHER, np.int64(place), way, np.int64(seat)
                )
                if place == totals:
                    break
                # Which set to close: the one that the style takes, or any that fits; none ends the turn.
                at = here * np.uint64(totals) + np.uint64(place)
                chosen = take[seat * masks * np.uint64(totals) + at]
                if chosen == 0:
                    noted_at = note(codes, noted_at, LOOKED, mask, np.int64(place), np.int64(seat))
                    break
                if first[at + np.uint64(1)] - first[at] > 1:
                    noted_at = note(codes, noted_at, DECIDE, mask, np.int64(place), np.int64(seat))
                if chosen < 0:
                    option = np.uint64(first[at])
                    count = np.uint64(first[at + np.uint64(1)]) - option
                    if count > 1:
                        state += STEP
                        option += below(state, count)
                    chosen = sets[option]
                noted_at = note(codes, noted_at, CLOSED, np.int64(chosen), mask, np.int64(seat))
                mask -= chosen
            idled += mask == full
            shut += mask == 0
            score[run, turn % seats] += scored[mask]
        rolls[run], idle[run], closed[run] = rolled, idled, shut
        end_notes(note_ends, run, noted_at)
