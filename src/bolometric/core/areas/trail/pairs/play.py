"""Whole games in which seats heed each other: totals that move either marker, and daring to win.

A kernel of its own, so that races in which seats do not meet stay quick.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.trail.daring.stopping import policy_of, to_win
from bolometric.core.areas.trail.pairs.best_response import plan_of_seat, stacked
from bolometric.core.areas.trail.pairs.exact import for_ever
from bolometric.core.areas.trail.pairs.mover import gives_away, how
from bolometric.core.areas.trail.play import turn_over
from bolometric.core.areas.trail.rules import LOST, TAKEN, compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.visiting import visits_by_chance
from bolometric.core.chains.race import Visits
from bolometric.core.game.document import Game
from bolometric.core.learner_work.note_writer import end_notes, note
from bolometric.core.learner_work.trace import DECIDE, FIRST, FURTHER, Book, Whole, noted
from bolometric.core.outcomes.chance import HALF, STEP, below, bits, kept, part
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
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch, Player
from bolometric.core.settings.loops import inner, loop

Array = NDArray[np.float64]


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    play = _laid_out(game)

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        return play(runs, most_turns, rng, book, None)

    return batch


def landings(game: Game, games: int, most_turns: int, rng: np.random.Generator) -> Visits:
    """How often the first seat's marker lands on each step in a game."""
    play, steps = _laid_out(game), compile_chain(game.area_as(Trail), game.distribution).length
    return visits_by_chance(
        lambda runs, rng, landed: play(runs, most_turns, rng, None, landed).rolls.sum(), steps, games, rng
    )


def _laid_out(game: Game) -> Callable[[int, int, np.random.Generator, Book | None, Array | None], Batch]:
    """Plays a number of games; adds in how many the first marker lands on each step, and how often in all."""
    trail, seats = game.area_as(Trail), game.seats.count
    chain = compile_chain(trail, game.distribution)
    sample = sampler(chain.ways, 4096)
    styles = [game.seats.style(seat) for seat in range(seats)]
    plans = [plan_of_seat(game, seat) if style.choose == "plan" else None for seat, style in enumerate(styles)]
    gives = stacked([None if plan is None else plan.gives for plan in plans])
    to_stop = stacked([None if plan is None else plan.go for plan in plans])
    modes = np.array([how(style, trail.per_one) for style in styles])
    go = most = None
    planned = np.array([to_win(trail, style) for style in styles])
    if trail.go_on == "dare":
        policies = [policy_of(trail, game.distribution, style) for style in styles]
        go = np.stack([policy.go.ravel() for policy in policies])
        most = np.array([policy.most for policy in policies])
    drawn: tuple[NDArray[Any], ...] = (sample.outcome, sample.keep, sample.alias)
    landing = chain.own_and_theirs
    endless = for_ever(game)

    def play(runs: int, most_turns: int, rng: np.random.Generator, book: Book | None, landings: Array | None) -> Batch:
        out, landed = Batch.empty(runs), np.zeros((2, chain.length + 1)) if landings is None else landings
        state = rng.integers(0, 2**64, dtype=np.uint64)

        def loop(codes: Whole | None, ends: Whole | None) -> None:
            _play(
                state,
                drawn,
                landing,
                chain.turn,
                chain.whoever_moves[0],
                endless,
                seats,
                trail.finish == "finish_round",
                trail.sign,
                trail.chooses_mover,
                gives,
                go,
                most,
                (modes, planned, to_stop),
                most_turns,
                codes,
                ends,
                out.columns(),
                landed,
            )

        noted(book, loop)
        return out

    return play


