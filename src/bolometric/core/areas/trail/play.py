"""Whole games on a trail, played by the thousand: the compiled inner loop of the runs.

The kernel takes plain arrays, reads no global and owns no policy; it plays by the table that
:mod:`rules` made, the same one the exact chain is built from. Its random state is drawn from the ``numpy``
generator handed in.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail import rules
from bolometric.core.areas.trail.daring.stopping import StoppingPolicy
from bolometric.core.areas.trail.rules import LOST, TrailChain
from bolometric.core.areas.trail.visiting import visits_by_chance
from bolometric.core.chains.race import Visits
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import DECIDE, FIRST, FURTHER, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, bits, kept, part, stream
from bolometric.core.outcomes.deck import Dealing, Deck, deal, dealt, shuffle
from bolometric.core.outcomes.lead import ACCOUNT, keep_lead, led_at
from bolometric.core.outcomes.sampler import Sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch
from bolometric.core.settings.loops import loop

turn_over = loop(rules.turn_over)
AGAIN = -1
LONGEST_WALK = 20_000
"""Draws after which a way home is given up."""


class Stopping(NamedTuple):
    """When turns of several draws end."""

    ends: NDArray[np.uint8]
    """Shape (columns,): what each column does to the turn."""
    go: NDArray[np.float32]
    """Shape (policies, steps · steps): the chance of going on in a turn begun at one place, now at another."""
    most: NDArray[np.int64]
    """Shape (policies,): draws after which a turn ends."""
    policy: NDArray[np.int64]
    """Shape (seats,): which of the policies a seat has."""


@dataclass(frozen=True, slots=True)
class Course:
    """Everything the kernel needs, as flat arrays."""

    landing: NDArray[np.int16]
    """Shape (length × columns,): where each column takes a marker; AGAIN if it does not count."""
    keep: NDArray[np.uint64]
    alias: NDArray[np.int64]
    can_finish: NDArray[np.bool_]
    seats: int
    finish_round: bool
    deck: Dealing | None = None
    """For draws that remember: the column of each code. The kernel is compiled with or without it, so that games
    without one pay nothing for it; so it is with ``stopping``."""
    stopping: Stopping | None = None
    """For turns of several draws."""
    own: NDArray[np.int64] | None = None
    """Shape (seats, 2): where each seat's columns begin, and how many it has; None where all draw alike. Then
    ``can_finish`` holds one row after another, one a seat."""


def course(chain: TrailChain, sample: Sampler, seats: int, finish_round: bool) -> Course:
    """Lay the chain's table out by the sampler's columns."""
    landing = chain.landing if chain.again is None else np.where(chain.again, np.int16(AGAIN), chain.landing)
    landing = np.ascontiguousarray(landing[:, sample.outcome]).ravel()
    return Course(landing, sample.keep, sample.alias, chain.can_finish, seats, finish_round)


def side_by_side(courses: Sequence[Course], sides: Sequence[int]) -> Course:
    """Courses of seats that draw each in its own way as one; ``sides`` says which of them each seat has."""
    widths = [len(one.keep) for one in courses]
    begins = np.cumsum([0, *widths])[:-1]
    tables = [one.landing.reshape(-1, width) for one, width in zip(courses, widths, strict=True)]
    alias = np.concatenate([one.alias + begin for one, begin in zip(courses, begins.tolist(), strict=True)])
    return replace(
        courses[0],
        landing=np.ascontiguousarray(np.concatenate(tables, axis=1)).ravel(),
        keep=np.concatenate([one.keep for one in courses]),
        alias=alias,
        can_finish=np.concatenate([courses[side].can_finish for side in sides]),
        seats=len(sides),
        stopping=_stopping_side_by_side([one.stopping for one in courses if one.stopping is not None], sides),
        own=np.array([(begins[side], widths[side]) for side in sides]),
    )


def _stopping_side_by_side(parts: Sequence[Stopping], sides: Sequence[int]) -> Stopping | None:
    """Each of these knows the policies of all seats by its own draws: every seat takes those of its side."""
    if not parts:
        return None
    first = np.cumsum([0, *(len(one.most) for one in parts)])
    return Stopping(
        np.concatenate([one.ends for one in parts]),
        np.concatenate([one.go for one in parts]),
        np.concatenate([one.most for one in parts]),
        np.array([first[side] + parts[side].policy[seat] for seat, side in enumerate(sides)]),
    )


def with_deck(
    course: Course, chain: TrailChain, deck: Deck, place: NDArray[np.int64], special: NDArray[np.bool_]
) -> Course:
    """A course with draws that remember; ``place`` and ``special`` say which total each outcome makes."""
    landing = np.ascontiguousarray(chain.landing).ravel()
    columns = np.append(chain.column[place, special.astype(np.int64)], -1)  # an index of -1 finds the last
    keep = np.full(chain.landing.shape[1], 2**32, np.uint64)
    stopping = None if course.stopping is None else course.stopping._replace(ends=chain.turn)
    dealt_out = deck.dealing(columns[deck.index])
    alias = np.arange(len(keep))
    return replace(course, landing=landing, keep=keep, alias=alias, deck=dealt_out, stopping=stopping)


def with_stopping(
    course: Course, chain: TrailChain, outcome: NDArray[np.int64], policies: Sequence[StoppingPolicy]
) -> Course:
    """A course with turns of several draws, by one policy a seat; ``outcome`` lays the columns out."""
    different = list(dict.fromkeys(map(id, policies)))
    kept = [next(policy for policy in policies if id(policy) == one) for one in different]
    go = np.stack([policy.go.ravel() for policy in kept])
    most = np.array([policy.most for policy in kept])
    seats = np.array([different.index(id(policy)) for policy in policies])
    return replace(course, stopping=Stopping(chain.turn[outcome], go, most, seats))


def walk(course: Course, walks: int, rng: np.random.Generator) -> Visits:
    """How often each step is landed on, from ways home taken by chance; the other seats draw in between."""

    def part(runs: int, rng: np.random.Generator, times: NDArray[np.float64]) -> int:
        drawn: int = _walk(
            rng.integers(0, 2**64, dtype=np.uint64),
            course.landing,
            course.keep,
            course.alias,
            course.can_finish,
            course.seats,
            course.deck,
            runs,
            LONGEST_WALK,
            times,
        )
        return drawn

    return visits_by_chance(part, len(course.can_finish), walks, rng)


def play(course: Course, runs: int, most_turns: int, rng: np.random.Generator, book: Book | None = None) -> Batch:
    """Play ``runs`` games, each of at most ``most_turns`` turns. Deterministic for a given ``rng``."""
    out = Batch.empty(runs)
    state = rng.integers(0, 2**64, dtype=np.uint64)

    def loop(codes: Whole | None, ends: Whole | None) -> None:
        _play(
            state,
            course.landing,
            course.keep,
            course.alias,
            course.can_finish,
            course.seats,
            course.finish_round,
            course.deck,
            course.stopping,
            course.own,
            codes,
            ends,
            most_turns,
            out.columns(),
        )

    noted(book, loop)
    return out


MOST_AGAIN = 5
"""Draws for each turn of the longest game that may be played, at most, where what does not fit is drawn again: ten dice
may have to be rolled a million times for the fifteen that one is from home, and a game under way can't be given up."""


