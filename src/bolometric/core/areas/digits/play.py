"""Whole games of digits, played by the thousand: all games of a batch in step."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rounds import best_of_hands, placed
from bolometric.core.areas.digits.rules import columns_of, numbers_of, turns_a_round
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.digits.styles import placing_of
from bolometric.core.areas.digits.ways import in_order
from bolometric.core.areas.making_numbers import Round, rounds_to_points
from bolometric.core.game.document import Game
from bolometric.core.results.batch import Player

Array = NDArray[np.float64]


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    turns, _, draws = turns_a_round(game)
    return rounds_to_points(_columns(game), game.seats.count, turns, draws, game.area_as(Digits).points)


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
