"""Whole games on a track whose squares do something, played by the thousand: the compiled inner loop.

It plays by the landings and acts that :mod:`rules` made, as the exact chain does. Where no square asks for cards it is
compiled without them, so such games pay nothing for packs.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.cards import rules as card_rules
from bolometric.core.areas.trail.cards.play import MET as CARDS_MET
from bolometric.core.areas.trail.cards.play import ROUNDS, WANTED, WIN, Asked, ask, for_a_batch, fresh_packs
from bolometric.core.areas.trail.cards.rules import AFTER_ROUNDS, AT_OUT, HOME, HOME_WITH, KEPT, MET, REPEATS
from bolometric.core.areas.trail.rules import MOST_DRAWS, TrailChain
from bolometric.core.areas.trail.squares import square as squares
from bolometric.core.areas.trail.squares.square import AGAIN as ON_AGAIN
from bolometric.core.areas.trail.squares.square import CARD, MISS, SWAP
from bolometric.core.areas.trail.visiting import visits_by_chance
from bolometric.core.chains.race import Visits
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import FIRST, FURTHER, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, bits, kept, stream
from bolometric.core.outcomes.lead import ACCOUNT, keep_lead, led_at
from bolometric.core.outcomes.sampler import Sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch
from bolometric.core.settings.loops import inner, loop

next_ahead: Any = inner(squares.next_ahead)
goes_round: Any = loop(card_rules.goes_round)
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
    asked: Asked | None = None
    """Packs of question cards, where any square asks one."""
    hopeless: bool = False
    """Whether the end can't come, whatever is drawn."""
    own: NDArray[np.int64] | None = None
    """Shape (seats, 2): where each seat's columns begin, and how many it has; None where all draw alike. Then
    ``can_finish`` holds one row after another, one a seat."""

    def squares(self) -> tuple[NDArray[np.generic], ...]:
        """The tables as the loop takes them."""
        return self.landing, self.direct, self.acts, self.keep, self.alias, self.can_finish


def ground(chain: TrailChain, sample: Sampler, seats: int, finish_round: bool, asked: Asked | None) -> Ground:
    """Lay the chain's tables out by the sampler's columns."""
    landing = chain.landing if chain.again is None else np.where(chain.again, np.int16(DRAWN_AGAIN), chain.landing)
    acts = np.zeros(chain.landing.shape, np.uint8) if chain.acts is None else chain.acts
    direct = chain.landing if chain.direct is None else chain.direct
    laid = [np.ascontiguousarray(table[:, sample.outcome]).ravel() for table in (landing, direct, acts)]
    return Ground(laid[0], laid[1], laid[2], sample.keep, sample.alias, chain.can_finish, seats, finish_round, asked)


def side_by_side(grounds: Sequence[Ground], sides: Sequence[int]) -> Ground:
    """Tracks of seats that draw each in its own way as one; ``sides`` says which of them each seat has."""
    widths = [len(one.keep) for one in grounds]
    begins = np.cumsum([0, *widths])[:-1]

    def joined(tables: Sequence[NDArray[Any]]) -> NDArray[Any]:
        wide = [table.reshape(-1, width) for table, width in zip(tables, widths, strict=True)]
        return np.ascontiguousarray(np.concatenate(wide, axis=1)).ravel()

    return replace(
        grounds[0],
        landing=joined([one.landing for one in grounds]),
        direct=joined([one.direct for one in grounds]),
        acts=joined([one.acts for one in grounds]),
        keep=np.concatenate([one.keep for one in grounds]),
        alias=np.concatenate([one.alias + begin for one, begin in zip(grounds, begins.tolist(), strict=True)]),
        can_finish=np.concatenate([grounds[side].can_finish for side in sides]),
        own=np.array([(begins[side], widths[side]) for side in sides]),
    )


def play(course: Ground, runs: int, most_turns: int, rng: np.random.Generator, book: Book | None = None) -> Batch:
    """Play ``runs`` games, each of at most ``most_turns`` turns. Deterministic for a given ``rng``."""
    return _played(course, runs, most_turns, rng, None, book)


def landings(course: Ground, games: int, most_turns: int, rng: np.random.Generator) -> Visits:
    """How often the first marker comes to each square in a game, from games played."""
    return visits_by_chance(
        lambda runs, rng, met: _played(course, runs, most_turns, rng, met).rolls.sum(),
        len(course.can_finish),
        games,
        rng,
    )


def _played(
    course: Ground,
    runs: int,
    most_turns: int,
    rng: np.random.Generator,
    met: NDArray[np.float64] | None,
    book: Book | None = None,
) -> Batch:
    out, asked = Batch.empty(runs), course.asked
    if course.hopeless:
        most_turns = 0  # nothing is gained by playing on
    packs = 0 if asked is None else len(asked.right)
    kept, cards = np.zeros((runs, course.seats), np.int64), np.zeros((runs, packs + 1), np.int64)
    state = rng.integers(0, 2**64, dtype=np.uint64)

    def loop(codes: Whole | None, ends: Whole | None) -> None:
        fresh = for_a_batch(asked)
        plain = None if fresh is None else tuple(fresh)  # of no class of ours: code compiled before stays readable
        _play(
            state,
            course.squares(),
            course.own,
            course.seats,
            course.finish_round,
            most_turns,
            met,
            plain,
            codes,
            ends,
            out.columns(),
            (kept, cards),
        )

    noted(book, loop)
    if course.hopeless:
        out.winner[:] = STUCK
    if asked is None:
        return out
    own = {f"{KEPT}{seat + 1}": kept[:, seat].astype(float) for seat in range(course.seats)}
    own |= {f"{MET}{pack + 1}": cards[:, pack].astype(float) for pack in range(packs)}
    return replace(out, own={**own, REPEATS: cards[:, -1].astype(float)})


