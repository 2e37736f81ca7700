"""The game document: an immutable value, checked as a whole.

Every edit makes a new :class:`Game`; a reading is a pure function of a game, a seed and a number of
runs. So undo is a list of games, and results are cached by the game itself.
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from typing import Annotated, Any, Literal, Self, TypeVar, get_args

from pydantic import Field, model_validator

from bolometric.core.game.area_part import AreaPart
from bolometric.core.game.brief import Brief, Family
from bolometric.core.game.house import House, spoken
from bolometric.core.game.kinds import AnyArea, kinds, usual
from bolometric.core.game.printing import Printing
from bolometric.core.game.seats import MOST_SEATS, Seats
from bolometric.core.game.sides import Side, of_old_duel
from bolometric.core.game.talk import Talk
from bolometric.core.learner_work.fluency import Fluency
from bolometric.core.learner_work.slipping import slipped, slipped_work
from bolometric.core.learner_work.tasks import DrawWork, draw_work
from bolometric.core.outcomes.distribution import Distribution, distribution_of
from bolometric.core.outcomes.listing import check_kept_out
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.faces import Line
from bolometric.core.pieces.kinds import MOST_PIECES, PLAIN_DIE, AnyPiece, Piece, remembers
from bolometric.core.settings.amounts import Value
from bolometric.core.settings.base import Part
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.explain import checked, setting_error
from bolometric.core.settings.knobs import Knob

FORMAT = 1
"""The version of the game file that this program writes, and the newest it reads."""


Area = TypeVar("Area", bound=AreaPart)


@lru_cache(maxsize=256)
def _of_seat(game: Game, side: int) -> Game:
    if side == 0:
        return game.model_copy(update={"others": ()})
    own = game.others[side - 1]
    return game.model_copy(update={"pieces": own.pieces, "draw": own.draw or game.draw, "others": ()})


class Game(Part):
    """One game, whole and playable: every combination of settings that can be built can be measured.

    Seats take turns in order, seat 1 first; what the pieces show becomes one number, the total of the draw.
    """

    bolometric: Annotated[Literal[1], Field(description="Version of this file format.")] = FORMAT  # type: ignore[assignment]
    name: Annotated[
        Line,
        Field(min_length=1, max_length=60, description="What the game is called."),
        Knob("text", "the name", hint="What the game is called, on screen and on every page."),
    ] = "A new game"
    brief: Brief = Brief()
    pieces: Annotated[
        tuple[Piece, ...],
        Field(
            min_length=1,
            max_length=MOST_PIECES,
            description="What is rolled, spun, drawn or tossed together in one draw: dice, spinners, packs, counters.",
        ),
        Knob("pieces", "pieces", hint="What is rolled, spun, drawn, tossed or dropped at once."),
    ] = (PLAIN_DIE,)
    draw: Draw = Draw()
    others: Annotated[
        tuple[Side, ...],
        Field(
            max_length=MOST_SEATS - 1,
            description="What the second seat draws from and makes of it, the third, and so on, where each has a draw "
            "of its own; the last one counts for all further seats, and with none all do as the first.",
        ),
        Knob(
            "sides",
            "draws of their own",
            hint="What the other players draw from, and make of it, where it is not the same: a handicap, or another "
            "task.",
            practice="operation",
            when=(("may_draw_own", ("yes",)),),
        ),
    ] = ()
    area: AnyArea = Field(default_factory=usual)
    seats: Seats = Seats()
    house: House = House()
    talk: Talk = Talk()
    printing: Printing = Printing()
    family: Annotated[Family | None, Field(description="Of which versions of one game this is one; null for none.")] = (
        None
    )

    @property
    def as_played(self) -> Game:
        """The game without how it is printed and without its maker's note: what a reading, or a class, sees of it."""
        return self.model_copy(update={"printing": Printing(), "brief": self.brief.model_copy(update={"note": ""})})

    def plays_as(self, other: Game) -> bool:
        """Whether the two differ at most in how they are printed, and in their maker's note."""
        return self.as_played == other.as_played

    @property
    def shown(self) -> Distribution:
        """Distribution of the total of one draw, as the pieces show it."""
        return distribution_of(self.pieces, self.draw)

    @property
    def distribution(self) -> Distribution:
        """Distribution of the total that is used: as it is shown, but for slips that stand."""
        who = self._slipping
        if who is None:
            return self.shown
        return slipped(self.shown, draw_work(self.pieces, self.draw), who, self.area.counted_ones)

    @property
    def draw_work(self) -> DrawWork:
        """What one draw takes to work out, by the total that is used."""
        work, who = draw_work(self.pieces, self.draw), self._slipping
        return work if who is None else slipped_work(self.shown, work, who, self.area.counted_ones)

    @property
    def _slipping(self) -> Fluency | None:
        """Who works the totals out that are used as they come, right or wrong; None where slips are caught."""
        return self.seats.profile(0) if self.seats.slips == "stand" else None

    @property
    def draws_are_known(self) -> bool:
        """Whether draws do not hang together and all chances are exact: only then is there a chain to follow."""
        return not remembers(self.pieces) and not self.distribution.sampled

    @property
    def may_draw_own(self) -> Literal["yes", "no"]:
        """Whether players other than the first may have a draw of their own."""
        may = self.area.own_draws and self.seats.count > 1 and not self.area.one_caller
        return "yes" if may else "no"

    def of_seat(self, seat: int) -> Game:
        """The game in which all draw as this seat does, counted from 0: the game itself where all do alike."""
        return _of_seat(self, min(seat, len(self.others))) if self.others else self

    @property
    def takes_turns(self) -> bool:
        """Whether players do something one after the other, while others could look on."""
        return self.seats.count > 1 and not (self.area.together or self.area.abreast)

    @property
    def all_answer(self) -> bool:
        """Whether everybody works out what one player draws and moves."""
        return self.takes_turns and self.seats.answers == "all"

    @property
    def thrown_by_next(self) -> bool:
        """Whether the player after the one whose turn it is uses the pieces."""
        return self.takes_turns and self.area.draws_by_turn and self.seats.throws == "next"

    @property
    def by_seat(self) -> tuple[Game, ...]:
        """The same for every seat."""
        return tuple(self.of_seat(seat) for seat in range(self.seats.count))

    @property
    def by_side(self) -> tuple[Game, ...]:
        """The different ones of these, in order; one where all seats draw alike."""
        return tuple(dict.fromkeys(self.by_seat))

    def seat_name(self, seat: int) -> str:
        """What the maker calls a seat, from 0: 'player 1', or a word of their own."""
        return spoken(f"player {seat + 1}", self.house.nouns)

    def seat_label(self, seat: int) -> str:
        """The same with a capital letter; the last of many boards stands for all further ones."""
        return spoken(self.seats.name(seat), self.house.nouns)

    @property
    def draws_differ(self) -> bool:
        """Whether any seat draws otherwise than another."""
        return len(self.by_side) > 1

    @property
    def can_show(self) -> tuple[Value, ...] | None:
        """Every total that anybody's pieces can show, rising; None where they have too many outcomes to list."""
        if not self.others:
            return None if self.shown.sampled else self.shown.totals
        each = [one.shown for one in self.by_side]
        return None if any(odds.sampled for odds in each) else tuple(sorted({t for odds in each for t in odds.totals}))

    @property
    def keeps_out(self) -> bool:
        """Whether cards of anybody stay out."""
        return any(remembers(one.pieces) for one in self.by_side)

    def holder(self, seat: int) -> int:
        """The first seat, from 0, of those that draw from the same pieces as this one."""
        if self.area.own_packs:
            return seat
        mine = self.of_seat(seat).pieces
        return next(other for other in range(seat + 1) if self.of_seat(other).pieces == mine)

    @property
    def hands(self) -> tuple[tuple[AnyPiece, ...], ...]:
        """What lies on the table to draw from: pieces once for all who use them in turn, or once for each seat."""
        each = self.area.own_hands and not self.keeps_out
        return tuple(one.pieces for seat, one in enumerate(self.by_seat) if each or self.holder(seat) == seat)

    @model_validator(mode="before")
    @classmethod
    def _with_sides(cls, data: object) -> object:
        return of_old_duel(data)

    @model_validator(mode="after")
    def _fits_together(self) -> Self:
        self._check_draws(self.pieces, self.draw)
        for side in self.others:
            self._check_side(side)
        self._check_slips()
        self.seats.check_styles(self.area, remembers(self.pieces), len(self.distribution.totals))
        self.seats.check_count(self.area)
        self.area.check_draw(self.distribution)
        return self

    def _check_draws(self, pieces: tuple[AnyPiece, ...], draw: Draw) -> None:
        check_set(pieces, draw)
        self.area.check_pieces(pieces, draw)

    def _check_side(self, side: Side) -> None:
        """Raise a setting error if a seat can't have this draw of its own."""
        pieces, draw = side.pieces, side.draw or self.draw
        goals = [style.aim(self.area) for style in self.seats.styles if style.choose == "plan" and self.area.goals]
        self.area.check_own_draws(remembers(self.pieces) or remembers(pieces), goals)
        try:
            self._check_draws(pieces, draw)
            self.area.check_draw(distribution_of(pieces, draw))
        except GameError as error:
            raise setting_error(f"Another player's draw: {error.sentence}", "others") from None
        if distribution_of(pieces, draw).sampled or self.shown.sampled:
            told = "A draw of one's own is for pieces whose outcomes can all be listed: use fewer pieces."
            raise setting_error(told, "others")

    def _check_slips(self) -> None:
        if self.seats.slips == "caught" or not self.seats.fluency:
            return
        alike = len({self.seats.profile(seat) for seat in range(self.seats.count)}) == 1
        if not alike:
            told = (
                "Slips can only stand where all players work alike: give all the same fluency, or let slips be caught."
            )
        elif not self.area.slips_may_stand or remembers(self.pieces) or self.shown.sampled:
            told = "In this kind of game slips can't stand: let a partner catch them."
        else:
            return
        raise setting_error(told, "seats.slips")

    def area_as(self, kind: type[Area]) -> Area:
        """The area, for those who know what it is."""
        assert isinstance(self.area, kind)
        return self.area


