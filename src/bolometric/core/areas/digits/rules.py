"""Columns and digits, and what the styles do with them: read by best play, the runs and the table.

A way of filling the columns is a code: for each column, from the lowest, 0 if it is free, else one more than the place
of its digit, in base digits + 1. Whether a digit may still be thrown away is kept beside it.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Game
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.settings.amounts import Value

Entry = TypeVar("Entry", np.int64, np.float64)
ANY = -1
"""In a choice: any free column, or throwing away where that may be, evenly."""
PLACES = {
    5: "hundred thousands",
    4: "ten thousands",
    3: "thousands",
    2: "hundreds",
    1: "tens",
    0: "ones",
    -1: "tenths",
    -2: "hundredths",
    -3: "thousandths",
}
"""What each power of ten is called."""


@dataclass(frozen=True, slots=True, eq=False)
class Columns:
    """The rules of one round with its draw."""

    columns: int
    decimals: int
    values: NDArray[np.float64]
    """The digits that may be drawn, rising."""
    chances: NDArray[np.float64]
    spare: bool
    aim: str
    target: float

    @property
    def worth(self) -> NDArray[np.float64]:
        """What a one is worth in each column, from the lowest."""
        return np.asarray(10.0 ** (np.arange(self.columns) - self.decimals))

    @property
    def powers(self) -> NDArray[np.int64]:
        """What a digit adds to the code in each column."""
        return np.asarray((len(self.values) + 1) ** np.arange(self.columns))

    @property
    def states(self) -> int:
        """How many codes there are."""
        return int((len(self.values) + 1) ** self.columns)

    def name(self, column: int) -> str:
        """What a column is called."""
        return PLACES[column - self.decimals]

    def score(self, numbers: NDArray[np.float64]) -> NDArray[np.float64]:
        """What is best when it is least, for numbers."""
        if self.aim == "nearest":
            return np.abs(numbers - self.target)
        return -numbers if self.aim == "largest" else numbers


@lru_cache(maxsize=64)
def compile_columns(area: Digits, distribution: Distribution) -> Columns:
    """Compile rules and draw to arrays."""
    values = np.array([float(total) for total in distribution.totals])
    spare = area.spare == "one"
    return Columns(area.columns, area.decimals, values, distribution.chances, spare, area.aim, float(area.target))


@dataclass(frozen=True, slots=True, eq=False)
class Placing:
    """What a style does with a digit."""

    choice: NDArray[np.int8]
    """Shape (2, rows, digits): the column, ``columns`` for throwing away, or ANY; first without, then with a digit that
    may still be thrown away."""
    by_code: bool
    """Whether a row is a code; else it is the set of free columns, the lowest column in the lowest bit."""


def columns_of(game: Game) -> Columns:
    """The compiled rules of a round."""
    return compile_columns(game.area_as(Digits), game.distribution)


def digits_of(game: Game) -> tuple[Value, ...]:
    """The digits that anybody may draw, rising."""
    return tuple(sorted({total for one in game.by_side for total in one.distribution.totals}))


def columns_by_seat(game: Game) -> list[Columns]:
    """The compiled rules of a round for every seat: on the digits of all, with the chances of its own draws."""
    digits = digits_of(game)
    return [_on_all(columns_of(one), digits) for one in game.by_seat]


def _on_all(columns: Columns, digits: tuple[Value, ...]) -> Columns:
    if len(digits) == len(columns.values):
        return columns
    values, chances = np.array([float(digit) for digit in digits]), np.zeros(len(digits))
    chances[np.searchsorted(values, columns.values)] = columns.chances
    return replace(columns, values=values, chances=chances)


def turns_a_round(game: Game) -> tuple[int, int, int]:
    """Turns of all seats, turns of one seat, and draws in a round."""
    area = game.area_as(Digits)
    sharing = 1 if area.together else game.seats.count
    own = 1 if area.practice == "together" else area.digits
    return own * sharing, own, area.digits * sharing


def free_sets(columns: Columns, codes: NDArray[np.int64] | None = None) -> NDArray[np.int64]:
    """The set of free columns of each code; of all codes without any."""
    free = (np.arange(len(columns.values) + 1) == 0).astype(np.int64)
    found = _listed(columns, free, 2) if codes is None else _looked_up(columns, codes, free, 2)
    return np.asarray(found & ((1 << columns.columns) - 1))


def numbers_of(columns: Columns, codes: NDArray[np.int64] | None = None) -> NDArray[np.float64]:
    """The number that each code shows so far, free columns counting nothing; of all codes without any."""
    # Whole numbers are added up, and divided once, so that equal numbers are equal.
    digits = np.append(0.0, columns.values)
    found = _listed(columns, digits, 10) if codes is None else _looked_up(columns, codes, digits, 10)
    return np.asarray(found / 10.0**columns.decimals)


def _listed(columns: Columns, each: NDArray[Entry], base: int) -> NDArray[Entry]:
    """As :func:`_looked_up` for all codes, where nothing need be divided."""
    found = each
    for column in range(1, columns.columns):
        found = np.add.outer(each * base**column, found).ravel()
    return found


def _looked_up(columns: Columns, codes: NDArray[np.int64], each: NDArray[Entry], base: int) -> NDArray[Entry]:
    """The sum over the columns of what each digit stands for there: ``each`` times the column's power of ``base``.

    Three columns are looked up at a time, since dividing is what takes long.
    """
    size = len(each)
    three = (base**2 * each[:, None, None] + base * each[:, None] + each).ravel()
    found, left = np.zeros(len(codes), three.dtype), codes
    for first in range(0, columns.columns, 3):
        found += three[left % size**3] * base**first
        left = left // size**3
    return found
