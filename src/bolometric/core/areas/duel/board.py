"""The duel as a table: a row for each seat, a column for each total, tinted by how often it takes the round."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.duel.area import solve
from bolometric.core.areas.duel.by_hand import OnDuel, round_words
from bolometric.core.areas.duel.exact import round_in
from bolometric.core.areas.duel.spec import Duel
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.results.board import Cells, Heat, Places
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.text.figures import minus, percent

MOST_COLUMNS = 24

ASKED = "With which {} do you think one takes the round most often?"


def _totals(game: Game) -> list[int]:
    """Places of the totals that are shown, rising; the middle ones where there are too many."""
    values = round_in(game).values
    places = sorted(range(len(values)), key=lambda place: values[place])
    spare = len(places) - MOST_COLUMNS
    return places if spare <= 0 else places[spare // 2 : spare // 2 + MOST_COLUMNS]


def alone(game: Game) -> NDArray[np.float64]:
    """The chance that a total is the best of its round alone; shape (seats, values)."""
    has = round_in(game).has
    worse = has[:, ::-1].cumsum(axis=1)[:, ::-1] - has
    return np.array([np.prod(np.delete(worse, seat, axis=0), axis=0)[:-1] for seat in range(len(has))])


def places(game: Game) -> Cells:
    """Totals along, seats down."""
    found, shown = round_in(game), _totals(game)
    rows = tuple(game.seat_name(seat) for seat in range(game.seats.count))
    columns = tuple(minus(found.values[place]) for place in shown)
    can = [
        ["" if not found.has[seat, place] else columns[i] for i, place in enumerate(shown)] for seat in range(len(rows))
    ]
    texts = tuple(text for row in can for text in row)
    return Cells("total", "", columns, rows, texts, frozenset(i for i, text in enumerate(texts, 1) if not text))


def places_at(game: Game, now: OnDuel) -> Cells:
    """The table, and the last total drawn on it."""
    return replace(places(game), here=_last_drawn(game, now))


def _last_drawn(game: Game, now: OnDuel) -> int | None:
    shown, found = _totals(game), round_in(game)
    drawn = [(seat, total) for seat, total in enumerate(now.drawn) if total is not None]
    if not drawn or drawn[-1][1] not in found.values:
        return None
    seat, total = drawn[-1]
    place = found.values.index(total)
    return seat * len(shown) + shown.index(place) + 1 if place in shown else None


def heat(game: Game) -> Heat | None:
    """How often each total takes the round alone; None where cards stay out, since rounds then differ."""
    if game.keeps_out:
        return None
    chances, shown = alone(game), _totals(game)
    values = tuple(float(chances[seat, place]) for seat in range(len(chances)) for place in shown)
    return Heat(
        values, "Takes the round alone, of 100 rounds with this total", unused=places(game).unused, question=ASKED
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """What a total is worth to a seat; without one, who is favoured."""
    if number is None:
        return round_words(game)
    shown, found = _totals(game), round_in(game)
    seat, column = divmod(number - 1, len(shown))
    value = minus(found.values[shown[column]])
    chance = float(found.has[seat, shown[column]])
    if not chance:
        return f"Player {seat + 1} never draws {value}."
    return (
        f"Player {seat + 1} draws {value} in {percent(chance)} of rounds, and with it takes "
        f"{percent(heat.values[number - 1])} of them alone (exact)."
    )


LONGEST = 20


def printed(game: Game, board: Places | None) -> Printed:
    """A row for each round, a column for each player's total, and who takes the point."""
    area = game.area_as(Duel)
    solved = solve(game)
    needed = None if solved is None else solved.readings["rounds"].p90
    rounds = area.points * game.seats.count if needed is None else int(needed)
    rows = tuple(f"round {k + 1}" for k in range(min(rounds, LONGEST)))
    heads = (*(game.seat_name(seat) for seat in range(game.seats.count)), "point to")
    return Printed(None, counters=0, tables=(WriteOn("Rounds", heads, rows, each=False),))


BOARD = Board(for_all=True, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
