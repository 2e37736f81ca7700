"""Whole games on a trail, played by the thousand: the compiled inner loop of the runs.

The kernel takes plain arrays, reads no global and owns no policy; it plays by the table that
:mod:`rules` made, the same one the exact chain is built from. Its random numbers are SplitMix64 (Steele,
Lea and Flood, *OOPSLA* 2014) from a state drawn from the ``numpy`` generator handed in: one word that fits
a register, where a call for each turn would cost more than the turn. Only the upper half of its last,
unshifted product is used. Picking a column by multiplying 32 random bits errs by less than one part in a
million for any table made here.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numba import njit
from numpy.typing import NDArray

from bolometric.core.areas.trail.rules import Chain
from bolometric.core.areas.trail.stopping import StoppingPolicy
from bolometric.core.chains.race import Visits
from bolometric.core.outcomes.deck import Deck, deal, shuffle
from bolometric.core.outcomes.sampler import Sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch

LONGEST_WALK = 20_000
"""Draws after which a way home is given up."""


@dataclass(frozen=True, slots=True)
class Course:
    """Everything the kernel needs, as flat arrays."""

    landing: NDArray[np.int16]
    """Shape (length × columns,): where each column takes a marker."""
    keep: NDArray[np.uint64]
    alias: NDArray[np.int64]
    can_finish: NDArray[np.bool_]
    seats: int
    finish_round: bool
    deck: tuple[Any, ...] | None = None
    """For draws that remember: what :func:`deal` takes, and the column of each code. The kernel is compiled with or
    without it, so that games without one pay nothing for it; so it is with ``stopping_rule``."""
    stopping_rule: tuple[Any, ...] | None = None
    """For turns of several draws: what each column does to the turn, shape (columns,); the chance of going on by
    policy, shape (policies, steps · steps); draws after which a turn ends, by policy; the policy of each seat."""


def course(chain: Chain, sample: Sampler, seats: int, finish_round: bool) -> Course:
    """Lay the chain's table out by the sampler's columns."""
    landing = np.ascontiguousarray(chain.landing[:, sample.outcome]).ravel()
    return Course(landing, sample.keep, sample.alias, chain.can_finish, seats, finish_round)


def with_deck(course: Course, chain: Chain, deck: Deck, place: NDArray[np.int64], special: NDArray[np.bool_]) -> Course:
    """The same course with draws that remember; ``place`` and ``special`` say which total each outcome makes."""
    landing = np.ascontiguousarray(chain.landing).ravel()
    columns = np.append(chain.column[place, special.astype(np.int64)], -1)  # an index of -1 finds the last
    keep = np.full(chain.landing.shape[1], 2**32, np.uint64)
    stopping_rule = None if course.stopping_rule is None else (chain.turn, *course.stopping_rule[1:])
    dealt = (*deck.parts, columns[deck.index])
    return replace(
        course, landing=landing, keep=keep, alias=np.arange(len(keep)), deck=dealt, stopping_rule=stopping_rule
    )


def with_stopping(
    course: Course, chain: Chain, outcome: NDArray[np.int64], policies: Sequence[StoppingPolicy]
) -> Course:
    """The same course with turns of several draws, by one policy a seat; ``outcome`` lays the columns out."""
    different = list(dict.fromkeys(map(id, policies)))
    kept = [next(policy for policy in policies if id(policy) == one) for one in different]
    go = np.stack([policy.go.ravel() for policy in kept])
    most = np.array([policy.most for policy in kept])
    seats = np.array([different.index(id(policy)) for policy in policies])
    return replace(course, stopping_rule=(chain.turn[outcome], go, most, seats))


def walk(course: Course, walks: int, rng: np.random.Generator) -> Visits:
    """How often each step is landed on, from ways home taken by chance; the other seats draw in between."""
    times = np.zeros((2, len(course.can_finish) + 1))
    _walk(
        rng.integers(0, 2**64, dtype=np.uint64), course.landing, course.keep, course.alias, course.can_finish,
        course.seats, course.deck, walks, LONGEST_WALK, times,
    )  # fmt: skip
    chance = times[0, 1:] / walks
    near = (times[0, 1:] + 1) / (walks + 2)
    return Visits(chance, times[1, 1:] / walks, float(np.sqrt(near * (1 - near) / walks).max()))


def play(course: Course, runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
    """Play ``runs`` games, each of at most ``most_turns`` turns. Deterministic for a given ``rng``."""
    out = Batch.empty(runs)
    state = rng.integers(0, 2**64, dtype=np.uint64)
    _play(
        state, course.landing, course.keep, course.alias, course.can_finish, course.seats, course.finish_round,
        course.deck, course.stopping_rule,
        most_turns, out.turns, out.rolls, out.winner, out.home, out.setbacks, out.last_lead, out.lead_changes,
    )  # fmt: skip
    return out


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, landing, keep, alias, can_finish, seats, finish_round,
    deck, stopping_rule, most_turns, turns_out, rolls_out, winner_out, home_out, setbacks_out, last_lead_out, lead_changes_out,
):  # fmt: skip
    columns, length = np.uint64(len(keep)), len(can_finish)
    low_bits = np.uint64(0xFFFFFFFF)
    traps, uneven = not can_finish.all(), (keep <= low_bits).any()
    place = np.zeros(seats, np.int64)
    if deck is not None:
        left, counts = deck[0].copy(), deck[1].copy()
    for run in range(len(turns_out)):
        place[:] = 0
        if deck is not None:
            shuffle(left, counts, deck[0], deck[1])
        turn, seat, setbacks, last_lead, lead_changes, rolls = 0, 0, 0, 0, 0, 0
        home, hopeless = 0, 0 if can_finish[0] else seats
        top, leader, last_leader = 0, -1, -1
        while turn < most_turns and hopeless < seats:
            turn += 1
            old = place[seat]
            new = old
            if stopping_rule is not None:
                drawn, policy = 0, stopping_rule[3][seat]
            while True:
                if deck is None:
                    state += np.uint64(0x9E3779B97F4A7C15)
                    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                    wide = (bits >> np.uint64(32)) * columns
                    column = wide >> np.uint64(32)
                    if uneven and (wide & low_bits) >= keep[column]:
                        column = np.uint64(alias[column])
                else:
                    code, state = deal(state, left, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                    column = np.uint64(deck[5][code])
                if stopping_rule is None:
                    new = np.int64(landing[np.uint64(old) * columns + column])
                    break
                rolls += 1
                drawn += 1
                if stopping_rule[0][column] == 2:
                    new = old
                    break
                new = np.int64(landing[np.uint64(new) * columns + column])
                if stopping_rule[0][column] == 1 or new == length or drawn >= stopping_rule[2][policy]:
                    break
                go = stopping_rule[1][policy, old * length + new]
                if go <= 0:
                    break
                if go < 1:
                    state += np.uint64(0x9E3779B97F4A7C15)
                    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                    if np.float64(bits >> np.uint64(32)) * 2.0**-32 >= go:
                        break
            place[seat] = new
            setbacks += new < old
            if traps and can_finish[old] and new < length and not can_finish[new]:
                hopeless += 1

            # Who is ahead alone changes only if the one who moved comes up to the top or leaves it. Written
            # without branches, which nobody can predict here: they would take longer than all the rest.
            ahead = leader
            if old == top and new < top:
                top, ahead = -1, -1
                for other in range(seats):
                    if place[other] > top:
                        top, ahead = place[other], other
                    elif place[other] == top:
                        ahead = -1
            ahead = -1 if new == top and new > old else ahead
            ahead = seat if new > top else ahead
            top = new if new > top else top
            last_lead = turn if ahead != leader else last_lead
            leader = ahead
            lead_changes += (ahead >= 0) & (last_leader >= 0) & (ahead != last_leader)
            last_leader = ahead if ahead >= 0 else last_leader

            if new == length:
                home |= 1 << seat
                if not finish_round:
                    break
            seat += 1
            if seat == seats:
                seat = 0
                if home:
                    break

        turns_out[run], setbacks_out[run], last_lead_out[run] = turn, setbacks, last_lead
        rolls_out[run] = turn if stopping_rule is None else rolls
        home_out[run], lead_changes_out[run] = home, lead_changes
        if home == 0:
            winner_out[run] = STUCK if hopeless == seats else UNFINISHED
        elif leader < 0:
            winner_out[run] = TIED
        else:
            winner_out[run] = leader


@njit(nogil=True, cache=True)
def _walk(  # type: ignore[no-untyped-def]
    state, landing, keep, alias, can_finish, seats, deck, walks, most_draws, times
):
    columns, length = np.uint64(len(keep)), len(can_finish)
    low_bits = np.uint64(0xFFFFFFFF)
    seen = np.full(length + 1, -1)
    if deck is not None:
        left, counts = deck[0].copy(), deck[1].copy()
    for walk in range(walks):
        if deck is not None:
            shuffle(left, counts, deck[0], deck[1])
        here = 0
        for draw in range(most_draws):
            if here == length or not can_finish[here]:
                break
            if deck is None:
                state += np.uint64(0x9E3779B97F4A7C15)
                bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                wide = (bits >> np.uint64(32)) * columns
                column = wide >> np.uint64(32)
                if (wide & low_bits) >= keep[column]:
                    column = np.uint64(alias[column])
            else:
                code, state = deal(state, left, counts, deck[0], deck[1], deck[2], deck[3], deck[4])
                if draw % seats:
                    continue  # another seat's card
                column = np.uint64(deck[5][code])
            there = np.int64(landing[np.uint64(here) * columns + column])
            if there != here:
                times[1, there] += 1
                if seen[there] != walk:
                    seen[there] = walk
                    times[0, there] += 1
            here = there