@loop
def _play(  # type: ignore[no-untyped-def]
    state, squares, own, seats, finish_round, most_turns, met, asked, codes, note_ends, out, by_cards_out
):
    turns_out, rolls_out, winner_out, home_out, setbacks_out, last_lead_out, lead_changes_out, half_lead_out = out
    landing, direct, acts, keep, alias, can_finish = squares
    kept_out, cards_out = by_cards_out
    columns, length = np.uint64(len(keep)), len(can_finish) // (1 if own is None else seats)
    first, width = np.uint64(0), columns
    traps, win = not can_finish.all(), HOME
    if asked is not None:
        _, _, _, rules, counts, _, kept_cards = asked
        win = rules[WIN]
        traps = traps and win != AT_OUT and win != AFTER_ROUNDS
    by_cards = win != HOME and win != HOME_WITH
    place, missing, seen = np.zeros(seats, np.int64), np.zeros(seats, np.bool_), np.full(length + 1, -1)
    lead, noted_at, origin = np.zeros(ACCOUNT, np.int64), 0, state
    standing = kept_cards if asked is not None and by_cards else place
    for run in range(len(turns_out)):
        state = stream(origin, run)
        for one in range(seats):
            place[one], missing[one] = 0, False
        turn, seat, setbacks, rolls, home = 0, 0, 0, 0, 0
        leader, last_leader, last_lead, lead_changes, told = -1, -1, 0, 0, 0
        keep_lead(lead, 0, 0, -1)
        stuck, ended = traps and _all_stuck(place, can_finish, own is not None, length), False
        if asked is not None:
            fresh_packs(counts, kept_cards)
        while turn < most_turns and not stuck:
            turn += 1
            if missing[seat]:
                missing[seat] = False
            else:
                began, drawn = place[seat], 0
                if own is not None:
                    first, width = np.uint64(own[seat, 0]), np.uint64(own[seat, 1])
                while drawn < MOST_DRAWS:
                    state += STEP
                    wide = bits(state) * width
                    column = first + (wide >> HALF)
                    column = kept(wide, column, keep[column], alias[column])
                    rolls += 1
                    old = place[seat]
                    at = np.uint64(old) * columns + column
                    noted_at = note(codes, noted_at, FURTHER if drawn else FIRST, np.int64(column), old, seat)
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
                    elif asked is not None and act == CARD:
                        state, lost, over, noted_at = ask(state, asked, seat, new, run, codes, noted_at)
                        ended = ended or over
                        place[seat] = old if lost else new
                    if act != ON_AGAIN:
                        break
                setbacks += place[seat] < began
                stuck = traps and _all_stuck(place, can_finish, own is not None, length)
            # Who is ahead, kept in registers and without branches, as in the plain race.
            ahead, top = -1, -1
            for other in range(seats):
                here = standing[other]
                ahead = other if here > top else -1 if here == top else ahead
                top = here if here > top else top
            last_lead = turn if ahead != leader else last_lead
            told += ahead != leader
            keep_lead(lead, told, last_lead, ahead)
            lead_changes += (ahead >= 0) & (last_leader >= 0) & (ahead != last_leader)
            leader, last_leader = ahead, ahead if ahead >= 0 else last_leader
            if place[seat] == length:
                if asked is not None and goes_round(win, kept_cards[seat], rules[WANTED]):
                    place[seat] = 0
                else:
                    home |= 1 << seat
            last = seat == seats - 1
            if asked is not None and win == AFTER_ROUNDS and last and turn >= rules[ROUNDS] * seats:
                ended = True
            if ended or (home and (last or not finish_round)):
                break
            seat = 0 if last else seat + 1
        turns_out[run], rolls_out[run], setbacks_out[run] = turn, rolls, setbacks
        end_notes(note_ends, run, noted_at)
        last_lead_out[run], lead_changes_out[run] = last_lead, lead_changes
        half_lead_out[run] = led_at(lead, told, turn // 2)
        if asked is not None:
            for one in range(len(kept_cards)):  # one by one: compiled, a slice costs as much as some turns
                kept_out[run, one] = kept_cards[one]
            for pack in range(len(counts)):
                cards_out[run, pack] = counts[pack, CARDS_MET]
            if ended or (home and by_cards):
                home = _most(kept_cards)
        home_out[run], winner_out[run] = home, _winner(home, seats, stuck)


@inner
def _all_stuck(place, can_finish, own, length):  # type: ignore[no-untyped-def]
    """Whether nobody can get home any more. Swapping changes who stands where, not where there is somebody."""
    row = 0
    for square in place:
        if square == length or can_finish[row + square]:
            return False
        row += length * own
    return True


@loop
def _most(kept):  # type: ignore[no-untyped-def]
    """The seats with most cards, as bits."""
    best = 0
    for seat in range(len(kept)):
        best |= (kept[seat] == kept.max()) << seat
    return best


@inner
def _winner(home, seats, stuck):  # type: ignore[no-untyped-def]
    """The seat that alone is among those who win, or a code."""
    if home == 0:
        return STUCK if stuck else UNFINISHED
    for seat in range(seats):
        if home == 1 << seat:
            return seat
    return TIED


@inner
def _note(met, seen, run, first, last):  # type: ignore[no-untyped-def]
    """Count a landing, and where it leads to by a jump that one too."""
    for k in range(2 if last != first else 1):
        square = first if k == 0 else last
        met[1, square] += 1
        if seen[square] != run:
            seen[square] = run
            met[0, square] += 1
