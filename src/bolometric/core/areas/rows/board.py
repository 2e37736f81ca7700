"""What is told of each number that may be written into a row."""

from __future__ import annotations

from bolometric.core.areas.rows.by_hand import OnRows
from bolometric.core.areas.rows.rules import chances_of, scale_of
from bolometric.core.areas.rows.spec import DigitRows
from bolometric.core.game.contract import Board
from bolometric.core.game.document import Game
from bolometric.core.results.board import DRAWN_MOST, Cells, Heat, Places
from bolometric.core.results.printed import Printed, WriteOn
from bolometric.core.text.figures import minus, percent

MOST_SHOWN = 20


def places(game: Game) -> Cells:
    """The numbers in a row."""
    numbers = tuple(minus(total) for total in scale_of(game)[:MOST_SHOWN])
    return Cells("digit", "", numbers, ("",), numbers)


def places_at(game: Game, now: OnRows) -> Cells:
    """The rows of every seat as they stand."""
    totals, rows = scale_of(game), range(game.area_as(DigitRows).rows)
    texts = ["" if own[i] < 0 else minus(totals[own[i]]) for own in now.filled for i in rows]
    seats = tuple(game.seat_name(seat) for seat in range(game.seats.count))
    return Cells("", "", tuple(f"row {i + 1}" for i in rows), seats, tuple(texts), tinted=False)


def heat(game: Game) -> Heat:
    """How often each is drawn, by all players."""
    chances = chances_of(game).mean(axis=0)
    rising = chances[::-1] if game.area_as(DigitRows).aim == "smallest" else chances
    return Heat(
        tuple(rising[:MOST_SHOWN].tolist()),
        "Drawn, of 100 draws",
        question=DRAWN_MOST,
    )


def describe(game: Game, heat: Heat, number: int | None) -> str:
    """How often a number is drawn; without one, what the game is about."""
    if number is None:
        return "A number is written opposite what it beats, or spent against one that it does not."
    return f"{places(game).columns[number - 1]}: drawn in {percent(heat.values[number - 1])} of draws (exact)."


ROUNDS = 4


def printed(game: Game, board: Places | None) -> Printed:
    """One's own number, the one opposite, and a tick; as many rows as the game has, for a few rounds."""
    area = game.area_as(DigitRows)
    rows = tuple(f"row {row + 1}" for row in range(area.rows))
    rounds = min(game.seats.count * (area.points - 1) + 1, ROUNDS)  # by then somebody has won so many
    tables = tuple(WriteOn(f"Round {k + 1}", ("mine", "opposite", "tick"), rows) for k in range(rounds))
    return Printed(None, counters=0, tables=tables)


BOARD = Board(for_all=True, places=places, places_at=places_at, heat=heat, describe=describe, printed=printed)
