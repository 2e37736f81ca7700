"""What the maker of a trail sets."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Annotated, ClassVar, Literal, Self

from pydantic import AfterValidator, Field, StrictInt, model_validator

from bolometric.core.areas.trail.choices import (
    AGAINST,
    ENDS,
    FINISHES,
    FIRST_HOME,
    GAMES,
    GOALS,
    GOING_ON,
    LIMITS,
    MOVES,
    RULES,
    SPECIALS,
    TRACKS,
)
from bolometric.core.areas.trail.possible import check_draw
from bolometric.core.areas.trail.way import Way
from bolometric.core.game.area_part import Ending, Goal, StyleRule
from bolometric.core.outcomes.distribution import Distribution
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.kinds import AnyPiece, remembers
from bolometric.core.settings.amounts import Total
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob
from bolometric.core.text.figures import minus

MOST_DARING_STEPS = 1000


def _rising(totals: tuple[Fraction, ...]) -> tuple[Fraction, ...]:
    return tuple(sorted(set(totals)))


Totals = Annotated[tuple[Total, ...], AfterValidator(_rising), Field(max_length=200)]


GAMES_AT_MOST = {"one": 1, "three": 3, "five": 5}
MOST_SWEPT = 200_000_000
"""Positions times totals that one sweep of value iteration may take."""
STAYS = "What is coloured or crossed off can't be taken back"
MOST_MEETING = 200
"""Steps on which best play against another seat can be worked out."""


class Trail(Way):
    """A trail of numbered squares, one marker for each seat.

    Markers start off the board, before square 1, and do not get in each other's way. Each turn is one draw; its total
    moves the marker. A total below zero moves it back, never further than off the board; so does bouncing back. With a
    unit other than ones the trail is an amount that is filled, a step for each unit; a total that is no whole number of
    steps, or no number at all, moves nothing.
    """

    noun: ClassVar[str] = "A trail"
    unused_at_most: ClassVar[float] = 0.2
    rules: ClassVar[tuple[StyleRule, ...]] = RULES
    goals: ClassVar[tuple[Goal, ...]] = GOALS
    at_aim: ClassVar[str] = "home"
    slips_may_stand: ClassVar[bool] = True
    own_draws: ClassVar[bool] = True
    gauges: ClassVar[tuple[str, ...]] = (
        "minutes",
        "in_time",
        "first_seat_edge",
        "success",
        "setbacks",
        "lead_for_good",
        "choice",
    )

    end: Annotated[
        Literal["pass", "exact", "again", "bounce"],
        Field(
            description="How a counter gets home: pass = reaching or passing the last square; exact = only by landing "
            "on it, a total that is too much moves nothing; again = only by landing on it, what is too much is drawn "
            "again in the same turn (with one draw a turn; where every total is too much, it is wasted); bounce = only "
            "by landing on it, what is too much is counted back from it."
        ),
        Knob("choice", "how the end is reached", choices=ENDS),
    ] = "pass"
    back_to_start: Annotated[
        Totals,
        Field(description="Totals that take the counter off the board again; the turn ends."),
        Knob(
            "totals",
            "totals that send back to the start",
            hint="Whoever makes one of these begins again; the game grows longer.",
        ),
    ] = ()
    lose_turn: Annotated[
        Totals,
        Field(description="Totals on which the turn is lost: the counter stays where it is."),
        Knob(
            "totals",
            "totals that lose the turn",
            hint="Whoever makes one of these stays, and loses what the turn had gained.",
        ),
    ] = ()
    go_on: Annotated[
        Literal["no", "dare", "fixed"],
        Field(
            description="no = one draw a turn; dare = after a draw that did not end the turn you may draw again, as "
            "long as you dare; fixed = a turn is so many draws (see draws). Totals in lose_turn then lose all that the "
            "turn gained, those in back_to_start everything; either ends the turn, and so does getting home."
        ),
        Knob("choice", "how often you draw in a turn", practice="aim", choices=GOING_ON, suggested=("no",)),
    ] = "no"
    draws: Annotated[
        StrictInt,
        Field(ge=2, le=20, description="Draws in a turn, if go_on is fixed."),
        Knob("number", "draws", hint="How many draws there are.", unit="draws a turn", when=(("go_on", ("fixed",)),)),
    ] = 2
    moves: Annotated[
        Literal["own", "either", "back"],
        Field(
            description="own = a total moves the counter of whoever drew; either = whoever drew chooses whether it "
            "moves their own counter or that of the next seat (with one draw a turn only); back = they move their own "
            "on, or that of the next seat back by as much, though not past the start (totals below zero are refused). "
            "A guess takes either evenly; ahead goes home if it can, else leaves itself furthest ahead of that seat "
            "(furthest behind, if the first home loses), with a tie its own; the plan is for two seats where the game "
            "stops at once."
        ),
        Knob(
            "choice",
            "whom a total moves",
            practice="aim",
            choices=MOVES,
            suggested=("own",),
            when=(("track", ("own",)),),
        ),
    ] = "own"
    track: Annotated[
        Literal["own", "shared"],
        Field(
            description="own = a counter for each seat; shared = all move one counter, in turn, all in the first "
            "seat's style; they reach the aim together (success) if it is home within turns turns of all players."
        ),
        Knob("choice", "whose counter moves", practice="aim", choices=TRACKS, suggested=()),
    ] = "own"
    turns: Annotated[
        StrictInt,
        Field(ge=1, le=1000, description="Turns in which the shared counter must be home, if track is shared."),
        Knob(
            "number",
            "turns",
            hint="How many turns all together have.",
            unit="turns",
            when=(("track", ("shared",)), ("limited", ("yes",))),
        ),
    ] = 20
    limited: Annotated[
        Literal["yes", "no"],
        Field(description="Whether the shared counter must be home within turns, or all go on until it is."),
        Knob("choice", "how long all have", choices=LIMITS, when=(("track", ("shared",)),)),
    ] = "yes"
    first_home: Annotated[
        Literal["wins", "loses"],
        Field(description="Whether the first home wins or loses; if it loses, all others share the win."),
        Knob(
            "choice",
            "the first home",
            practice="aim",
            choices=FIRST_HOME,
            suggested=(),
            when=(("track", ("own",)), ("races", ("yes",))),
        ),
    ] = "wins"
    games: Annotated[
        Literal["one", "three", "five"],
        Field(
            description="one = one game; three, five = games are played, player 1 always first, until one seat has won "
            "more than half of so many, or all are played; then most games won win. A shared game counts for each who "
            "shares it."
        ),
        Knob("choice", "games", choices=GAMES, suggested=("one",), when=(("track", ("own",)), ("races", ("yes",)))),
    ] = "one"
    special: Annotated[
        Literal["nothing", "back_to_start", "lose_turn"],
        Field(description="What a draw does that shows a face marked special, whatever its total."),
        Knob("choice", "what a special face does", choices=SPECIALS),
    ] = "nothing"
    finish: Annotated[
        Literal["at_once", "finish_round"],
        Field(
            description="at_once = the first counter home wins on the spot; finish_round = the round is finished "
            "first, so that all have had as many turns, and all who are home then share the win."
        ),
        Knob("choice", "when the game stops", choices=FINISHES, when=(("track", ("own",)), ("ends_at_home", ("yes",)))),
    ] = "at_once"

    @model_validator(mode="after")
    def _one_meaning_a_total(self) -> Self:
        both = sorted(set(self.back_to_start) & set(self.lose_turn))
        if both:
            raise setting_error(
                f"A total of {both[0]} cannot both send you back and lose the turn: keep it in one list.",
                "area.lose_turn",
            )
        return self

    @model_validator(mode="after")
    def _not_too_long_to_dare(self) -> Self:
        if self.go_on != "no" and self.steps > MOST_DARING_STEPS:
            raise setting_error(
                f"With several draws a turn the trail can have {MOST_DARING_STEPS:,} steps at most, not "
                f"{self.steps:,}: shorten it, measure more coarsely, or draw once.",
                "area.go_on",
            )
        return self

    @model_validator(mode="after")
    def _one_choice(self) -> Self:
        if self.moves != "own" and self.go_on != "no":
            raise setting_error(
                "A total can only move another's counter where a turn is one draw: draw once a turn, or move your own.",
                "area.moves",
            )
        return self

    @property
    def chooses_mover(self) -> bool:
        """Whether a total may move another's marker."""
        return self.moves != "own" and self.track == "own"

    @property
    def takes_back(self) -> bool:
        """Whether another's marker is moved back, not on."""
        return self.moves == "back" and self.track == "own"

    def shows(self, key: str) -> bool:
        """Where all move one marker nobody wins against another: they reach the aim together, or not."""
        shared = self.track == "shared"
        if key == "success":
            return shared
        return super().shows(key) and not (shared and key in ("first_seat_edge", "lead_for_good", "choice"))

    @property
    def offered_rules(self) -> tuple[StyleRule, ...]:
        """With one draw a turn there is nothing to stop."""
        *stopping, hold_up, ahead = self.rules
        if not self.chooses_mover:
            return tuple(stopping)
        return (hold_up, ahead) if self.takes_back and self.first_home == "wins" else (ahead,)

    @property
    def offered_goals(self) -> tuple[Goal, ...]:
        """Where totals move either marker, best play is for winning."""
        return self.goals[1:] if self.chooses_mover else self.goals

    @property
    def ending(self) -> Ending:
        """All win or lose together where they move one marker."""
        return "together" if self.track == "shared" else "winner"

    def check_rule(self, rule: str) -> None:
        """Whoever may go on needs to know when to stop; whose marker moves is settled by the rules for that."""
        if rule in ("ahead", "hold_up") and self.go_on == "dare":
            raise setting_error(
                f"The rule '{rule}' is for totals that move another's counter: choose stop_after or stop_at.",
                "seats.styles",
            )
        if rule == "hold_up" and self.chooses_mover and rule not in {known.key for known in self.offered_rules}:
            raise setting_error(
                "The rule 'hold_up' is for totals that move the next player back where the first home wins: choose "
                "ahead.",
                "seats.styles",
            )

    @property
    def most_turns(self) -> int | None:
        """Turns in which all must be home, where they move one marker; None if they go on until they are."""
        return self.turns if self.limited == "yes" else None

    @property
    def sign(self) -> int:
        """1 if it is good to be ahead, -1 if whoever is home first loses."""
        return 1 if self.first_home == "wins" else -1

    @property
    def at_most(self) -> int:
        """Games of a match, at most."""
        return GAMES_AT_MOST[self.games] if self.track == "own" else 1

    def check_plan(self, goal: str, seats: int, memory: bool, totals: int) -> None:
        """Best play against another is only known for two seats, a short trail and a game that stops at once."""
        meets = self.chooses_mover or (goal in AGAINST and self.go_on == "dare")
        if not meets or self.track == "shared":
            return
        small = self.steps ** (2 if self.chooses_mover else 3) * min(totals, 3 * self.steps) <= MOST_SWEPT
        if not small or memory or seats != 2 or self.finish != "at_once" or self.steps > MOST_MEETING:
            raise setting_error(
                "Best play against another is worked out for two seats where the first home ends the game at once, on "
                f"at most {MOST_MEETING} steps: change that, or let players play for the fewest turns or by a rule of "
                "thumb.",
                "seats.styles",
            )

    def check_own_draws(self, kept_out: bool, goals: Sequence[str]) -> None:
        """For counters of one's own, moved by their owners, who heed nobody."""
        super().check_own_draws(kept_out, goals)
        heeds = self.go_on == "dare" and any(goal in AGAINST for goal in goals)
        if self.track == "shared" or self.chooses_mover or heeds:
            told = "play for the fewest turns" if heeds else "move one's own counter"
            raise setting_error(
                f"With draws of their own players can only {told}: change that, or draw alike.", "others"
            )
        if any(square.does == "swap" for square in self.squares):
            raise setting_error(
                "With draws of their own players cannot change places: take those squares away, or draw alike.",
                "others",
            )

    def check_pieces(self, pieces: Sequence[AnyPiece], draw: Draw) -> None:
        """Where a total may move either marker, or is drawn again, draws must not hang together."""
        one_draw = self.go_on == "no" and not self.chooses_mover
        if self.runs == "back" and self.unit == "whole" and not one_draw:
            raise setting_error(
                "A way that leads back again is for one draw a turn that moves your own counter: change that, or let "
                "the numbers run up.",
                "area.runs",
            )
        self._check_mark()
        self.check_squares(self.unit, one_draw, remembers(tuple(pieces)))
        self.check_cards(self.track == "shared", self.first_home == "wins" and self.games == "one")
        if self.end == "again":
            self._check_again(remembers(tuple(pieces)))
        if self.chooses_mover and remembers(tuple(pieces)):
            raise setting_error(
                "With cards kept out a total can only move your own counter: put the cards back, or move your own.",
                "area.moves",
            )

    def _check_mark(self) -> None:
        """What is coloured or crossed off stays so; a line is filled one way only."""
        if self.unit != "whole" or self.mark == "counter":
            return
        if self.runs == "back":
            raise setting_error(
                "Only a counter can turn at the end and come back: move a counter, or let the numbers run up.",
                "area.mark",
            )
        leads_back = self.back_to_start or self.special == "back_to_start" or self.end == "bounce" or self.takes_back
        if self.mark != "cover" and (leads_back or (self.go_on != "no" and self.lose_turn)):
            raise setting_error(f"{STAYS}: cover squares with counters, or let nothing lead back.", "area.mark")

    def _check_again(self, memory: bool) -> None:
        """Drawing again after too much is for one draw a turn that moves one's own counter."""
        if self.go_on != "no" or self.chooses_mover or memory:
            raise setting_error(
                "Drawing again after too much is for one draw a turn that moves your own counter, from pieces that are "
                "put back: let what is too much be wasted, or change that.",
                "area.end",
            )

    def check_draw(self, distribution: Distribution) -> None:
        """Raise if no total of this draw could ever move a marker, or there are too many to work with."""
        check_draw(self, distribution)
        if self.unit == "whole" and self.mark in ("colour", "cross") and distribution.totals[0] < 0:
            raise setting_error(f"{STAYS}: cover squares with counters, or let totals be 0 or more.", "area.mark")
        if self.takes_back and distribution.totals[0] < 0:
            raise setting_error(
                f"A total of {minus(distribution.totals[0])} can't move the next player back: let totals be 0 or more, "
                "or move your own counter.",
                "area.moves",
            )
