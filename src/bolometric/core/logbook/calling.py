"""Calling numbers for a room: what has come up, what was to be expected by now, and how the groups' boards stand."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from bolometric.core.game.document import Game
from bolometric.core.logbook.dealt import can_be_told, counts_of, to_come
from bolometric.core.logbook.luck import held_totals
from bolometric.core.logbook.quantiles import count_at
from bolometric.core.logbook.session import FINEST_TOTAL, LARGEST_TOTAL, MOST_BOARDS
from bolometric.core.settings.amounts import Value, parsed, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing, listing_words, minus, plural, significant, so_many

LOW, HIGH = 0.1, 0.9
MOST_NAMED = 4
"""Boards that are named at once, so that it can be read from the back."""
RUNS, LONGEST = 500, 2_000
"""Ways in which the calls may go on that are tried, and calls after which one of them is given up."""
NAMES = (
    "red",
    "blue",
    "green",
    "yellow",
    "violet",
    "orange",
    "brown",
    "white",
    "black",
    "silver",
    "gold",
    "rose",
    "star",
    "moon",
    "comet",
    "sun",
    "planet",
    "cloud",
    "snow",
    "rain",
    "wind",
    "stone",
    "leaf",
    "wave",
    "river",
    "lake",
    "hill",
    "cave",
    "reef",
    "dune",
    "fern",
    "moss",
    "pine",
    "owl",
    "fox",
    "hare",
    "bee",
    "fish",
    "frog",
    "crane",
)
"""Groups go by colour or by a sign of the sky; never by the names of children."""
assert len(NAMES) == MOST_BOARDS  # each has one of its own
SEVERAL = re.compile(r"\s*(\d{1,2})\s*[x×*:]\s*", re.IGNORECASE)
"""How a line begins that is the board of several groups."""


@dataclass(frozen=True, slots=True)
class ExpectedDraws:
    """What is to be expected of one total after so many calls."""

    total: Value
    mean: float
    low: float
    high: float
    """Eight of ten series lie from low to high."""


@dataclass(frozen=True, slots=True)
class CallingBoard:
    """What a group has written down or covered: each call takes one off its number."""

    name: str
    numbers: tuple[Fraction, ...]


def typed(board: CallingBoard) -> str:
    """A board as it is written down."""
    return " ".join(str(tidy(number)) for number in board.numbers)


def boards_of(lines: Sequence[str]) -> tuple[CallingBoard, ...]:
    """Boards that were written down, by the names they had in the room."""
    return tuple(
        CallingBoard(name, tuple(map(Fraction, line.split()))) for name, line in zip(NAMES, lines, strict=False)
    )


def expected(
    game: Game, calls: int, series: Sequence[int] = (), only: Sequence[Value] | None = None
) -> tuple[ExpectedDraws, ...]:
    """For each total that can come up: binomial, exact given its chance; where cards stay out from series dealt.

    ``series`` are the calls of each series, where there are several; ``only``, of which totals it is wanted. Nothing
    where players draw each in their own way.
    """
    if game.draws_differ:
        return ()
    odds, dealt = game.shown, counts_of(game, series or (calls,))
    asked = None if only is None else set(only)
    rows = [row for row in enumerate(odds.totals) if asked is None or row[1] in asked]
    if dealt is not None:
        low, high = (np.quantile(dealt, part, axis=0, method="inverted_cdf").tolist() for part in (LOW, HIGH))
        return tuple(
            ExpectedDraws(total, calls * float(odds.chance(total)), low[place], high[place]) for place, total in rows
        )
    return tuple(_expected(total, calls, float(odds.chance(total))) for _, total in rows)


def _expected(total: Value, calls: int, chance: float) -> ExpectedDraws:
    return ExpectedDraws(total, calls * chance, count_at(LOW, calls, chance), count_at(HIGH, calls, chance))


def read_total(game: Game, text: str) -> Fraction:
    """What was typed, as a number that these pieces can make, whoever draws. Raises GameError."""
    try:
        number = parsed(text.replace(",", "."), LARGEST_TOTAL, FINEST_TOTAL)
    except GameError:
        raise GameError(f"“{text[:12]}” is no number: type what the pieces show together.") from None
    totals = game.can_show
    if totals is not None and number not in {Fraction(one) for one in totals}:
        raise GameError(
            f"{minus(tidy(number))} cannot come up: these pieces make {minus(totals[0])} to {minus(totals[-1])}. Are "
            "other pieces used than the game says?"
        )
    return number


def unusual(game: Game, totals: Sequence[Fraction]) -> str:
    """How unusual what has come up is, in a sentence."""
    if game.draws_differ:
        return "How unusual this is can't be told, since players draw each in their own way."
    odds = game.shown
    if odds.sampled:
        return "How unusual this is can't be told, since these pieces have too many outcomes to list."
    dealt = counts_of(game, (len(totals),))
    return held_totals(Counter(totals), list(odds.totals), odds.chances.tolist(), dealt).words


def has_boards(game: Game) -> bool:
    """Whether groups have boards from which each call takes one number."""
    return game.area.marks > 0 and game.area.together


def read_boards(game: Game, text: str) -> tuple[CallingBoard, ...]:
    """Boards as they are typed: a line for each group, its numbers with spaces, commas or semicolons between.

    Several groups with the same board are one line that begins with how many: ``4 x 6 7 7 8``. Raises GameError.
    """
    marks, found = game.area.marks, list[CallingBoard]()
    for number, line in enumerate((one for one in text.splitlines() if one.strip()), 1):
        several = SEVERAL.match(line)
        times = int(several[1]) if several is not None else 1
        if len(found) + times > MOST_BOARDS:
            raise GameError(f"There is room for {MOST_BOARDS} boards: let groups share one.")
        try:
            parts = re.split(r"[\s,;]+", SEVERAL.sub("", line).strip())
            numbers = tuple(parsed(part, LARGEST_TOTAL, FINEST_TOTAL) for part in parts)
        except GameError:
            raise GameError(f"Board {number}: write numbers with spaces between.") from None
        if marks and len(numbers) != marks:
            raise GameError(f"Board {number} has {plural(len(numbers), 'number')}; this game takes {marks}.")
        found += [CallingBoard(NAMES[len(found) + k], numbers) for k in range(times)]
    return tuple(found)


def left(board: CallingBoard, totals: Sequence[Fraction]) -> Counter[Fraction]:
    """What a board still waits for."""
    return Counter(board.numbers) - Counter(totals)


def standing(boards: Sequence[CallingBoard], totals: Sequence[Fraction]) -> list[tuple[CallingBoard, int]]:
    """Boards with how many numbers they still wait for, the nearest first."""
    return sorted(((one, left(one, totals).total()) for one in boards), key=lambda told: told[1])


def clear_words(boards: Sequence[CallingBoard], totals: Sequence[Fraction]) -> str:
    """Whose boards are clear, all of them where there are several; nothing where none is."""
    names = [one.name for one, count in standing(boards, totals) if not count]
    if len(names) > MOST_NAMED:
        return f"{len(names)} boards are clear"
    return f"{listing_words(names, 'and')} {'is' if len(names) == 1 else 'are'} clear" if names else ""


def standing_lines(boards: Sequence[CallingBoard], totals: Sequence[Fraction], most: int) -> list[str]:
    """How boards stand, the nearest first; of more than ``most`` those that wait for as many numbers share a line."""
    found = standing(boards, totals)
    if len(found) <= most:
        return [f"{one.name}: {count} to go" for one, count in found]
    names: dict[int, list[str]] = {}
    for one, count in found:
        names.setdefault(count, []).append(one.name)
    return [
        f"{some[0]}{f', {len(some) - 1} more' if len(some) > 1 else ''}: {count} to go"
        for count, some in list(names.items())[:most]
    ]


def hopeless(game: Game, board: CallingBoard, totals: Sequence[Fraction] = ()) -> str:
    """Why a board can never be cleared; nothing where it can."""
    possible = {Fraction(one) for one in game.shown.totals}
    never = sorted(set(left(board, totals)) - possible)
    if not never:
        return ""
    return f"{board.name} can no longer win: {listing([tidy(one) for one in never], 'and')} never comes up"


def still(game: Game, boards: Sequence[CallingBoard], totals: Sequence[Fraction]) -> tuple[float, float] | None:
    """How many more calls until the first board is clear, with the standard error; None where none ever is.

    The calls to come are tried by chance, since boards hang together through them. Only where it can be told what may
    come (:func:`dealt.can_be_told`).
    """
    open_boards = [left(one, totals) for one in boards if not hopeless(game, one, totals)]
    if not open_boards:
        return None
    if any(not one for one in open_boards):
        return 0.0, 0.0
    odds = game.shown
    places = {Fraction(total): at for at, total in enumerate(odds.totals)}
    needs = [{places[number]: count for number, count in one.items()} for one in open_boards]
    length = min(LONGEST, 20 + int(8 * max(_rough(need, odds.chances.tolist()) for need in needs)))
    drawn = to_come(game, totals, RUNS, length, np.random.default_rng(1))
    wanted = {one for need in needs for one in need.items()}
    times = {(at, count): _reached(drawn == at, count) for at, count in wanted}
    first = np.full(RUNS, length)
    for need in {frozenset(need.items()) for need in needs}:  # many groups may have the same board
        first = np.minimum(first, np.max([times[one] for one in need], axis=0))
    return float(first.mean()), float(first.std() / np.sqrt(RUNS))


def _reached(came: NDArray[np.bool_], count: int) -> NDArray[np.int64]:
    """The calls after which it came so often in each row; all of them where it did not."""
    reached = came.cumsum(axis=1, dtype=np.int16) >= count
    return np.asarray(np.where(reached[:, -1], reached.argmax(axis=1) + 1, came.shape[1]), np.int64)


def _rough(need: Mapping[int, int], chances: Sequence[float]) -> float:
    return max(count / chances[at] for at, count in need.items())


def still_told(game: Game, boards: Sequence[CallingBoard], totals: Sequence[Fraction]) -> str:
    """Whose boards are clear, or how many more calls it takes."""
    if clear := clear_words(boards, totals):
        return f"{clear}."
    if not can_be_told(game, totals):
        return "How long it still takes is not known: the numbers do not tell which cards are out."
    found = still(game, boards, totals)
    if found is None:
        return "No board can be cleared any more."
    mean, error = found
    return f"About {so_many(mean, 'more call')} until the first board is clear (simulated ± {significant(error, 1)})."