def check_set(pieces: tuple[AnyPiece, ...], draw: Draw) -> None:
    """Raise a setting error if no number can be made of these pieces this way."""
    draw.check_pieces(pieces)
    if remembers(pieces):
        check_kept_out(pieces)
    distribution_of(pieces, draw)


class PieceSet(Part):
    """Pieces and what is made of them, without a game."""

    pieces: Annotated[tuple[Piece, ...], Field(min_length=1, max_length=MOST_PIECES)] = (PLAIN_DIE,)
    draw: Draw = Draw()

    @property
    def distribution(self) -> Distribution:
        """Distribution of the total of one draw."""
        return distribution_of(self.pieces, self.draw)

    @model_validator(mode="after")
    def _fits_together(self) -> Self:
        check_set(self.pieces, self.draw)
        return self


Whole = TypeVar("Whole", bound=Part)


def set_from(data: object) -> PieceSet:
    """A set from plain data. Raises GameError with the place and one sentence."""
    return _checked(PieceSet, data)


def game_from(data: object) -> Game:
    """A game from plain data, as read from JSON.

    Args:
        data: groups of settings; what is left out has its default.

    Returns:
        The game, checked as a whole.

    Raises:
        GameError: with the place of what cannot be, and one sentence.

    >>> game_from({"area": {"length": 3}})
    Traceback (most recent call last):
    bolometric.core.settings.errors.GameError: area.length: 3 is too small: the least is 5.
    """
    return _checked(Game, data)


