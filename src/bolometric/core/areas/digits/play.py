"""Whole games of digits, played by the thousand: all games of a batch in step."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.rounds import best_of_hands, placed
from bolometric.core.areas.digits.rules import Columns, columns_by_seat, numbers_of, turns_a_round
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.areas.digits.styles import placing_of
from bolometric.core.areas.digits.ways import in_order
from bolometric.core.areas.making_numbers import Round, rounds_to_points
from bolometric.core.areas.seat_by_seat import SIDE
from bolometric.core.game.document import Game
from bolometric.core.learner_work.trace import DECIDE, EVERYONE, FIRST, FURTHER, Book, Whole, coded
from bolometric.core.results.batch import Player

Array = NDArray[np.float64]
PLACED, COMPARED = 3, 4
"""Kinds of note: a digit and the column it stands in at the end; a number, and the best one of the others."""


def player(game: Game) -> Player:
    """The game compiled for the runs."""
    turns, _, draws = turns_a_round(game)
    return rounds_to_points(_columns(game), game.seats.count, turns, draws, game.area_as(Digits).points)


def _columns(game: Game) -> Round:
    area, seats, by_seat = game.area_as(Digits), game.seats.count, columns_by_seat(game)
    styles = [game.seats.style(seat) for seat in range(seats)]
    placings = [placing_of(columns, style) for columns, style in zip(by_seat, styles, strict=True)]
    all_edges = [columns.chances.cumsum() for columns in by_seat]
    sides = [game.by_side.index(one) for one in game.by_seat]

    def play(runs: int, rng: np.random.Generator, book: Book | None) -> tuple[Array, Array, Array]:
        least, told, good = (np.zeros((runs, seats)) for _ in range(3))
        drawn, filled = np.zeros((runs, area.digits), np.int64), np.zeros((runs, seats), np.int64)
        hands = []
        for seat, (columns, edges) in enumerate(zip(by_seat, all_edges, strict=True)):
            if seat == 0 or not area.together:
                drawn = np.searchsorted(edges, rng.random((runs, area.digits)), "right")
                drawn = np.minimum(drawn, len(edges) - 1)
            if area.practice == "together":
                hand = np.sort(drawn, axis=1)
                digits = (
                    best_of_hands(columns, hand)
                    if styles[seat].choose == "plan"
                    else (
                        drawn[np.arange(runs)[:, None], rng.random(drawn.shape).argsort(axis=1)[:, : columns.columns]]
                    )
                )
                codes = (digits + 1) @ columns.powers
            else:
                codes = placed(columns, placings[seat], drawn, rng)
            hands.append(drawn + sides[seat] * SIDE)
            filled[:, seat] = codes
            numbers = numbers_of(columns, codes)
            least[:, seat] = columns.score(numbers)
            told[:, seat] = least[:, seat] if area.aim == "nearest" else numbers
            good[:, seat] = in_order(columns, codes, numbers)
        if book is not None:
            _note(book, area, by_seat[0], hands, filled)
        return least, told, good

    return play


def _note(book: Book, area: Digits, columns: Columns, hands: list[Whole], filled: Whole) -> None:
    """A round in every game: draws and decisions in their order, then where each digit stands, then who is best."""
    seats, base, arranging = len(hands), len(columns.values) + 1, area.practice == "together"
    for step in range(area.digits):
        kind = FURTHER if arranging and step else FIRST
        for seat in range(1 if area.together else seats):
            book.write(coded(kind, hands[seat][:, step], 0, EVERYONE if area.together else seat))
        for seat in range(seats):
            if step < area.digits - 1 or arranging:
                book.write(coded(DECIDE, step, 0, seat))
    numbers = np.stack([numbers_of(columns, codes) for codes in filled.T], axis=1)
    scores, parts = np.round(columns.score(numbers), 9), np.rint(numbers * 10.0**columns.decimals).astype(np.int64)
    for seat in range(seats):
        for column in range(columns.columns):
            digit = filled[:, seat] // columns.powers[column] % base
            there = digit > 0
            book.write(coded(PLACED, digit[there] - 1, column, seat), book.games[there])
    for seat in range(seats if seats > 1 or area.aim == "nearest" else 0):
        others = scores.copy()
        others[:, seat] = np.inf
        best = np.take_along_axis(parts, others.argmin(axis=1)[:, None], axis=1)[:, 0]
        book.write(coded(COMPARED, parts[:, seat], best, seat))