@loop
def _play(  # type: ignore[no-untyped-def]
    state, landing, keep, alias, can_finish, seats, finish_round, deck, stopping, own, codes, note_ends, most_turns, out
):
    turns_out, rolls_out, winner_out, home_out, setbacks_out, last_lead_out, lead_changes_out, half_lead_out = out
    columns, length, row = np.uint64(len(keep)), len(can_finish) // (1 if own is None else seats), 0
    first, width = np.uint64(0), columns
    traps, uneven = not can_finish.all(), (keep <= np.uint64(0xFFFFFFFF)).any()
    place, lead, at = np.zeros(seats, np.int64), np.zeros(ACCOUNT, np.int64), 0
    if deck is not None:
        left, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    origin = state
    for run in range(len(turns_out)):
        state = stream(origin, run)
        place[:] = 0
        if deck is not None:
            shuffle(left, counts, deck)
        turn, seat, setbacks, rolls, home = 0, 0, 0, 0, 0
        hopeless = seats - can_finish[::length].sum() if own is not None else 0 if can_finish[0] else seats
        top, leader, last_leader, last_lead, lead_changes, told = 0, -1, -1, 0, 0, 0
        keep_lead(lead, 0, 0, -1)
        while turn < most_turns and hopeless < seats:
            turn += 1
            old = new = place[np.uint64(seat)]
            if own is not None:
                row, first, width = seat * length, np.uint64(own[seat, 0]), np.uint64(own[seat, 1])
            if stopping is not None:
                drawn, policy = 0, stopping.policy[seat]
            # One turn: a single draw, or draw after draw until the rules or the seat's policy end it.
            while True:
                if deck is None:
                    state += STEP
                    wide = bits(state) * width
                    column = first + (wide >> HALF)
                    if uneven:
                        column = kept(wide, column, keep[column], alias[column])
                else:
                    column = np.uint64(deck.codes[deal(state, left, counts, deck)])
                    state += moves_on
                rolls += 1
                if stopping is None:
                    at = note(codes, at, FIRST, np.int64(column), old, seat)
                    new = np.int64(landing[np.uint64(old) * columns + column])
                    if new == AGAIN:
                        if rolls < most_turns * MOST_AGAIN:
                            continue
                        new, turn = old, turn if home else most_turns
                    break
                at = note(codes, at, FURTHER if drawn else FIRST, np.int64(column), new, seat)
                drawn += 1
                ends = stopping.ends[column]
                new = old if ends == LOST else np.int64(landing[np.uint64(new) * columns + column])
                if turn_over(ends, new, length, drawn, stopping.most[policy]):
                    break
                at = note(codes, at, DECIDE, old, new, seat)
                go = stopping.go[policy, old * length + new]
                if go < 1:
                    if go <= 0:
                        break
                    state += STEP
                    if part(state) >= go:
                        break
            place[np.uint64(seat)] = new
            setbacks += new < old
            if traps and can_finish[row + old] and new < length and not can_finish[row + new]:
                hopeless += 1

            # Who is ahead alone changes only if the one who moved comes up to the top or leaves it. Found in registers,
            # without branches, which nobody can predict here: an account kept in memory takes half as long again.
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
            if ahead != leader:
                leader, last_lead, told = ahead, turn, told + 1
                keep_lead(lead, told, turn, ahead)
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

        turns_out[run], rolls_out[run], setbacks_out[run], last_lead_out[run] = turn, rolls, setbacks, last_lead
        end_notes(note_ends, run, at)
        home_out[run], lead_changes_out[run], half_lead_out[run] = home, lead_changes, led_at(lead, told, turn // 2)
        nobody = STUCK if hopeless == seats else UNFINISHED
        winner_out[run] = nobody if home == 0 else TIED if leader < 0 else leader


@loop
def _walk(  # type: ignore[no-untyped-def]
    state, landing, keep, alias, can_finish, seats, deck, walks, most_draws, times
):
    columns, length, drawn = np.uint64(len(keep)), len(can_finish), 0
    seen = np.full(length + 1, -1)
    if deck is not None:
        left, counts, moves_on = deck.full.copy(), deck.whole.copy(), dealt(deck)
    for walk in range(walks):
        if deck is not None:
            shuffle(left, counts, deck)
        here = 0
        for draw in range(most_draws):
            if here == length or not can_finish[here]:
                break
            drawn += 1
            if deck is None:
                state += STEP
                wide = bits(state) * columns
                column = kept(wide, wide >> HALF, keep[wide >> HALF], alias[wide >> HALF])
            else:
                column = np.uint64(deck.codes[deal(state, left, counts, deck)])
                state += moves_on
                if draw % seats:
                    continue  # another seat's card
            there = np.int64(landing[np.uint64(here) * columns + column])
            if there == AGAIN:
                continue
            if there != here:
                times[1, there] += 1
                if seen[there] != walk:
                    seen[there] = walk
                    times[0, there] += 1
            here = there
    return drawn