@loop
def _play(  # type: ignore[no-untyped-def]
    state,
    drawn,
    landing,
    ends_of,
    can_finish,
    endless,
    seats,
    finish_round,
    sign,
    either,
    gives,
    go,
    most,
    styles,
    most_turns,
    codes,
    note_ends,
    out,
    landed,
):
    turns_out, rolls_out, winner_out, home_out, setbacks_out, last_lead_out, lead_changes_out, half_lead_out = out
    outcome, keep, alias = drawn
    modes, planned, to_win = styles
    columns, steps = np.uint64(len(keep)), landing.shape[1]
    place, seen, lead = np.zeros(seats, np.int64), np.full(steps + 1, -1), np.zeros(ACCOUNT, np.int64)
    at = 0
    for run in range(len(turns_out)):
        place[:] = 0
        turn, seat, rolls, setbacks, home = 0, 0, 0, 0, 0
        clear_lead(lead)
        stuck = not can_finish[0] or (endless.size > 0 and endless[0, 0, 0])
        while turn < most_turns and not stuck:
            turn += 1
            other = seat + 1 if seat + 1 < seats else 0
            old, new, who, count = place[seat], place[seat], seat, 0
            while True:
                state += STEP
                wide = bits(state) * columns
                column = outcome[kept(wide, wide >> HALF, keep[wide >> HALF], alias[wide >> HALF])]
                rolls += 1
                count += 1
                # One draw a turn: whose marker it moves is chosen, by chance, by what is better, or by the plan.
                if go is None:
                    if either and place[other] < steps and place[seat] < steps:  # whoever is home has no choice
                        at = note(codes, at, DECIDE, place[seat], place[other], seat)
                        given = gives_away(modes[seat], sign, landing, place[seat], place[other], column, gives[seat])
                        if given == 0.5:
                            state += STEP
                            given = np.float64(below(state, 2))
                        who = other if given > 0.5 else seat
                    old = place[who]
                    gives_up = np.int64(who != seat)
                    at = note(codes, at, FIRST, column, old + gives_up * TAKEN, seat)
                    new = landing[gives_up, old, column] if old < steps else old
                    break
                # Several draws a turn: whoever plays to win heeds the other's marker when it may stop.
                at = note(codes, at, FIRST if count == 1 else FURTHER, column, new, seat)
                ends = ends_of[column]
                new = old if ends == LOST else landing[0, new, column]
                if turn_over(ends, new, steps, count, most[seat]):
                    break
                at = note(codes, at, DECIDE, old, new, seat)
                if planned[seat]:
                    if to_win[seat, place[other], old, new] == 0:
                        break
                else:
                    state += STEP
                    if part(state) >= go[seat, old * steps + new]:
                        break
            place[who] = new
            setbacks += new < old
            # The first marker's landings, for the heat of the board.
            if who == 0 and new != old:
                landed[1, new] += 1
                if seen[new] != run:
                    seen[new] = run
                    landed[0, new] += 1
            note_lead(lead, alone_ahead(place, 1), turn)
            # Any marker may have come home, or have been put where it can never get there.
            home |= _home(place, steps)
            stuck = home == 0 and not _may_finish(place, can_finish)
            if home and not finish_round:
                break
            seat += 1
            if seat == seats:
                seat = 0
                if home:
                    break
            if endless.size > 0 and endless[seat, place[0], place[1]]:
                stuck = True
        turns_out[run], rolls_out[run], setbacks_out[run], home_out[run] = turn, rolls, setbacks, home
        end_notes(note_ends, run, at)
        last_lead_out[run], lead_changes_out[run] = lead[SINCE], lead[CHANGES]
        half_lead_out[run] = led_at(lead, lead[TOLD], turn // 2)
        if home == 0:
            winner_out[run] = STUCK if stuck else UNFINISHED
        else:
            winner_out[run] = TIED if lead[LEADER] < 0 else lead[LEADER]


@inner
def _home(place, steps):  # type: ignore[no-untyped-def]
    """Who is home, seat k as bit k."""
    home = 0
    for seat in range(len(place)):
        home |= (place[seat] == steps) << seat
    return home


@inner
def _may_finish(place, can_finish):  # type: ignore[no-untyped-def]
    """Whether anybody, none of whom is home, may get there yet."""
    found = False
    for seat in range(len(place)):
        found |= can_finish[place[seat]]
    return found
