"""What the areas in which numbers are made share: how a maker may have them made, and rounds played to so many points.

Areas know nothing of each other; what two of one family share lies beside them.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Annotated, Any

import numpy as np
from numpy.typing import NDArray
from pydantic import ConfigDict, Field, StrictInt

from bolometric.core.game.area_part import check_listed
from bolometric.core.learner_work.trace import Book
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.results.batch import Batch, Player, most_wins, shared_win
from bolometric.core.results.show import show
from bolometric.core.settings.amounts import Total
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob
from bolometric.core.text.figures import listing

Array = NDArray[np.float64]
MOST_NUMBERS = 40
Round = Callable[[int, np.random.Generator, Book | None], tuple[Array, Array, Array]]
"""So many rounds: what is best if least, the score that is told, and how far the aim is reached; shape (runs,
seats). What is done is noted if there is a book."""

PRACTICES = (
    Choice(
        "one_by_one",
        "write each digit into a column for good, before the next is drawn",
        "Place each digit for good",
        "Luck and foresight: what is a large digit, and is it worth waiting?",
    ),
    Choice(
        "together",
        "draw all the digits, then arrange them as you like",
        "Draw all digits, then arrange",
        "Only place value is practised: whoever sees it has the best number.",
    ),
    Choice(
        "rows",
        "write each number into one of your rows, facing the others' rows",
        "Fill rows that face each other",
        "Comparing with what stands opposite: beat the large ones, or spend small ones against them.",
    ),
)
AIMS = (
    Choice("largest", "the largest number", "Make the largest number", "Large digits go to the left."),
    Choice("smallest", "the smallest number", "Make the smallest number", "Small digits go to the left."),
    Choice("nearest", "the number nearest to", "Come near a target", "Every column matters in its turn."),
)


TARGET = Annotated[
    Total,
    Field(description="The number to come near, if aim is nearest."),
    Knob("amount", "target", hint="The number to come near to.", when=(("aim", ("nearest",)),)),
]
POINTS = Annotated[
    StrictInt,
    Field(ge=1, le=10, description="Rounds that must be won."),
    Knob("number", "points", hint="How many points, or rounds won, end the match.", unit="points"),
]


def without(names: Sequence[str], given: object) -> object:
    """Plain data without settings that the other ways of making numbers have: a file names them all."""
    return {key: value for key, value in given.items() if key not in names} if isinstance(given, Mapping) else given


def left_out(*names: str) -> ConfigDict:
    """The schema's word for settings of other ways of making numbers: read, and left out."""

    def add(schema: dict[str, Any]) -> None:
        told = {"deprecated": True, "description": "Of another way of making numbers: read, and left out."}
        schema["properties"] |= dict.fromkeys(names, told)

    return ConfigDict(json_schema_extra=add)


def check_put_back(pieces: Sequence[AnyPiece]) -> None:
    """Raise a setting error if draws hang together."""
    if remembers(tuple(pieces)):
        raise setting_error("For digits cards are put back: do not keep them out.", "pieces")


def check_written(distribution: Distribution) -> None:
    """Raise a setting error if a draw may make no number."""
    check_listed(distribution, "digits")
    if distribution.nothing or not distribution.totals:
        raise setting_error("Every draw must make a number that can be written down: change the formula.", "draw")


def check_few(distribution: Distribution, most: int = MOST_NUMBERS) -> None:
    """Raise a setting error if there are too many numbers to follow."""
    if len(distribution.totals) > most:
        raise setting_error(
            f"These pieces make {len(distribution.totals)} different numbers, and the most here is {most}: "
            "use fewer pieces.",
            "pieces",
        )


def rounds_to_points(one: Round, seats: int, turns: int, draws: int, points: int) -> Player:
    """Rounds of so many turns and draws, until a seat has won so many; score and success are those of the first."""

    def batch(runs: int, most_turns: int, rng: np.random.Generator, /, book: Book | None = None) -> Batch:
        have, rounds = np.zeros((runs, seats), np.int64), np.zeros(runs, np.int64)
        score, reached = np.zeros((runs, seats)), np.zeros((runs, seats))
        going = np.arange(runs)
        while len(going) and (rounds.max() + 1) * turns <= most_turns:
            if book is not None:
                book.games = going
            least, told, good = one(len(going), rng, book)
            if rounds.max() == 0:
                score, reached = told, good
            have[going] += most_wins(-np.round(least, 9))
            rounds[going] += 1
            going = going[have[going].max(axis=1) < points]
        over = np.ones(runs, bool)
        over[going] = False
        home, winner = shared_win(most_wins(have) & over[:, None])
        return Batch(rounds * turns, rounds * draws, winner, home, score=score, success=reached.mean(axis=1))

    return batch


def round_words(number: int, told: Sequence[float], best: Sequence[int]) -> str:
    """How a round played by hand came out."""
    shown = ", ".join(f"player {seat} {show('score', value)}" for seat, value in enumerate(told, 1))
    named = listing([seat + 1 for seat in best], "and")
    return f"Round {number}: {shown}; {'player' if len(best) == 1 else 'players'} {named} best."


def points_words(number: int, points: Sequence[int], wanted: int) -> str | None:
    """Points so far, where there are several rounds."""
    if wanted == 1:
        return None
    told = ", ".join(f"player {seat} has {count}" for seat, count in enumerate(points, 1))
    return f"Round {number}; of points {told}."
