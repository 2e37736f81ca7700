"""Two goes of one class, before and after it has talked: what changed in its placements, and how much of it was luck.

Theory. With placements fixed, the calls until the first board is clear have an expected number E; it is tried by chance
(:func:`calling.still`). Of the difference between two goes, E2 − E1 is what the new places were worth, and the rest is
what the calls would have done anyway.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import hypot

from bolometric.core.game.document import Game
from bolometric.core.logbook.calling import CallingBoard, boards_of, left, still, typed
from bolometric.core.logbook.session import FirstGo, Session
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import listing_words, minus, plural, significant

SURE = 2
"""Standard errors from which on placements are said to differ in worth."""


@dataclass(frozen=True, slots=True)
class Go:
    """One go: the boards, and what was called."""

    boards: tuple[CallingBoard, ...]
    totals: tuple[Fraction, ...]

    @property
    def written(self) -> FirstGo:
        """As it is kept in a logbook, where another go came after it."""
        return FirstGo(boards=tuple(map(typed, self.boards)), totals=tuple(str(tidy(one)) for one in self.totals))


def goes_of(session: Session) -> tuple[Go, Go] | None:
    """Both goes of a session; None where there was one."""
    first = session.first
    if first is None:
        return None
    before = Go(boards_of(first.boards), tuple(map(Fraction, first.totals)))
    return before, Go(boards_of(session.boards), session.numbers)


@dataclass(frozen=True, slots=True)
class Worth:
    """What a change of placements is worth, in calls until the first board is clear."""

    before: float
    after: float
    error: float
    """Standard error of the difference."""

    @property
    def saved(self) -> float:
        """Calls that the new places save, on average; below 0 where they cost some."""
        return self.before - self.after

    @property
    def known(self) -> bool:
        """Whether that is more than chance in working it out."""
        return abs(self.saved) > SURE * self.error


def moved(first: Go, second: Go) -> dict[Value, int]:
    """How many counters more or fewer lie on each number in the second go, all boards together."""
    counts = [Counter(number for board in go.boards for number in board.numbers) for go in (first, second)]
    numbers = sorted(set(counts[0]) | set(counts[1]))
    return {tidy(number): change for number in numbers if (change := counts[1][number] - counts[0][number])}


def calls_taken(go: Go) -> int | None:
    """Calls until the first board was clear; None where none was."""
    return next(
        (
            calls
            for calls in range(len(go.totals) + 1)
            if any(not left(board, go.totals[:calls]) for board in go.boards)
        ),
        None,
    )


def worth(game: Game, first: Go, second: Go) -> Worth | None:
    """What the second placements are worth against the first; None where one of them can never be cleared."""
    one, other = (still(game, go.boards, ()) for go in (first, second))
    if one is None or other is None:
        return None
    return Worth(one[0], other[0], hypot(one[1], other[1]))


def compared(game: Game, first: Go, second: Go) -> tuple[str, ...]:
    """Both goes side by side, in sentences that a class can read."""
    return tuple(filter(None, (_moved_words(first, second), *_worth_words(game, first, second))))


def _moved_words(first: Go, second: Go) -> str:
    if len(first.boards) != len(second.boards):
        return f"First {plural(len(first.boards), 'board')} played, then {len(second.boards)}."
    changes = moved(first, second)
    if not changes:
        return "All counters lie where they lay in the first go."
    more = [f"{minus(number)} (+{change})" for number, change in changes.items() if change > 0]
    fewer = [f"{minus(number)} (−{-change})" for number, change in changes.items() if change < 0]
    told = [f"{word} on {listing_words(some, 'and')}" for word, some in (("More", more), ("fewer", fewer)) if some]
    sentence = "; ".join(told)
    return f"{sentence[:1].upper()}{sentence[1:]}."


def _worth_words(game: Game, first: Go, second: Go) -> Sequence[str]:
    found, took = worth(game, first, second), (calls_taken(first), calls_taken(second))
    if found is None:
        return ("In one of the goes no board could ever be cleared.",)
    before, after = significant(found.before, 2), significant(found.after, 2)
    told = f"To be expected were {before} calls, then {after} (simulated ± {significant(found.error, 1)})."
    if took[0] is None or took[1] is None:
        return (told, "Only goes in which a board was cleared can be compared further.")
    less = took[0] - took[1]
    happened = f"It took {took[0]} calls, then {took[1]}"
    if not found.known:
        luck = ", so the difference was luck" if less else ""
        return told, f"{happened}: the places were worth about the same{luck}."
    return told, f"{happened}: {_shares(less, found.saved)}"


def _shares(less: int, saved: float) -> str:
    """How much of a difference the places made, and how much luck; both in calls."""
    calls = abs(round(saved))
    places = f"the new places {'saved' if saved > 0 else 'cost'} "
    places += f"about {plural(calls, 'call')}" if calls else "less than a call"
    luck = less - round(saved)
    if not luck:
        return f"{places}, and luck did nothing."
    return f"{places}, and luck {'saved' if luck > 0 else 'cost'} about {abs(luck)}."
