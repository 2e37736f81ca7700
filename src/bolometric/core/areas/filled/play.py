"""Whole games of boxes or placed counters, played by the thousand. Random numbers as on the trail: SplitMix64."""

from __future__ import annotations

from typing import Any

import numpy as np
from numba import njit

from bolometric.core.areas.filled.fill import Fill, Line, area_of_marks, fills_of, line_of, marks_of
from bolometric.core.areas.filled.spec import Boxes
from bolometric.core.game.document import Game
from bolometric.core.outcomes.deck import deal, deck_of, shuffle
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch, Player

MOST_COLUMNS = 4096
FIXED, EVENLY, BY_DRAWS = 0, 1, 2
"""How a seat's numbers come about: the same each time, any number of the line, or by draws."""


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    line, area, seats = line_of(game), area_of_marks(game), game.seats.count
    fills = fills_of(game)
    fixed = np.array([fill.counts or (0,) * len(line.numbers) for fill in fills], np.int64)
    how = np.array([_how(game, fill) for fill in fills])
    sample = sampler(line.ways, MOST_COLUMNS)
    drawn = (sample.outcome, sample.keep, sample.alias)
    deck = _deck(game, line) if remembers(game.pieces) else None
    possible = line.chances > 0

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        out = Batch.empty(runs)
        idle = np.zeros(runs)
        assert out.last_lead is not None
        assert out.lead_changes is not None
        _play(
            rng.integers(0, 2**64, dtype=np.uint64), drawn, deck, possible, fixed, how, marks_of(game), area.together,
            area.finish == "finish_round", most_turns, out.turns, out.winner, out.home, idle, out.last_lead,
            out.lead_changes,
        )  # fmt: skip
        return Batch(
            out.turns, out.turns, out.winner, out.home, last_lead=out.last_lead, lead_changes=out.lead_changes,
            idle=idle / (seats if area.together else 1),
        )  # fmt: skip

    return batch


def _how(game: Game, fill: Fill) -> int:
    if fill.counts is not None:
        return FIXED
    return BY_DRAWS if isinstance(game.area, Boxes) else EVENLY


def _deck(game: Game, line: Line) -> tuple[Any, ...]:
    """Draws that remember: what :func:`deal` takes, and the place on the line of each code."""
    deck, place, _ = deck_of(game.pieces, game.draw)
    on_line = {number: i for i, number in enumerate(line.numbers)}
    places = np.array(
        [on_line.get(total, len(line.numbers)) for total in game.distribution.totals] + [len(line.numbers)]
    )
    by_outcome = np.append(places[np.minimum(place, len(places) - 1)], -1)
    return (*deck.parts, by_outcome[deck.index])


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, drawn, deck, possible, fixed, how, marks, together, finish_round, most_turns,
    turns_out, winner_out, home_out, idle_out, last_lead_out, lead_changes_out,
):  # fmt: skip
    low_bits = np.uint64(0xFFFFFFFF)
    outcome, keep, alias = drawn
    seats, numbers = fixed.shape
    left, to_go, can = np.zeros((seats, numbers), np.int64), np.zeros(seats, np.int64), np.zeros(seats, np.bool_)
    if deck is not None:
        cards, counts = deck[0].copy(), deck[1].copy()
    for run in range(len(turns_out)):
        if deck is not None:
            shuffle(cards, counts, deck[0], deck[1])
        hopeless = 0
        for seat in range(seats):
            left[seat] = fixed[seat]
            to_go[seat] = marks
            filled = marks if how[seat] == 0 else 0
            while filled < marks:
                if how[seat] == 1 or deck is None:
                    state += np.uint64(0x9E3779B97F4A7C15)
                    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                    if how[seat] == 1:
                        place = np.int64(((bits >> np.uint64(32)) * np.uint64(numbers)) >> np.uint64(32))
                    else:
                        wide = (bits >> np.uint64(32)) * np.uint64(len(keep))
                        column = np.int64(wide >> np.uint64(32))
                        if (wide & low_bits) >= keep[column]:
                            column = alias[column]
                        place = outcome[column]
                else:
                    code, state = deal(state, cards, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                    place = deck[5][code]
                if place < numbers:
                    left[seat, place] += 1
                    filled += 1
            can[seat] = True
            for place in range(numbers):
                if left[seat, place] and not possible[place]:
                    can[seat] = False
            hopeless += not can[seat]
        turn, idle, home, last_lead, lead_changes = 0, 0, 0, 0, 0
        leader, last_leader = -1, -1
        seat = 0
        while turn < most_turns and hopeless < seats:
            turn += 1
            if deck is None:
                state += np.uint64(0x9E3779B97F4A7C15)
                bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                wide = (bits >> np.uint64(32)) * np.uint64(len(keep))
                column = np.int64(wide >> np.uint64(32))
                if (wide & low_bits) >= keep[column]:
                    column = alias[column]
                place = outcome[column]
            else:
                code, state = deal(state, cards, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                place = deck[5][code]
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
                ahead, fewest = -1, marks + 1
                for who in range(seats):
                    if to_go[who] < fewest:
                        ahead, fewest = who, to_go[who]
                    elif to_go[who] == fewest:
                        ahead = -1
                last_lead = turn if ahead != leader else last_lead
                leader = ahead
                lead_changes += (ahead >= 0) & (last_leader >= 0) & (ahead != last_leader)
                last_leader = ahead if ahead >= 0 else last_leader
            if home and (together or not finish_round):
                break
            if not together:
                seat += 1
                if seat == seats:
                    seat = 0
                    if home:
                        break
        turns_out[run], idle_out[run], home_out[run] = turn, idle, home
        last_lead_out[run], lead_changes_out[run] = last_lead, lead_changes
        if home == 0:
            winner_out[run] = STUCK if hopeless == seats else UNFINISHED
        elif leader < 0:
            winner_out[run] = TIED
        else:
            winner_out[run] = leader
