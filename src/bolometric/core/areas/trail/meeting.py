"""Whole games in which seats heed each other: totals that move either marker, and daring to win.

A kernel of its own, so that races in which seats do not meet stay quick. Random numbers are SplitMix64, as there.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from numba import njit
from numpy.typing import NDArray

from bolometric.core.areas.trail.against import against
from bolometric.core.areas.trail.rules import compile_chain
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.stopping import policy_of, to_win
from bolometric.core.chains.race import Visits
from bolometric.core.game.document import Game
from bolometric.core.outcomes.sampler import sampler
from bolometric.core.results.batch import STUCK, TIED, UNFINISHED, Batch, Player

Array = NDArray[np.float64]
GUESS, GREEDY, PLANNED = 0, 1, 2
"""How a seat chooses whom a total moves."""


def how(choose: str) -> int:
    """How a style chooses whom a total moves."""
    return {"guess": GUESS, "thumb": GREEDY, "plan": PLANNED}[choose]


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    play = _laid_out(game)

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        return play(runs, most_turns, rng)[0]

    return batch


def landings(game: Game, runs: int, most_turns: int, rng: np.random.Generator) -> Visits:
    """How often the first seat's marker lands on each step in a game."""
    _, landed = _laid_out(game)(runs, most_turns, rng)
    chance, near = landed[0, 1:] / runs, (landed[0, 1:] + 1) / (runs + 2)
    return Visits(chance, landed[1, 1:] / runs, float(np.sqrt(near * (1 - near) / runs).max()))


def _laid_out(game: Game) -> Callable[[int, int, np.random.Generator], tuple[Batch, Array]]:
    """Plays a number of games, and counts in how many the first marker lands on each step, and how often in all."""
    trail, seats = game.area_as(Trail), game.seats.count
    chain = compile_chain(trail, game.distribution)
    sample = sampler(chain.ways, 4096)
    styles = [game.seats.style(seat) for seat in range(seats)]
    plan = against(trail, game.distribution) if any(style.choose == "plan" for style in styles) else None
    none = np.zeros((0, 0, 0), np.uint8)
    gives, stopping_rule = (none, none) if plan is None else (plan.gives, plan.go)
    modes = np.array([how(style.choose) for style in styles])
    go = most = None
    planned = np.array([to_win(trail, style) for style in styles])
    if trail.go_on == "dare":
        policies = [policy_of(trail, game.distribution, style) for style in styles]
        go = np.stack([policy.go.ravel() for policy in policies])
        most = np.array([policy.most for policy in policies])
    drawn: tuple[NDArray[Any], ...] = (sample.outcome, sample.keep, sample.alias)
    landing = np.ascontiguousarray(chain.landing).astype(np.int64)

    def play(runs: int, most_turns: int, rng: np.random.Generator) -> tuple[Batch, Array]:
        out, landed = Batch.empty(runs), np.zeros((2, chain.length + 1))
        _play(
            rng.integers(0, 2**64, dtype=np.uint64), drawn, landing, chain.turn, chain.can_finish, seats,
            trail.finish == "finish_round", trail.sign, trail.chooses_mover, modes, gives, go, most, planned, stopping_rule,
            most_turns, out.turns, out.rolls, out.winner, out.home, out.setbacks, out.last_lead, out.lead_changes,
            landed,
        )  # fmt: skip
        return out, landed

    return play


@njit(nogil=True, cache=True)
def gives_away(mode, sign, landing, own, other, column, gives):  # type: ignore[no-untyped-def]
    """The chance that a seat moves the other's marker by a total, its own on ``own`` and the other's on ``other``."""
    if mode == GUESS:
        return 0.5
    if mode == PLANNED:
        return 1.0 if gives[own, other, column] else 0.0
    return 1.0 if sign * (own - landing[other, column]) > sign * (landing[own, column] - other) else 0.0


@njit(nogil=True, cache=True)
def _play(  # type: ignore[no-untyped-def]
    state, drawn, landing, turn_of, can_finish, seats, finish_round, sign, either, modes, gives, go, most, planned,
    stopping_rule, most_turns, turns_out, rolls_out, winner_out, home_out, setbacks_out, last_lead_out, lead_changes_out,
    landed,
):  # fmt: skip
    low_bits = np.uint64(0xFFFFFFFF)
    outcome, keep, alias = drawn
    steps = landing.shape[0]
    place, seen = np.zeros(seats, np.int64), np.full(steps + 1, -1)
    for run in range(len(turns_out)):
        place[:] = 0
        turn, seat, rolls, setbacks, home, last_lead, lead_changes = 0, 0, 0, 0, 0, 0, 0
        leader, last_leader = -1, -1
        stuck = not can_finish[0]
        while turn < most_turns and not stuck:
            turn += 1
            other = seat + 1 if seat + 1 < seats else 0
            old, new, who, count = place[seat], place[seat], seat, 0
            while True:
                state += np.uint64(0x9E3779B97F4A7C15)
                bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                wide = (bits >> np.uint64(32)) * np.uint64(len(keep))
                column = np.int64(wide >> np.uint64(32))
                if (wide & low_bits) >= keep[column]:
                    column = alias[column]
                column = outcome[column]
                rolls += 1
                count += 1
                if go is None:
                    if either and place[other] < steps:
                        given = gives_away(modes[seat], sign, landing, place[seat], place[other], column, gives)
                        if given == 0.5:
                            state += np.uint64(0x9E3779B97F4A7C15)
                            bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                            bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                            given = np.float64(bits >> np.uint64(63))
                        who = other if given > 0.5 else seat
                    old = place[who]
                    new = landing[old, column] if old < steps else old
                    break
                if turn_of[column] == 2:
                    new = old
                    break
                new = landing[new, column]
                if turn_of[column] == 1 or new == steps or count >= most[seat]:
                    break
                if planned[seat]:
                    if stopping_rule[place[other], old, new] == 0:
                        break
                else:
                    chance = go[seat, old * steps + new]
                    state += np.uint64(0x9E3779B97F4A7C15)
                    bits = (state ^ (state >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
                    bits = (bits ^ (bits >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
                    if np.float64(bits >> np.uint64(32)) * 2.0**-32 >= chance:
                        break
            place[who] = new
            setbacks += new < old
            if who == 0 and new != old:
                landed[1, new] += 1
                if seen[new] != run:
                    seen[new] = run
                    landed[0, new] += 1
            ahead, top = -1, -1
            for k in range(seats):
                if place[k] > top:
                    ahead, top = k, place[k]
                elif place[k] == top:
                    ahead = -1
            last_lead = turn if ahead != leader else last_lead
            leader = ahead
            lead_changes += (ahead >= 0) & (last_leader >= 0) & (ahead != last_leader)
            last_leader = ahead if ahead >= 0 else last_leader
            stuck = True
            for k in range(seats):
                if place[k] == steps:
                    home |= 1 << k
                    stuck = False
                elif can_finish[place[k]]:
                    stuck = False
            if home and not finish_round:
                break
            seat += 1
            if seat == seats:
                seat = 0
                if home:
                    break
        turns_out[run], rolls_out[run], setbacks_out[run], home_out[run] = turn, rolls, setbacks, home
        last_lead_out[run], lead_changes_out[run] = last_lead, lead_changes
        winner_out[run] = leader if home and leader >= 0 else TIED if home else STUCK if stuck else UNFINISHED
