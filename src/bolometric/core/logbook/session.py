"""A session: a game as it was played with a group on a day, and what came of it."""

from __future__ import annotations

from datetime import date, timedelta
from fractions import Fraction
from functools import lru_cache
from typing import Annotated, Literal, Self
from uuid import uuid4

from pydantic import AfterValidator, Field, StrictFloat, StrictInt, model_validator

from bolometric.core.game.document import Game
from bolometric.core.game.files import from_text, to_text
from bolometric.core.game.seats import MOST_AT_ONE_CALLER
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.amounts import parsed, tidy
from bolometric.core.settings.base import Part
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked, setting_error
from bolometric.core.text.figures import listing, minus

MOODS: dict[str, str] = {"": "not said", "flat": "flat", "calm": "calm", "lively": "lively", "wild": "wild"}
Mood = Literal["", "flat", "calm", "lively", "wild"]
MOST_TABLES, MOST_TOTALS, MOST_BOARDS, MOST_SHOWS = 60, 5_000, 40, 100


def _a_day(text: str) -> str:
    try:
        found = date.fromisoformat(text)
    except ValueError:
        raise setting_error(f"“{text[:20]}” is no date: write it as 2026-11-26.") from None
    if found > date.today() + timedelta(days=1):
        raise setting_error(f"{text} is yet to come: a session is written in once it was played.")
    return found.isoformat()


LARGEST_TOTAL, FINEST_TOTAL = 10**12, 10**9
"""No draw makes more, or smaller parts: a number is bounded before anything is worked out with it."""


def _a_number(text: str) -> str:
    try:
        return str(tidy(parsed(text, LARGEST_TOTAL, FINEST_TOTAL)))
    except GameError:
        raise setting_error(f"“{text[:20]}” is no number: totals are numbers such as 7, 0.5 or 1/2.") from None


@lru_cache(maxsize=512)
def game_in(text: str) -> Game:
    """The game in a session: thousands of them share a few. Raises FileError where the text is none."""
    return from_text(text, "the session's game")


def _a_board(text: str) -> str:
    return " ".join(map(_a_number, text.split()))


Totals = Annotated[tuple[Annotated[str, AfterValidator(_a_number)], ...], Field(max_length=MOST_TOTALS)]
Boards = Annotated[
    tuple[Annotated[str, Field(min_length=1, max_length=400), AfterValidator(_a_board)], ...],
    Field(max_length=MOST_BOARDS),
]


class HandsUp(Part):
    """A show of hands: what was asked, how many were up, and of how many."""

    asked: Annotated[Line, Field(min_length=1, max_length=120)]
    up: Annotated[StrictInt, Field(ge=0, le=MOST_AT_ONE_CALLER)]
    of: Annotated[StrictInt, Field(ge=0, le=MOST_AT_ONE_CALLER)]
    go: Annotated[StrictInt, Field(ge=1, le=2)] = 1


class FirstGo(Part):
    """The go of a class before it talked: how the boards lay then, and what was called."""

    boards: Boards = ()
    totals: Totals = ()


class Session(Part):
    """One session. Several tables may have played at once; each list has one entry for each game that was noted."""

    key: Annotated[str, Field(min_length=8, max_length=64, pattern="^[0-9a-zA-Z-]+$")] = Field(
        default_factory=lambda: uuid4().hex
    )
    day: Annotated[str, AfterValidator(_a_day)] = Field(default_factory=lambda: date.today().isoformat())
    group: Annotated[Line, Field(max_length=60)] = ""
    tables: Annotated[StrictInt, Field(ge=1, le=MOST_TABLES)] = 1
    turns: Annotated[tuple[Annotated[StrictInt, Field(ge=1, le=100_000)], ...], Field(max_length=MOST_TABLES)] = ()
    """Turns of each game whose turns were counted (draws, where draws take the time)."""
    minutes: Annotated[
        tuple[Annotated[StrictFloat | StrictInt, Field(gt=0, le=1440)], ...], Field(max_length=MOST_TABLES)
    ] = ()
    winners: Annotated[
        tuple[Annotated[StrictInt, Field(ge=0, le=MOST_AT_ONE_CALLER)], ...], Field(max_length=MOST_TABLES)
    ] = ()
    """The seat that won each game, from 1; 0 for a game that was shared or that nobody won."""
    slips: Annotated[tuple[Annotated[StrictInt, Field(ge=0, le=1000)], ...], Field(max_length=MOST_TABLES)] = ()
    """Slips that were noticed in each game, where they were counted."""
    totals: Totals = ()
    """What came up, one after the other."""
    boards: Boards = ()
    """How the boards of a class lay, each as its numbers with spaces between."""
    first: FirstGo | None = None
    """The go before the one that the rest tells of, where a class played two."""
    hands: Annotated[tuple[HandsUp, ...], Field(max_length=MOST_SHOWS)] = ()
    mood: Mood = ""
    note: Annotated[Line, Field(max_length=300)] = ""
    change: Annotated[Line, Field(max_length=300)] = ""
    """What to change next time."""
    source: Literal["typed", "table", "class", "file"] = "typed"
    game: Annotated[str, Field(max_length=1_000_000)] = ""
    """The game as it was played: the text of its file."""

    @model_validator(mode="after")
    def _fits_the_game(self) -> Self:
        seats = self.played.seats.count
        beyond = next((seat for seat in self.winners if seat > seats), None)
        if beyond is not None:
            raise setting_error(f"Player {beyond} won, but only {seats} play: name a player from 1 to {seats}.")
        if max(len(self.turns), len(self.minutes), len(self.winners), len(self.slips)) > self.tables:
            raise setting_error(
                f"More games were noted than there were tables ({self.tables}): say how many tables played."
            )
        return self

    @property
    def played(self) -> Game:
        """The game. Raises FileError where its text is none."""
        return game_in(self.game)

    @property
    def numbers(self) -> tuple[Fraction, ...]:
        """The totals as numbers."""
        return tuple(Fraction(one) for one in self.totals)


def session_of(game: Game, **said: object) -> Session:
    """A session of a game. Raises GameError where something said can't be."""
    with checked():
        return Session.model_validate({"game": to_text(game), **said})


def impossible(session: Session) -> tuple[Fraction, ...]:
    """Totals that nobody's pieces can make; none where that is not known."""
    possible = session.played.can_show
    return () if possible is None else tuple(sorted(set(session.numbers) - set(map(Fraction, possible))))


def impossible_words(session: Session) -> str:
    """That they can't be, and what it may mean; nothing where all can."""
    found, possible = impossible(session), session.played.can_show
    if not found or possible is None:
        return ""
    some = listing([tidy(one) for one in found[:4]], "and")
    make = f"these pieces make {minus(possible[0])} to {minus(possible[-1])}"
    return f"{some} cannot come up: {make}. Were other pieces used than the game says?"