def _checked(kind: type[Whole], data: object) -> Whole:
    with checked(every_field_name):
        return kind.model_validate(data)


def with_value(game: Game, path: str, value: object) -> Game:
    """The game with one setting changed.

    Args:
        game: the game; it stays as it is.
        path: the place of the setting, such as ``area.length``.
        value: what it is to be, as plain data or a value of the model.

    Returns:
        Another game, checked as a whole.

    Raises:
        GameError: naming the place, if the result cannot be.

    >>> with_value(Game(), "area.length", 20).area.length
    20
    """
    return with_values(game, {path: value})


def with_values(game: Game, changes: Mapping[str, object]) -> Game:
    """The game with several settings changed at once, by their paths; else as :func:`with_value`."""
    data: dict[str, Any] = {name: getattr(game, name) for name in Game.model_fields}  # these were checked already
    for path, value in changes.items():
        *groups, last = path.split(".")
        place = data
        for step in groups:
            inner = place[step]
            place[step] = inner = dict(inner) if isinstance(inner, dict) else inner.model_dump()
            place = inner
        place[last] = value
    try:
        return game_from(data)
    except GameError as error:
        raise GameError(error.sentence, error.where or ", ".join(changes)) from None


def every_field_name() -> tuple[str, ...]:
    """All the words that a game file may use as keys; asked for only when something is misspelt."""
    found: dict[str, None] = {}

    def visit(kind: object) -> None:
        if isinstance(kind, type) and issubclass(kind, Part):
            for name, field in kind.model_fields.items():
                found[name] = None
                visit(field.annotation)
        for inner in get_args(kind):
            visit(inner)

    visit(Game)
    for area in kinds():
        visit(area)
    return tuple(found)
