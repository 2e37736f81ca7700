"""A show of hands: what a room is asked of its boards, and how many hands are to be expected.

Where the boards were typed in, the hands are counted from them. Where nobody has told of them, each number of a board
is taken to lie on any of those it may lie on, as the kind of game says (``AreaPart.by_guess``), whatever the others do.

Theory. A board of m numbers, each on n with chance p(n), has X(n) on n, which are multinomial. Once n was called c(n)
times, max(X(n) − c(n), 0) of them are left. The chance that no more than k are left in all is summed number by number:
after some numbers, f(u, l) is the sum of Π p(n)^x / x! over all ways to use u with l left; times m! it is a chance.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import factorial
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.document import Game
from bolometric.core.logbook.calling import HIGH, LOW, CallingBoard, left
from bolometric.core.logbook.dealt import counts_of
from bolometric.core.logbook.quantiles import count_at
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import minus, plural, significant

Asked = Literal["left", "on", "none"]


@dataclass(frozen=True, slots=True)
class HandsQuestion:
    """Something that holds of a board or not."""

    asked: Asked
    number: Value
    """How many are left at most; or the number that a board has, or has not, in the beginning."""
    marks: str
    """What lies on a board: 'counters'."""

    @property
    def words(self) -> str:
        """As the room is asked."""
        match self.asked:
            case "left":
                return f"Hands up: who has {minus(self.number)} or fewer {self.marks} left?"
            case "on":
                return f"Hands up: who had one on {minus(self.number)} in the beginning?"
            case _:
                return f"Hands up: who had none on {minus(self.number)} in the beginning?"

    def holds(self, board: CallingBoard, totals: Sequence[Fraction]) -> bool:
        """Whether it holds of a board by now."""
        if self.asked == "left":
            return left(board, totals).total() <= self.number
        return (self.number in board.numbers) == (self.asked == "on")


@dataclass(frozen=True, slots=True)
class ExpectedHands:
    """How many hands are to be expected, of so many."""

    mean: float
    low: float
    high: float
    """Eight rooms of ten lie from low to high; all three are alike where the boards are known."""
    of: int
    known: bool
    """Whether the boards were typed in; else they are taken to be guesses."""
    roughly: bool = False
    """Whether boards hang together, since they were filled from one pack whose cards stay out."""

    @property
    def words(self) -> str:
        """As it is told."""
        if self.known:
            return f"By the boards it is {minus(self.mean)} of {self.of}."
        between = f"{self.low:g} to {self.high:g}" if self.low < self.high else f"{self.low:g}"
        about = f"about {significant(self.mean, 2)} of {self.of}"
        return f"By guessing, {about} ({between} in eight rooms of ten; {'roughly' if self.roughly else 'exact'})."


def questions(game: Game, totals: Sequence[Fraction], boards: Sequence[CallingBoard] = ()) -> tuple[HandsQuestion, ...]:
    """What a room is asked by now: so few left that about half have them; a rare number, and a frequent one."""
    places = _places(game)
    if not places:
        return ()
    marks, count = game.area.marks_named, game.area.marks
    odds = {
        Fraction(total): chance for total, chance in zip(game.shown.totals, game.shown.chances.tolist(), strict=True)
    }
    rare = min(places, key=lambda number: (odds.get(number, 0.0), abs(number)))
    often = max(places, key=lambda number: (odds.get(number, 0.0), -number))
    found = [HandsQuestion("on", tidy(rare), marks), HandsQuestion("none", tidy(often), marks)]
    if totals:
        fewer = [HandsQuestion("left", few, marks) for few in range(1, count)]
        if fewer:
            half = len(boards) / 2 if boards else 0.5
            holds = [expected_hands(game, one, boards, totals, 1).mean for one in fewer]
            found.insert(0, min(zip(fewer, holds, strict=True), key=lambda told: abs(told[1] - half))[0])
    return tuple(found)


def share(game: Game, question: HandsQuestion, totals: Sequence[Fraction]) -> float:
    """The chance that it holds of a board that nobody has told of; exact for guesses, or from boards that are dealt."""
    places, count = _places(game), game.area.marks
    if (dealt := _dealt(game)) is not None:
        return _of_dealt(game, question, totals, dealt)
    if question.asked != "left":
        never = (1 - places.get(Fraction(question.number), 0.0)) ** count
        return 1 - never if question.asked == "on" else never
    return _left_at_most(places, count, Counter(totals), int(question.number))


def _dealt(game: Game) -> NDArray[np.int64] | None:
    """How often each total stands on boards that are filled from a pack whose cards stay out; None for other boards."""
    return counts_of(game, (game.area.marks,)) if game.area.marks_drawn else None


def _of_dealt(game: Game, question: HandsQuestion, totals: Sequence[Fraction], dealt: NDArray[np.int64]) -> float:
    """The share of dealt boards of which it holds."""
    called = Counter(totals)
    gone = np.array([called[Fraction(total)] for total in game.shown.totals])
    if question.asked == "left":
        return float((np.maximum(dealt - gone, 0).sum(axis=1) <= question.number).mean())
    there = [place for place, total in enumerate(game.shown.totals) if total == question.number]
    has = float((dealt[:, there] > 0).any(axis=1).mean())
    return has if question.asked == "on" else 1 - has


def _places(game: Game) -> dict[Fraction, float]:
    return {Fraction(number): chance for number, chance in game.area.by_guess(game.shown).items()}


def _left_at_most(places: dict[Fraction, float], count: int, called: Counter[Fraction], most: int) -> float:
    """As the theory above says; rows are how many have been used, columns how many of them are left."""
    sums = np.zeros((count + 1, count + 1))
    sums[0, 0] = 1.0
    for number, chance in places.items():
        after, gone = sums.copy(), called[number]
        for used in range(1, count + 1):
            stay = max(used - gone, 0)
            weight = chance**used / factorial(used)
            after[used:, stay:] += weight * sums[: count + 1 - used, : count + 1 - stay]
        sums = after
    return min(float(sums[count, : most + 1].sum()) * factorial(count), 1.0)  # rounding may put it above


def expected_hands(
    game: Game, question: HandsQuestion, boards: Sequence[CallingBoard], totals: Sequence[Fraction], learners: int
) -> ExpectedHands:
    """How many hands are to be expected: counted from the boards, or of so many learners who guess."""
    if boards:
        hands = float(sum(question.holds(board, totals) for board in boards))
        return ExpectedHands(hands, hands, hands, len(boards), known=True)
    chance = share(game, question, totals)
    low, high = (count_at(part, learners, chance) for part in (LOW, HIGH))
    return ExpectedHands(learners * chance, low, high, learners, known=False, roughly=_dealt(game) is not None)


def counted_words(up: int, of: int) -> str:
    """Hands that were counted, as it is told."""
    return f"{plural(up, 'hand')} up, of {of}."
