"""Whole games on a track whose squares do something, played by the thousand: the compiled inner loop.

It plays by the landings and acts that :mod:`rules` made, as the exact chain does. Where no square asks for cards it is
compiled without them, so such games pay nothing for packs.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numba import njit
from numpy.typing import NDArray

from bolometric.core.areas.trail import squares
from bolometric.core.areas.trail.rules import MOST_DRAWS, Chain
from bolometric.core.areas.trail.squares import AGAIN, MISS, SWAP
from bolometric.core.chains.race import Visits
from bolometric.core.outcomes.chance import HALF, STEP, bits, kept
from bolometric.core.outcomes.lead import CHANGES as LEAD_CHANGES
from bolometric.core.outcomes.lead import SINCE, alone_ahead, clear_lead, note_lead
from bolometric.core.outcomes.sampler import Sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch

next_ahead: Any = njit(nogil=True)(squares.next_ahead)
DRAWN_AGAIN = -1
"""In place of a landing: a total that is too much and does not count."""


@dataclass(frozen=True, slots=True)
class Ground:
    """Everything the kernel needs of the track, as flat arrays."""

    landing: NDArray[np.int16]
    """Shape (length × columns,): where each column takes a marker that it comes to rest on; DRAWN_AGAIN for none."""
    direct: NDArray[np.int16]
    """The same before jumps are followed: whose task is met."""
    acts: NDArray[np.uint8]
    """The same shape: what the square does."""
    keep: NDArray[np.uint64]
    alias: NDArray[np.int64]
    can_finish: NDArray[np.bool_]
    seats: int
    finish_round: bool


def ground(chain: Chain, sample: Sampler, seats: int, finish_round: bool) -> Ground:
    """Lay the chain's tables out by the sampler's columns."""
    landing = chain.landing if chain.again is None else np.where(chain.again, np.int16(DRAWN_AGAIN), chain.landing)
    acts = np.zeros(chain.landing.shape, np.uint8) if chain.acts is None else chain.acts
    direct = chain.landing if chain.direct is None else chain.direct
    laid = [np.ascontiguousarray(table[:, sample.outcome]).ravel() for table in (landing, direct, acts)]
    return Ground(laid[0], laid[1], laid[2], sample.keep, sample.alias, chain.can_finish, seats, finish_round)


def play(course: Ground, runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
    """Play ``runs`` games, each of at most ``most_turns`` turns. Deterministic for a given ``rng``."""
    out = Batch.empty(runs)
    _play(
        rng.integers(0, 2**64, dtype=np.uint64), course.landing, course.direct, course.acts, course.keep, course.alias,
        course.can_finish, course.seats, course.finish_round, most_turns, None,
        out.turns, out.rolls, out.winner, out.home, out.setbacks, out.last_lead, out.lead_changes,
    )  # fmt: skip
    return out


def landings(course: Ground, games: int, most_turns: int, rng: np.random.Generator) -> Visits:
    """How often the first marker comes to each square in a game, from games played."""
    out, met = Batch.empty(games), np.zeros((2, len(course.can_finish) + 1))
    _play(
        rng.integers(0, 2**64, dtype=np.uint64), course.landing, course.direct, course.acts, course.keep, course.alias,
        course.can_finish, course.seats, course.finish_round, most_turns, met,
        out.turns, out.rolls, out.winner, out.home, out.setbacks, out.last_lead, out.lead_changes,
    )  # fmt: skip
    chance = met[0, 1:] / games
    near = (met[0, 1:] + 1) / (games + 2)
    return Visits(chance, met[1, 1:] / games, float(np.sqrt(near * (1 - near) / games).max()))


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, landing, direct, acts, keep, alias, can_finish, seats, finish_round, most_turns, met,
    turns_out, rolls_out, winner_out, home_out, setbacks_out, last_lead_out, lead_changes_out,
):  # fmt: skip
    columns, length = np.uint64(len(keep)), len(can_finish)
    traps = not can_finish.all()
    place, missing, lead = np.zeros(seats, np.int64), np.zeros(seats, np.bool_), np.zeros(4, np.int64)
    seen = np.full(length + 1, -1)
    for run in range(len(turns_out)):
        place[:] = 0
        missing[:] = False
        clear_lead(lead)
        turn, seat, setbacks, rolls, home = 0, 0, 0, 0, 0
        stuck = not can_finish[0]
        while turn < most_turns and not stuck:
            turn += 1
            if missing[seat]:
                missing[seat] = False
            else:
                began, drawn = place[seat], 0
                while drawn < MOST_DRAWS:
                    state += STEP
                    wide = bits(state) * columns
                    column = kept(wide, wide >> HALF, keep[wide >> HALF], alias[wide >> HALF])
                    rolls += 1
                    old = place[seat]
                    at = np.uint64(old) * columns + column
                    new = np.int64(landing[at])
                    if new == DRAWN_AGAIN:
                        continue
                    drawn += 1
                    place[seat] = new
                    if met is not None and seat == 0 and (direct[at] != old):
                        _note(met, seen, run, np.int64(direct[at]), new)
                    act = acts[at]
                    if act == SWAP:
                        other = next_ahead(place, seat, length)
                        if other >= 0:
                            place[seat], place[other] = place[other], new
                    elif act == MISS:
                        missing[seat] = True
                    if act != AGAIN:
                        break
                setbacks += place[seat] < began
                if traps:
                    stuck = True
                    for other in range(seats):
                        stuck = stuck and place[other] < length and not can_finish[place[other]]
            note_lead(lead, alone_ahead(place, 1), turn)
            if place[seat] == length:
                home |= 1 << seat
                if not finish_round:
                    break
            seat += 1
            if seat == seats:
                seat = 0
                if home:
                    break
        turns_out[run], rolls_out[run], setbacks_out[run], home_out[run] = turn, rolls, setbacks, home
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[LEAD_CHANGES]
        if home == 0:
            winner_out[run] = STUCK if stuck else UNFINISHED
        else:
            ahead = alone_ahead(place, 1)
            winner_out[run] = TIED if ahead < 0 else ahead


@njit(nogil=True, cache=True)
def _note(met, seen, run, first, last):  # type: ignore[no-untyped-def]
    """Count a landing, and where it leads to by a jump that one too."""
    for k in range(2 if last != first else 1):
        square = first if k == 0 else last
        met[1, square] += 1
        if seen[square] != run:
            seen[square] = run
            met[0, square] += 1
