"""Whole games of multiples, played by the thousand."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.multiples.rules import FREE, MOVES, chart_of, compile_chart, preference, taken_off
from bolometric.core.areas.multiples.soonest import rates
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.areas.multiples.work import PUT
from bolometric.core.areas.seat_by_seat import SIDE
from bolometric.core.game.contract import Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Seats, Style
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import DECIDE, FIRST, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, below, bits, kept, stream
from bolometric.core.outcomes.deck import Dealing, deal, dealt, deck_of, shuffle
from bolometric.core.outcomes.lead import ACCOUNT, CHANGES, SINCE, TOLD, alone_ahead, clear_lead, led_at, note_lead
from bolometric.core.outcomes.sampler import sampler, side_by_side
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import STUCK, UNFINISHED, Batch, Player
from bolometric.core.settings.loops import inner, loop

MOST_COLUMNS = 4096


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area = game.area_as(Multiples)
    seats, sides = game.seats.count, [game.by_side.index(one) for one in game.by_seat]
    charts = [compile_chart(area, one.distribution) for one in game.by_side]
    styles = [liked_by(game, seat, game.seats.style(seat)) for seat in range(seats)]
    backwards = area.placing == "last"
    chart = charts[0]
    above = chart.numbers - chart.limit
    likes = np.array([np.zeros(above, np.int64) if liked is None else liked for liked in styles])
    sample = side_by_side([sampler(one.ways, MOST_COLUMNS) for one in charts], sides)
    # Totals of one way of drawing stand behind those of another.
    firsts = np.cumsum([0, *(len(one.divisors) for one in charts)])[:-1]
    drawn = (sample.outcome, sample.keep, sample.alias, sample.own, firsts[sides], np.array(sides) * SIDE)
    divisors = np.concatenate([one.divisors for one in charts])
    possible = np.any([one.chances > 0 for one in charts], axis=0)
    moves = bool((divisors == 0).any())
    deck = _deck(game) if remembers(game.pieces) else None

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        out, idle = Batch.empty(runs), np.zeros(runs)

        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                drawn,
                deck,
                divisors,
                possible,
                moves,
                likes,
                chart.limit,
                area.counters,
                backwards,
                seats,
                most_turns,
                codes,
                ends,
                out.columns(),
                idle,
            )

        noted(book, loop)
        home = np.where(out.winner >= 0, 1 << np.maximum(out.winner, 0), 0).astype(np.int64)
        return Batch(
            out.turns,
            out.turns,
            out.winner,
            home,
            last_lead=out.last_lead,
            lead_changes=out.lead_changes,
            half_lead=out.half_lead,
            idle=idle,
        )

    return batch


def rates_of(game: Game) -> NDArray[np.float64]:
    """How soon counters come off each number (:mod:`soonest`), whoever plays and however. Raises Cancelled."""
    alike = Seats(count=game.seats.count)
    return _rates(Game(pieces=game.pieces, draw=game.draw, others=game.others, area=game.area, seats=alike))


@lru_cache(maxsize=16)
def _rates(plain: Game) -> NDArray[np.float64]:
    return rates(plain.area_as(Multiples).chart + 1, player(plain))


def liked_by(game: Game, seat: int, style: Style) -> NDArray[np.int64] | None:
    """Numbers above the limit, the one a seat's style likes best first; None for a style that takes any."""
    chart = chart_of(game.of_seat(seat))
    if style.choose != "thumb" or style.rule != "soonest":
        return preference(chart, style)
    above = np.arange(chart.limit + 1, chart.numbers + 1)
    return above[np.argsort(-rates_of(game)[above], kind="stable")]


