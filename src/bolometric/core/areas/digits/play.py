"""Whole games of digits, played by the thousand: all games of a batch in step."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rounds import best_of_hands, placed
from bolometric.core.areas.digits.rows import FREE, ticks_of, written
from bolometric.core.areas.digits.rules import columns_of, numbers_of, turns_a_round
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.digits.styles import placing_of
from bolometric.core.areas.digits.ways import in_order
from bolometric.core.game.document import Game
from bolometric.core.results.batch import TIED, UNFINISHED, Batch, Player

Array = NDArray[np.float64]
IN_STEP = 2000
"""Games of rows that are played in step: looking ahead takes memory."""
Round = Callable[[int, np.random.Generator], tuple[Array, Array, Array]]
"""So many rounds: what is best if least, the score that is told, and how far the aim is reached; shape (runs,
seats)."""


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    area, seats = game.area_as(Digits), game.seats.count
    turns, _, draws = turns_a_round(game)
    one = _rows(game) if area.practice == "rows" else _columns(game)

    def batch(runs: int, most_turns: int, rng: np.random.Generator) -> Batch:
        points, rounds = np.zeros((runs, seats), np.int64), np.zeros(runs, np.int64)
        score, reached = np.zeros((runs, seats)), np.zeros((runs, seats))
        going = np.arange(runs)
        while len(going) and (rounds.max() + 1) * turns <= most_turns:
            least, told, good = one(len(going), rng)
            if rounds.max() == 0:
                score, reached = told, good
            least = np.round(least, 9)
            points[going] += least == least.min(axis=1, keepdims=True)
            rounds[going] += 1
            going = going[points[going].max(axis=1) < area.points]
        top = points == points.max(axis=1, keepdims=True)
        home = (top << np.arange(seats)).sum(axis=1).astype(np.uint8)
        winner = np.where(top.sum(axis=1) > 1, TIED, top.argmax(axis=1)).astype(np.int8)
        home[going], winner[going] = 0, UNFINISHED
        return Batch(rounds * turns, rounds * draws, winner, home, score=score, success=reached.mean(axis=1))

    return batch


def _columns(game: Game) -> Round:
    area, seats, columns = game.area_as(Digits), game.seats.count, columns_of(game)
    styles = [game.seats.style(seat) for seat in range(seats)]
    placings, edges = [placing_of(columns, style) for style in styles], columns.chances.cumsum()

    def play(runs: int, rng: np.random.Generator) -> tuple[Array, Array, Array]:
        least, told, good = (np.zeros((runs, seats)) for _ in range(3))
        drawn = np.zeros((runs, area.digits), np.int64)
        for seat in range(seats):
            if seat == 0 or not area.together:
                drawn = np.searchsorted(edges, rng.random((runs, area.digits)), "right")
                drawn = np.minimum(drawn, len(edges) - 1)
            if area.practice == "together":
                hand = np.sort(drawn, axis=1)
                digits = best_of_hands(columns, hand) if styles[seat].choose == "plan" else (
                    drawn[np.arange(runs)[:, None], rng.random(drawn.shape).argsort(axis=1)[:, : columns.columns]]
                )  # fmt: skip
                codes = (digits + 1) @ columns.powers
            else:
                codes = placed(columns, placings[seat], drawn, rng)
            numbers = numbers_of(columns, codes)
            least[:, seat] = columns.score(numbers)
            told[:, seat] = least[:, seat] if area.aim == "nearest" else numbers
            good[:, seat] = in_order(columns, codes, numbers)
        return least, told, good

    return play


def _rows(game: Game) -> Round:
    area, seats = game.area_as(Digits), game.seats.count
    odds = game.distribution
    chances = odds.chances if area.aim != "smallest" else odds.chances[::-1]
    edges, styles = chances.cumsum(), [game.seats.style(seat) for seat in range(seats)]

    def play(runs: int, rng: np.random.Generator) -> tuple[Array, Array, Array]:
        parts = [some(min(IN_STEP, runs - at), rng) for at in range(0, runs, IN_STEP)]
        told = np.concatenate(parts)
        return -told, told, (told == area.rows).astype(float)

    def some(runs: int, rng: np.random.Generator) -> Array:
        rows = np.full((runs, seats, area.rows), FREE, np.int64)
        everyone = np.arange(runs)
        for turn in range(area.rows * seats):
            seat = turn % seats
            drawn = np.minimum(np.searchsorted(edges, rng.random(runs), "right"), len(edges) - 1)
            rows[everyone, seat, written(rows, seat, drawn, chances, styles[seat], rng)] = drawn
        return ticks_of(rows).astype(float)

    return play
