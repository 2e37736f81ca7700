"""Whole games of boxes or placed counters, played by the thousand."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.filled.fill import FILLED, PUT, Fill, Line, area_of_marks, fills_of, line_of, marks_of
from bolometric.core.areas.filled.spec import Boxes
from bolometric.core.areas.seat_by_seat import SIDE
from bolometric.core.game.document import Game
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import EVERYONE, FIRST, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, below, bits, kept, stream
from bolometric.core.outcomes.deck import Dealing, deal, dealt, deck_of, shuffle
from bolometric.core.outcomes.lead import (
    ACCOUNT,
    CHANGES,
    LEADER,
    SINCE,
    TOLD,
    alone_ahead,
    clear_lead,
    led_at,
    note_lead,
)
from bolometric.core.outcomes.sampler import sampler, side_by_side
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch, Player
from bolometric.core.settings.loops import loop

MOST_COLUMNS = 4096
FIXED, EVENLY, BY_DRAWS = 0, 1, 2
"""How a seat's numbers come about: the same each time, any number of the line, or by draws."""


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area, seats, fills = area_of_marks(game), game.seats.count, fills_of(game)
    sides = [game.by_side.index(one) for one in game.by_seat]
    lines = [line_of(one) for one in game.by_side]
    longest = max(len(line.numbers) for line in lines)
    fixed, possible = np.zeros((seats, longest), np.int64), np.zeros((seats, longest), np.bool_)
    for seat, (fill, side) in enumerate(zip(fills, sides, strict=True)):
        fixed[seat, : len(fill.counts or ())] = fill.counts or ()
        possible[seat, : len(lines[side].numbers)] = lines[side].chances > 0
    how = np.array([_how(game, fill) for fill in fills])
    sample = side_by_side([sampler(line.ways, MOST_COLUMNS) for line in lines], sides)
    numbers = np.array([len(lines[side].numbers) for side in sides])
    drawn = (sample.outcome, sample.keep, sample.alias, sample.own, numbers, np.array(sides) * SIDE)
    deck = _deck(game, lines[0]) if remembers(game.pieces) else None

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        out = Batch.empty(runs)
        idle = np.zeros(runs)

        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                drawn,
                deck,
                possible,
                fixed,
                how,
                marks_of(game),
                area.together,
                area.finish == "finish_round",
                most_turns,
                codes,
                ends,
                out.columns(),
                idle,
            )

        noted(book, loop)
        return Batch(
            out.turns,
            out.turns,
            out.winner,
            out.home,
            last_lead=out.last_lead,
            lead_changes=out.lead_changes,
            half_lead=out.half_lead,
            idle=idle / (seats if area.together else 1),
        )

    return batch


def _how(game: Game, fill: Fill) -> int:
    if fill.counts is not None:
        return FIXED
    return BY_DRAWS if isinstance(game.area, Boxes) else EVENLY


def _deck(game: Game, line: Line) -> Dealing:
    """Draws that remember, and the place on the line of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    on_line = {number: i for i, number in enumerate(line.numbers)}
    places = np.array(
        [on_line.get(total, len(line.numbers)) for total in game.distribution.totals] + [len(line.numbers)]
    )
    by_outcome = np.append(places[np.minimum(place, len(places) - 1)], -1)
    return deck.dealing(by_outcome[deck.index])


@loop
def _play(  # type: ignore[no-untyped-def]
    state, drawn, deck, possible, fixed, how, marks, together, finish_round, most_turns, codes, note_ends, out, idle_out
):
    turns_out, _, winner_out, home_out, _, last_lead_out, lead_changes_out, half_lead_out = out
    outcome, keep, alias, own, counted, sides = drawn
    seats, longest = fixed.shape
    left, to_go, can = np.zeros((seats, longest), np.int64), np.zeros(seats, np.int64), np.zeros(seats, np.bool_)
    lead, at = np.zeros(ACCOUNT, np.int64), 0
    if deck is not None:
        cards, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        if deck is not None:
            shuffle(cards, counts, deck)
        # Every seat gets its numbers: those of its placement, or one by one by chance or by draws.
        hopeless = 0
        for seat in range(seats):
            left[seat] = fixed[seat]
            to_go[seat], numbers = marks, counted[seat]
            if how[seat] != BY_DRAWS:
                for _ in range(marks):
                    at = note(codes, at, PUT, 0, 0, seat)
            filled = marks if how[seat] == FIXED else 0
            while filled < marks:
                if how[seat] == EVENLY:
                    state += STEP
                    place = np.int64(below(state, numbers))
                elif deck is None:
                    state += STEP
                    wide = bits(state) * np.uint64(own[seat, 1])
                    column = np.uint64(own[seat, 0]) + (wide >> HALF)
                    place = outcome[kept(wide, column, keep[column], alias[column])]
                else:
                    place = deck.codes[deal(state, cards, counts, deck)]
                    state += moves_on
                if how[seat] == BY_DRAWS:
                    at = note(codes, at, FILLED, np.int64(place) + sides[seat], 0, seat)
                if place < numbers:
                    left[seat, place] += 1
                    filled += 1
            can[seat] = True
            for place in range(numbers):
                if left[seat, place] and not possible[seat, place]:
                    can[seat] = False
            hopeless += not can[seat]
        # Then they come off, draw by draw: for whoever draws, or for all at each call.
        turn, idle, home, seat = 0, 0, 0, 0
        clear_lead(lead)
        while turn < most_turns and hopeless < seats:
            turn += 1
            if deck is None:
                state += STEP
                wide = bits(state) * np.uint64(own[seat, 1])
                column = np.uint64(own[seat, 0]) + (wide >> HALF)
                place = outcome[kept(wide, column, keep[column], alias[column])]
            else:
                place = deck.codes[deal(state, cards, counts, deck)]
                state += moves_on
            numbers = counted[seat]
            fits = 0 if together else np.int64(place < numbers and left[seat, place] > 0)
            at = note(codes, at, FIRST, np.int64(place) + sides[seat], fits, EVERYONE if together else seat)
            moved = False
            for k in range(seats if together else 1):
                who = k if together else seat
                if place < numbers and left[who, place]:
                    left[who, place] -= 1
                    to_go[who] -= 1
                    moved = True
                    if to_go[who] == 0:
                        home |= 1 << who
                else:
                    idle += 1
            if moved:
                note_lead(lead, alone_ahead(to_go, -1), turn)
            if home and (together or not finish_round):
                break
            if not together:
                seat += 1
                if seat == seats:
                    seat = 0
                    if home:
                        break
        turns_out[run], idle_out[run], home_out[run] = turn, idle, home
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)
        if home == 0:
            winner_out[run] = STUCK if hopeless == seats else UNFINISHED
        else:
            winner_out[run] = TIED if lead[LEADER] < 0 else lead[LEADER]