def _deck(game: Game) -> Dealing:
    """Draws that remember, and the place of the total of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    return deck.dealing(np.append(place, -1)[deck.index])


@loop
def _play(  # type: ignore[no-untyped-def]
    state,
    drawn,
    deck,
    divisors,
    possible,
    moves,
    likes,
    limit,
    counters,
    backwards,
    seats,
    most_turns,
    codes,
    note_ends,
    out,
    idle_out,
):
    turns_out, _, winner_out, _, _, last_lead_out, lead_changes_out, half_lead_out = out
    outcome, keep, alias, own, firsts, sides = drawn
    above = likes.shape[1]
    owner, to_go = np.full(limit + above + 1, -1, np.int64), np.zeros(seats, np.int64)
    lead, at = np.zeros(ACCOUNT, np.int64), 0
    if deck is not None:
        cards, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        if deck is not None:
            shuffle(cards, counts, deck)
        for number in range(len(owner)):
            owner[number] = -1
        to_go[:] = counters
        for placed in range(counters * seats):
            seat = seats - 1 - placed % seats if backwards else placed % seats
            if likes[seat, 0]:
                number = np.int64(0)
                for rank in range(above):
                    number = likes[seat, rank]
                    if owner[number] < 0:
                        break
            else:
                state += STEP
                number = _any_free(below(state, above - placed), owner, limit)
            owner[number] = seat
            at = note(codes, at, PUT, np.int64(number), 0, seat)
        turn, idle, seat, winner = 0, 0, 0, UNFINISHED
        clear_lead(lead)
        hopeless = not moves and _hopeless(owner, possible, seats)
        while turn < most_turns and not hopeless:
            turn += 1
            if deck is None:
                state += STEP
                wide = bits(state) * np.uint64(own[seat, 1])
                column = np.uint64(own[seat, 0]) + (wide >> HALF)
                total = np.int64(outcome[kept(wide, column, keep[column], alias[column])])
            else:
                total = np.int64(deck.codes[deal(state, cards, counts, deck)])
                state += moves_on
            divisor = divisors[firsts[seat] + total]
            number = taken_off(owner, divisor)
            at = note(codes, at, FIRST, total + sides[seat], number, seat)
            if number:
                owned_by = owner[number]
                to_go[owned_by] -= 1
                owner[number] = FREE
                note_lead(lead, alone_ahead(to_go, -1), turn)
                if to_go[owned_by] == 0:
                    winner = owned_by
                    break
            elif divisor == MOVES:
                at = note(codes, at, DECIDE, 0, 0, seat)
                idle += not _move(state, owner, likes, limit, seat)
                state += STEP + STEP
            else:
                idle += 1
            seat = 0 if seat == seats - 1 else seat + 1
        turns_out[run], idle_out[run] = turn, idle
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)
        winner_out[run] = STUCK if hopeless else winner


@inner
def _hopeless(owner, possible, seats):  # type: ignore[no-untyped-def]
    """Whether every seat has a counter that no draw can take off, where none can be moved."""
    stuck = 0
    for seat in range(seats):
        for number in range(len(owner)):
            if owner[number] == seat and not possible[number]:
                stuck += 1
                break
    return stuck == seats


@inner
def _any_free(which, owner, limit):  # type: ignore[no-untyped-def]
    """The free number that is the so-and-so-manyth, from 0."""
    for number in range(limit + 1, len(owner)):
        if owner[number] < 0:
            if which == 0:
                return number
            which -= 1
    return 0


@inner
def _move(state, owner, likes, limit, seat):  # type: ignore[no-untyped-def]
    """Move a counter: by a preference the one it likes least, if there is a better place; by chance any to any place.

    Gives whether one was moved; two random numbers are taken from ``state`` at most.
    """
    if likes[seat, 0]:
        best, worst = 0, 0
        for rank in range(likes.shape[1]):
            number = likes[seat, rank]
            if best == 0 and owner[number] < 0:
                best = number
            if owner[number] == seat:
                worst = number
                if best == 0:
                    worst = 0  # nothing better is free before it
        if best == 0 or worst == 0:
            return False
        owner[best], owner[worst] = seat, FREE
        return True
    own, free = 0, 0
    for number in range(limit + 1, len(owner)):
        own += owner[number] == seat
        free += owner[number] < 0
    if own == 0 or free == 0:
        return False
    state += STEP
    which, from_number = below(state, own), 0
    for number in range(limit + 1, len(owner)):
        if owner[number] == seat:
            if which == 0:
                from_number = number
                break
            which -= 1
    state += STEP
    owner[_any_free(below(state, free), owner, limit)] = seat
    owner[from_number] = FREE
    return True


def chooses(game: Game) -> bool:
    """Counters are placed, and perhaps moved."""
    return True


MEASURED = Measured(player=player, chooses=chooses)
