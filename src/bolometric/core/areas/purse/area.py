"""The purse as the rest of the core sees it."""

from __future__ import annotations

from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.purse.exact import choice_of, last_sum, plan_of
from bolometric.core.areas.purse.rules import Steps, compile_steps, possible_sums
from bolometric.core.areas.purse.spec import Purse
from bolometric.core.areas.seat_by_seat import seat_by_seat
from bolometric.core.chains.scores import least_score_wins, mixed, scores_of
from bolometric.core.chains.waiting import fixed
from bolometric.core.game.contract import BestPlay, Measured
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.learner_work.trace import DECIDE, FIRST, Book, Whole, coded
from bolometric.core.outcomes.deck import deck_of, sequences
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.batch import Batch, Player, least_wins, shared_win
from bolometric.core.results.exact import ExactResult, seat_readings
from bolometric.core.results.readings import exact_length, exact_score, exact_value
from bolometric.core.settings.amounts import plain
from bolometric.core.settings.cancel import checkpoint

Array = NDArray[np.float64]
PUT_IN = 3
"""The kind of note for what goes in: total and multiplier as one number, and the sum before."""


def steps_of(game: Game) -> Steps:
    """The compiled rules of a game."""
    return compile_steps(game.area_as(Purse), game.distribution)


def multipliers_of(game: Game) -> tuple[float, ...]:
    """The multipliers, rising."""
    return tuple(float(by) for by in game.area_as(Purse).multipliers)


def last_of(game: Game, style: Style) -> Array:
    """The chance of each last sum in a style."""
    return last_sum(steps_of(game), style, multipliers_of(game))


def solve(game: Game) -> ExactResult | None:
    """Every reading from the last sums; None if draws hang together. Raises Cancelled."""
    if remembers(game.pieces):
        return None
    draws, seats = game.area_as(Purse).draws, game.seats.count
    scores, hits, over = [], [], []
    for seat, one in enumerate(game.by_seat):
        checkpoint()
        steps, end = steps_of(one), last_of(one, game.seats.style(seat))
        scores.append(scores_of(steps.distance, end))
        hits.append(end[steps.exact].sum())
        over.append(end[np.arange(steps.sums) + steps.least > steps.target].sum())
    wins, ties = least_score_wins(scores)
    turns = exact_length(fixed(seats * draws))
    readings = {
        "rolls": turns,
        "turns": turns,
        "rounds": exact_length(fixed(draws)),
        **seat_readings([float(share) for share in wins], ties),
        "success": exact_value(float(np.mean(hits))),
        "score": exact_score(mixed(scores)),
        "over": exact_value(float(np.mean(over))),
        "stuck": exact_value(0.0),
    }
    return ExactResult(readings, fixed(seats * draws), scores=mixed(scores))


def chooses(game: Game) -> bool:
    """Whether there are several multipliers."""
    return len(game.area_as(Purse).multipliers) > 1


def drawn_totals(game: Game, runs: int, draws: int, rng: np.random.Generator) -> NDArray[np.int64]:
    """Places of the totals of whole games, one row a run; the last place is for draws that make no number."""
    if remembers(game.pieces):
        deck, place, _ = deck_of(game.pieces, game.draw)
        return place[sequences(deck, runs, draws, rng)]
    ways = np.array([*game.distribution.ways, game.distribution.nothing], float)
    return np.searchsorted(ways.cumsum() / ways.sum(), rng.random((runs, draws)), "right")


def player(game: Game) -> Player:
    """Compile the game for the runs: all runs of a batch in step."""
    if game.others:
        return seat_by_seat(game, player)
    steps, seats = steps_of(game), game.seats.count
    choices = [choice_of(steps, game.seats.style(seat), multipliers_of(game)) for seat in range(seats)]
    over = np.arange(steps.sums) + steps.least > steps.target

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        totals = drawn_totals(game, runs, seats * steps.draws, rng)
        sums = np.full((runs, seats), steps.start)
        for turn in range(seats * steps.draws):
            left, seat = steps.draws - 1 - turn // seats, turn % seats
            at, total, choice = sums[:, seat], totals[:, turn], choices[seat]
            chosen = rng.integers(0, steps.adds.shape[1], runs) if choice is None else choice[left, at, total]
            if book is not None:
                _note(book, steps, seat, at, total, chosen)
            sums[:, seat] = at + steps.adds[total, chosen]
        length = np.full(runs, seats * steps.draws)
        score = steps.distance[sums]
        home, winner = shared_win(least_wins(score))
        return Batch(
            length,
            length,
            winner,
            home,
            score=score,
            success=steps.exact[sums].mean(axis=1),
            over=over[sums].mean(axis=1),
        )

    return batch


def _note(book: Book, steps: Steps, seat: int, at: Whole, total: Whole, chosen: Whole) -> None:
    """A turn of a seat in every game: the draw, the choice, and what goes in."""
    by = steps.adds.shape[1]
    book.write(coded(FIRST, total, 0, seat))
    if by > 1:
        book.write(coded(DECIDE, at, total, seat))
    book.write(coded(PUT_IN, total * by + chosen, at, seat))


def best_play(game: Game) -> BestPlay | None:
    """The multiplier for each total, for every sum that can be in the purse with so many draws left."""
    if remembers(game.pieces):
        return None
    steps, area = steps_of(game), game.area_as(Purse)
    plan, table = plan_of(steps, "nearest"), []
    for left in range(steps.draws, 0, -1):
        for place in np.flatnonzero(possible_sums(steps)[left]).tolist():
            chosen = [plain(area.multipliers[k]) for k in plan.choice[left - 1, place].tolist()]
            table.append(
                {
                    "draws_left": left,
                    "sum": plain(Fraction(place + steps.least, steps.unit)),
                    "multiply_by": {str(t): by for t, by in zip(game.distribution.totals, chosen, strict=False)},
                    "away": float(plan.distance[left, place]),
                }
            )
    return {"goal": "nearest on average", "table": table}


MEASURED = Measured(solve=solve, player=player, chooses=chooses, best_play=best_play)
