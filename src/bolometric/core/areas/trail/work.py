"""What is worked out on a trail: the draw, and the move by it; a card that is asked.

A move is so many ones that are counted, or a sum with the number of the square, as the maker sets it; an amount is
always added to. A total that is too much is tried all the same, and then wasted.

Expected, where each seat has a chain of its own and one draw a turn: with u(t) the chances of a seat's squares before
its turn t, and S the chance that nobody has ended the game by then, Σ u(t) S(t) turns begin on each square, and each
column is drawn there as often as its chance says.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from functools import cache, lru_cache
from math import prod

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.drawing import draws_in_race
from bolometric.core.areas.trail import area as trails
from bolometric.core.areas.trail import exact
from bolometric.core.areas.trail.daring.stopping import plan_of
from bolometric.core.areas.trail.rules import TAKEN, TrailChain, compile_chain, effect
from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.contract import Work
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact, added, fact
from bolometric.core.learner_work.tasks import MOVE, PASS, THROW, Done, Task, Tasks, Ways
from bolometric.core.learner_work.trace import DECIDE, FIRST, FURTHER
from bolometric.core.pieces.kinds import remembers
from bolometric.core.question_cards.keyed import fact_of
from bolometric.core.question_cards.packs import cards_of
from bolometric.core.results.decision import Decision, dearest
from bolometric.core.settings.cancel import checkpoint
from bolometric.core.text.figures import minus


def pays(game: Game) -> tuple[Decision, ...]:
    """For each square the turn in which guessing whether to stop costs most, times how often it comes up.

    Half of all guesses are wrong. How often: turns that a guessing player ends on a square, and so begins there, times
    the chance that the first draw leads from it.
    """
    trail = game.area_as(Trail)
    if trail.go_on != "dare" or not game.draws_are_known or trail.squares or game.others:
        return ()  # the decisions of one player's draws are not those of another's
    plan, chain = plan_of(trail, game.distribution), compile_chain(trail, game.distribution)
    ends = exact.landed(trails.way_in(game, Style())).times
    begun = np.append(1.0, np.where(np.isfinite(ends[:-1]), ends[:-1], 0.0))
    often = begun[:, None] * exact.transition_matrix(chain)[:, : chain.length]
    price = np.triu(np.where(np.isfinite(plan.price), plan.price, 0.0), 1) / 2
    worst, found = price * often, []
    for at in range(1, trail.steps):
        start = int(worst[:, at].argmax())
        where = f"you stand on {trail.called(at)}, in a turn begun {_on(trail, start)}"
        best = "go on" if plan.go[start, at] else "stop"
        weight = float(often[start, at])
        found.append(Decision(where, best, float(price[start, at]), "turns", weight, place=at))
    return dearest(found)


def _on(trail: Trail, at: int) -> str:
    return f"on {trail.called(at)}" if at else "at the start"


MOST_STEPS, MOST_WORK = 400, 3e8
"""Squares up to which turns are followed, and multiplications at most: a tenth of a second."""
GONE = 1e-13


def move_fact(trail: Trail, at: int, steps: int) -> Fact:
    """What moving by so many steps takes, from a place.

    No square is below nought: where more would be taken away than there is, as far as it goes is counted.
    """
    if trail.unit != "whole":
        return added(trail.amount_at(at), Fraction(steps, trail.per_one))
    if adds(trail):
        stands, moved = trail.amount_at(at), (trail.amount_at(1) - trail.amount_at(0)) * steps
        if stands + moved >= 0:
            return added(stands, moved)
    return fact(known.COUNT, abs(steps))


def adds(trail: Trail) -> bool:
    """Whether moves are sums."""
    return trail.counted_ones is None


Column = tuple[Ways, int, str]
"""The ways of a draw, by how many steps it moves, and how it is told."""


def _columns(game: Game) -> tuple[Column, ...]:
    """What stands behind each column of the chain."""
    chain, trail = compile_chain(game.area_as(Trail), game.distribution), game.area_as(Trail)
    drawn, found = game.draw_work, []
    totals = (*game.distribution.totals, None)
    for column in range(chain.landing.shape[1]):
        keys = [
            (total, bool(face))
            for total, row in zip(totals, chain.column.tolist(), strict=True)
            for face in (0, 1)
            if row[face] == column
        ]
        total, face = keys[0]
        does, steps = effect(trail, total, face)
        shown = {"back": "back to the start", "lose": "the turn is lost"}.get(does, "")
        if does == "move" and total is not None:
            shown = f"{minus(total)}"
        found.append((drawn.where(keys), steps if does == "move" else 0, shown))
    return tuple(found)


def _drawn(trail: Trail, kind: int, column: Column, at: int) -> Task:
    ways, steps, shown = column
    if at >= TAKEN:  # another's counter was moved
        at, steps = at - TAKEN, -steps if trail.takes_back else steps
    hands = (THROW, *((MOVE,) if steps else ()), *((PASS,) if kind == FIRST else ()))
    changed = _tens(trail, at, steps)
    task = Task(ways, hands + (MOVE,) * changed, words=f"{'draws' if kind == FIRST else 'again'} {shown or 'nothing'}")
    if not steps:
        return task
    return task.also(move_fact(trail, at, steps), *((fact(known.PLACE, changed, 10),) if changed else ()))


def _tens(trail: Trail, at: int, steps: int) -> int:
    """How many tens are made of ones by a move, where they are changed."""
    if trail.unit != "pot" or trail.tens == "no":
        return 0
    return abs(min(max(at + steps, 0), trail.steps) // 10 - at // 10)


def _outcomes(game: Game) -> list[tuple[int, int]]:
    """What stands for each column of the loop: a way of drawing, and a column of its chain."""
    return [(side, int(column)) for side, one in enumerate(game.by_side) for column in _outcomes_of(one)]


def _outcomes_of(game: Game) -> NDArray[np.int64]:
    """Where all draw alike: a sampler may spread one column over several."""
    from bolometric.core.outcomes.sampler import sampler

    chain = compile_chain(game.area_as(Trail), game.distribution)
    if remembers(game.pieces) or trails.meets(game):
        return np.arange(len(chain.ways))
    return sampler(chain.ways, trails.NEAR_MEMORY // chain.length).outcome


def tasks(game: Game) -> Tasks:
    """What the loops note of a trail."""
    outcomes, trail = _outcomes(game), game.area_as(Trail)
    columns = [_columns(one) for one in game.by_side]
    adding = adds(trail)

    @lru_cache(maxsize=100_000)
    def known_task(kind: int, drawn: tuple[int, int], at: int) -> Task:
        side, column = drawn
        return _drawn(trail, kind, columns[side][column], at)

    def task(kind: int, one: int, other: int) -> Task:
        if kind in (FIRST, FURTHER):
            return known_task(kind, outcomes[one], other if adding else other & TAKEN)
        if kind == DECIDE:
            return Task(chosen=True, words="decides")
        card = cards_of(trail.packs[one])[other]
        return Task(then=(fact_of(card.text),), words="answers a card")

    return task


def expected(game: Game) -> tuple[tuple[Done, ...], ...] | None:
    """How often each seat makes each draw on each square."""
    trail, seats = game.area_as(Trail), game.seats.count
    chains = [compile_chain(trail, one.distribution) for one in game.by_seat]
    plain = all(one.acts is None and one.can_finish[one.can_be_reached].all() for one in chains)
    known = game.draws_are_known and trail.go_on == "no" and plain and chains[0].length <= MOST_STEPS
    if not known or trails.meets(game):
        return None
    if trail.track == "own" and trail.at_most > 1 and seats > 1:
        return None
    adding = adds(trail)
    if trail.track == "own" and not adding and trail.end != "again":
        counts = draws_in_race(trails.passages(game), trail.finish == "finish_round" and seats > 1)
        begun = None if counts is None else np.array(counts)[:, None]
    else:
        begun = _together(chains[0], trail.most_turns, seats) if trail.track == "shared" else _race(chains, trail)
    if begun is None:
        return None
    made = {one: _of_side(one, adding) for one in game.by_side}
    return tuple(made[one](row) for one, row in zip(game.by_seat, begun, strict=True))


def _of_side(game: Game, adding: bool) -> Callable[[NDArray[np.float64]], tuple[Done, ...]]:
    """For players who draw in one way: from how often a turn is begun on each square, how often what is drawn there."""
    trail = game.area_as(Trail)
    chain, columns = compile_chain(trail, game.distribution), _columns(game)
    chances = np.array([way / sum(chain.ways) for way in chain.ways])

    @cache
    def made(at: int) -> list[Task]:
        return [_drawn(trail, FIRST, column, at) for column in columns]

    def done(begun: NDArray[np.float64]) -> tuple[Done, ...]:
        times = begun if chain.again is None else begun / (1 - chain.again @ chances)
        rows = times.tolist() if adding else [float(times.sum())]
        return tuple(
            (float(count * chance), made(at)[column])
            for at, count in enumerate(rows)
            if count
            for column, chance in enumerate(chances.tolist())
        )

    return done


def _race(chains: Sequence[TrailChain], trail: Trail) -> NDArray[np.float64] | None:
    """Turns that each seat begins on each square; shape (seats, squares). None if that is too much to follow."""
    different = list({id(one): one for one in chains}.values())
    side = [next(k for k, one in enumerate(different) if one is mine) for mine in chains]
    moves = [exact.transition_matrix(one)[:, :-1] for one in different]
    seats, length = len(chains), different[0].length
    here, begun = np.zeros((len(moves), length)), np.zeros((seats, length))
    here[:, 0] = 1.0
    for turn in range(int(MOST_WORK / (length**2 * len(moves)))):
        if turn % 64 == 0:
            checkpoint()
        there = np.array([row @ matrix for row, matrix in zip(here, moves, strict=True)])
        before, after = here.sum(axis=1).tolist(), there.sum(axis=1).tolist()
        for seat in range(seats):
            # Those before it have had one turn more, unless all have the same number of turns.
            ahead = 0 if trail.finish == "finish_round" and seats > 1 else seat
            others = (after[side[k]] if k < ahead else before[side[k]] for k in range(seats) if k != seat)
            begun[seat] += here[side[seat]] * prod(others)
        if min(after) < GONE or prod(before[k] for k in side) < GONE:
            return begun
        here = there
    return None


def _together(chain: TrailChain, turns: int | None, seats: int) -> NDArray[np.float64] | None:
    """The same where all move one marker, each in its turn; ``turns`` None for no limit."""
    matrix = exact.transition_matrix(chain)[:, :-1]
    here, begun = np.zeros(chain.length), np.zeros((seats, chain.length))
    here[0] = 1.0
    for turn in range(turns if turns is not None else int(MOST_WORK / chain.length**2)):
        if turn % 64 == 0:
            checkpoint()
        begun[turn % seats] += here
        here = here @ matrix
        if turns is None and here.sum() < GONE:
            return begun
    return begun if turns is not None else None


WORK = Work(tasks=tasks, expected=expected, pays=pays)
