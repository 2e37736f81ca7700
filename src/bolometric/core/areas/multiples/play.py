"""Whole games of multiples, played by the thousand. Random numbers as on the trail: SplitMix64."""

from __future__ import annotations

from typing import Any

import numpy as np
from numba import njit

from bolometric.core.areas.multiples.rules import compile_chart, preference, taken_off
from bolometric.core.areas.multiples.spec import Multiples
from bolometric.core.game.document import Game
from bolometric.core.outcomes.deck import deal, deck_of, shuffle
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import STUCK, UNFINISHED, Batch, Player

MOST_COLUMNS = 4096


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area = game.area_as(Multiples)
    chart, seats = compile_chart(area, game.distribution), game.seats.count
    styles = [preference(chart, game.seats.style(seat)) for seat in range(seats)]
    above = chart.numbers - chart.limit
    likes = np.array([np.zeros(above, np.int64) if liked is None else liked for liked in styles])
    sample = sampler(chart.ways, MOST_COLUMNS)
    drawn = (sample.outcome, sample.keep, sample.alias)
    divisors, possible = np.array(chart.divisors), chart.chances > 0
    moves = bool((divisors == 0).any())
    deck = _deck(game) if remembers(game.pieces) else None

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        out, idle = Batch.empty(runs), np.zeros(runs)
        assert out.last_lead is not None
        assert out.lead_changes is not None
        _play(
            rng.integers(0, 2**64, dtype=np.uint64), drawn, deck, divisors, possible, moves, likes, chart.limit,
            area.counters, seats, most_turns, out.turns, out.winner, idle, out.last_lead, out.lead_changes,
        )  # fmt: skip
        home = np.where(out.winner >= 0, 1 << np.maximum(out.winner, 0), 0).astype(np.uint8)
        return Batch(
            out.turns, out.turns, out.winner, home, last_lead=out.last_lead, lead_changes=out.lead_changes, idle=idle
        )

    return batch


def _deck(game: Game) -> tuple[Any, ...]:
    """Draws that remember: what :func:`deal` takes, and the place of the total of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    return (*deck.parts, np.append(place, -1)[deck.index])


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, drawn, deck, divisors, possible, moves, likes, limit, counters, seats, most_turns,
    turns_out, winner_out, idle_out, last_lead_out, lead_changes_out,
):  # fmt: skip
    low_bits = np.uint64(0xFFFFFFFF)
    outcome, keep, alias = drawn
    above = likes.shape[1]
    owner, to_go = np.full(limit + above + 1, -1, np.int64), np.zeros(seats, np.int64)
    if deck is not None:
        cards, counts = deck[0].copy(), deck[1].copy()
    for run in range(len(turns_out)):
        if deck is not None:
            shuffle(cards, counts, deck[0], deck[1])
        for number in range(len(owner)):
            owner[number] = -1
        to_go[:] = counters
        for placed in range(counters * seats):
            seat = placed % seats
            if likes[seat, 0]:
                number = np.int64(0)
                for rank in range(above):
                    number = likes[seat, rank]
                    if owner[number] < 0:
                        break
            else:
                number, state = _any_free(state, owner, limit, above - placed)
            owner[number] = seat
        turn, idle, seat, last_lead, lead_changes, leader, last_leader = 0, 0, 0, 0, 0, -1, -1
        winner = UNFINISHED
        hopeless = not moves and _hopeless(owner, possible, seats)
        while turn < most_turns and not hopeless:
            turn += 1
            if deck is None:
                state += np.uint64(0x9E3779B97F4A7C15)
                bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                wide = (bits >> np.uint64(32)) * np.uint64(len(keep))
                column = np.int64(wide >> np.uint64(32))
                if (wide & low_bits) >= keep[column]:
                    column = alias[column]
                divisor = divisors[outcome[column]]
            else:
                code, state = deal(state, cards, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                divisor = divisors[deck[5][code]]
            number = taken_off(owner, divisor)
            if number:
                to_go[owner[number]] -= 1
                owner[number] = -1
                ahead, fewest = -1, counters + 1
                for who in range(seats):
                    if to_go[who] < fewest:
                        ahead, fewest = who, to_go[who]
                    elif to_go[who] == fewest:
                        ahead = -1
                last_lead = turn if ahead != leader else last_lead
                leader = ahead
                lead_changes += (ahead >= 0) & (last_leader >= 0) & (ahead != last_leader)
                last_leader = ahead if ahead >= 0 else last_leader
                if fewest == 0:
                    winner = ahead
                    break
            elif divisor == 0:
                moved, state = _move(state, owner, likes, limit, seat)
                idle += not moved
            else:
                idle += 1
            seat = 0 if seat == seats - 1 else seat + 1
        turns_out[run], idle_out[run] = turn, idle
        last_lead_out[run], lead_changes_out[run] = last_lead, lead_changes
        winner_out[run] = STUCK if hopeless else winner


@njit(nogil=True, cache=True)
def _hopeless(owner, possible, seats):  # type: ignore[no-untyped-def]
    """Whether every seat has a counter that no draw can take off, where none can be moved."""
    stuck = 0
    for seat in range(seats):
        for number in range(len(owner)):
            if owner[number] == seat and not possible[number]:
                stuck += 1
                break
    return stuck == seats


@njit(nogil=True, cache=True)
def _any_free(state, owner, limit, free):  # type: ignore[no-untyped-def]
    """Any of so many free numbers, evenly; and the random state after it."""
    state += np.uint64(0x9E3779B97F4A7C15)
    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    pick = np.int64(((bits >> np.uint64(32)) * np.uint64(free)) >> np.uint64(32))
    for number in range(limit + 1, len(owner)):
        if owner[number] < 0:
            if pick == 0:
                return number, state
            pick -= 1
    return 0, state


@njit(nogil=True, cache=True)
def _move(state, owner, likes, limit, seat):  # type: ignore[no-untyped-def]
    """Move a counter: by a preference the one it likes least, if there is a better place; by chance any to any place.

    Gives whether one was moved.
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
            return False, state
        owner[best], owner[worst] = seat, -1
        return True, state
    own = 0
    for number in range(limit + 1, len(owner)):
        own += owner[number] == seat
    free = len(owner) - limit - 1
    for number in range(limit + 1, len(owner)):
        free -= owner[number] >= 0
    if own == 0 or free == 0:
        return False, state
    state += np.uint64(0x9E3779B97F4A7C15)
    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    pick = np.int64(((bits >> np.uint64(32)) * np.uint64(own)) >> np.uint64(32))
    from_number = 0
    for number in range(limit + 1, len(owner)):
        if owner[number] == seat:
            if pick == 0:
                from_number = number
                break
            pick -= 1
    there, state = _any_free(state, owner, limit, free)
    owner[there], owner[from_number] = seat, -1
    return True, state
