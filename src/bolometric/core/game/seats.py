"""Who sits at the table: how many, how quick their hands are, and how each of them chooses."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, Strict, StrictInt

from bolometric.core.game import kinds
from bolometric.core.game.area_part import AreaPart
from bolometric.core.learner_work.fluency import Fluency, Hands
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.base import Part
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

MOST_SEATS = 6
MOST_AT_ONE_CALLER = 40

Choosing = Literal["guess", "thumb", "plan"]
"""Any legal option, evenly; by a rule of thumb; best play."""
USUAL_RULE = "stop_after"
"""What a style that names no rule says in a file; areas that do not know it take their own first one."""


def usual_rule(area: AreaPart) -> str:
    """The rule of thumb that is taken where none is named."""
    return next((rule.key for rule in area.offered_rules), USUAL_RULE)


def _known_rule(given: str) -> str:
    return _known(given, tuple(kinds.all_rules()))


def _known_goal(given: str) -> str:
    return _known(given, (USUAL_GOAL, *kinds.all_goals()))


def _known(given: str, choices: tuple[str, ...]) -> str:
    if given not in choices:
        told = ", ".join(map(repr, choices[:-1]))
        raise setting_error(f"{repr(given)[:40]} is not one of the choices here: {told} or {choices[-1]!r}.")
    return given


USUAL_GOAL = "usual"


class Style(Part):
    """How a seat chooses, where there is something to choose."""

    choose: Annotated[
        Choosing,
        Field(description="guess = any legal option, evenly; thumb = by a rule of thumb; plan = best play."),
    ] = "guess"
    rule: Annotated[
        str, AfterValidator(_known_rule), Field(description="The rule of thumb, of those that the area offers.")
    ] = USUAL_RULE
    number: Annotated[StrictInt, Field(ge=1, le=1000, description="The number in the rule of thumb.")] = 2
    goal: Annotated[
        str,
        AfterValidator(_known_goal),
        Field(description="What a plan aims at, of what the area offers; usual = the first of these."),
    ] = USUAL_GOAL

    def words(self, area: AreaPart) -> str:
        """What such a player does in an area."""
        match self.choose:
            case "guess":
                return "guess"
            case "plan":
                known = {goal.key: goal.words for goal in area.goals}
                return known.get(self.goal, "play best")
            case "thumb":
                known_rules = {rule.key: rule for rule in area.offered_rules}
                rule = known_rules.get(self.rule) or next(iter(area.offered_rules))
                return rule.told(self.number)

    def aim(self, area: AreaPart) -> str:
        """What a plan aims at in an area that knows best play."""
        return area.offered_goals[0].key if self.goal == USUAL_GOAL else self.goal


SLIPS = (
    Choice(
        "caught",
        "are caught by a partner and put right",
        "Let a partner catch slips",
        "Each slip costs the time of doing the sum again, and the game goes on as it should.",
    ),
    Choice(
        "stand",
        "stand, one too many or one too few",
        "Let slips stand",
        "The game is played by what was worked out: quicker, and a little out of true.",
    ),
)


ANSWERS = (
    Choice(
        "own",
        "the player whose turn it is",
        "Let players work out their own turns",
        "The others may look on, and wait for their turn.",
    ),
    Choice(
        "all",
        "everybody",
        "Let everybody work out every turn",
        "One rolls and moves, all answer: everybody meets several times as many facts, and waits for the slowest.",
    ),
)


THROWS = (
    Choice(
        "own",
        "in their own turns",
        "Let players use the pieces in their own turns",
        "One does everything, and hands the pieces on.",
    ),
    Choice(
        "next",
        "for the player before them",
        "Let the next player use the pieces",
        "Two have something to do in each turn: one rolls, spins or draws, and the other works it out and moves.",
    ),
)


class Seats(Part):
    """Who sits at the table and how quick their hands are."""

    count: Annotated[
        StrictInt,
        Field(
            ge=1,
            le=MOST_AT_ONE_CALLER,
            description=f"How many play, taking turns: {MOST_SEATS} at most, or {MOST_AT_ONE_CALLER} boards that are "
            "filled or cleared by the draws of one caller.",
        ),
        Knob("number", "players", hint="How many play; more players mean longer games and more waiting."),
    ] = 2
    starts: Annotated[
        Line,
        Field(max_length=60, description="Who goes first."),
        Knob("text", "who starts", hint="Who goes first: it is said in the rules."),
    ] = "The youngest"
    styles: Annotated[
        tuple[Style, ...],
        Field(
            min_length=1,
            max_length=MOST_SEATS,
            description="How each seat chooses, in order; the last style counts for all further seats.",
        ),
        Knob(
            "styles",
            "style of play",
            hint="How players choose where there is a choice: it is what the readings are measured with.",
        ),
    ] = (Style(),)
    seconds_per_turn: Annotated[
        float,
        Strict(),
        Field(ge=1, le=600, description="Seconds to roll, work out the total and move, each turn."),
        Knob(
            "number",
            "seconds a turn",
            unit="seconds",
            order="Let it take {} seconds",
            one="Let it take one second",
            hint="Time one turn at your own table: this sets the minutes.",
            when=(("timed", ("fixed",)),),
        ),
    ] = 15

    fluency: Annotated[
        tuple[Fluency, ...],
        Field(
            max_length=MOST_SEATS,
            description="How quickly each seat works, in order; the last one counts for all further seats. None = "
            "every turn takes seconds_per_turn.",
        ),
        Knob(
            "fluency",
            "how quickly players work",
            hint="Seconds for each kind of fact: minutes then follow from what is worked out.",
            practice="same",
        ),
    ] = ()
    hands: Annotated[
        Hands,
        Field(description="Seconds that hands take, where fluency says how quickly players work."),
    ] = Hands()
    slips: Annotated[
        Literal["caught", "stand"],
        Field(
            description="caught = a partner catches each slip, and it is done again; stand = it stands: the total of "
            "the draw is then one more or one less."
        ),
        Knob("choice", "what happens to slips", choices=SLIPS, suggested=(), when=(("timed", ("worked",)),)),
    ] = "caught"

    answers: Annotated[
        Literal["own", "all"],
        Field(
            description="Who works out what is drawn and moved, where players take turns: own = whoever's turn it is; "
            "all = everybody, and the game goes on with the slowest."
        ),
        Knob("choice", "who works it out", choices=ANSWERS, suggested=(), when=(("several", ("yes",)),)),
    ] = "own"
    throws: Annotated[
        Literal["own", "next"],
        Field(
            description="Who rolls, spins, draws or tosses, where players take turns: own = whoever's turn it is; next "
            "= the player after them. It takes as long, and all wait as much."
        ),
        Knob("choice", "how the pieces are used", choices=THROWS, suggested=(), when=(("several", ("yes",)),)),
    ] = "own"

    @property
    def several(self) -> Literal["yes", "no"]:
        """Whether more than one plays."""
        return "yes" if self.count > 1 else "no"

    @property
    def timed(self) -> Literal["fixed", "worked"]:
        """Whether a turn takes a fixed time, or as long as what is worked out in it."""
        return "worked" if self.fluency else "fixed"

    def profile(self, seat: int) -> Fluency | None:
        """The fluency of a seat, counted from 0; None where a turn takes a fixed time."""
        return self.fluency[min(seat, len(self.fluency) - 1)] if self.fluency else None

    @property
    def named(self) -> int:
        """Seats that may each be told apart from the others; the last one stands for all further boards of a class."""
        return min(self.count, MOST_SEATS)

    def name(self, seat: int) -> str:
        """What one of the named seats is called, from 0."""
        further = seat == MOST_SEATS - 1 and self.count > MOST_SEATS
        return f"Players {seat + 1} to {self.count}" if further else f"Player {seat + 1}"

    def style(self, seat: int) -> Style:
        """The style of a seat, counted from 0."""
        return self.styles[min(seat, len(self.styles) - 1)]

    def check_count(self, area: AreaPart) -> None:
        """Raise if so many can't play."""
        most = MOST_AT_ONE_CALLER if area.one_caller else MOST_SEATS
        if self.count > most:
            raise setting_error(
                f"{self.count} players are too many here: up to {MOST_SEATS} play, and up to {MOST_AT_ONE_CALLER} "
                "where one caller draws for boards that are filled or cleared.",
                "seats.count",
            )
        area.check_seats(self.count)

    def check_styles(self, area: AreaPart, memory: bool, totals: int) -> None:
        """Raise if a style does not belong to the area, or its plan is not known.

        ``memory``: whether draws hang together; ``totals``: how many different totals there are.
        """
        for style in self.styles:
            rules, goals = ([one.key for one in group] for group in (area.rules, area.goals))
            if style.choose == "thumb" and style.rule not in rules:
                others = f"choose {' or '.join(rules)}" if rules else "there is none, so let them guess"
                raise setting_error(
                    f"The rule {style.rule!r} is not one for this kind of game: {others}.", "seats.styles"
                )
            if style.choose == "thumb":
                area.check_rule(style.rule)
            if style.choose == "plan" and goals:
                area.check_plan(style.aim(area), self.count, memory, totals)
            if style.choose == "plan" and rules and not goals:
                raise setting_error(
                    "No best play is known for this kind of game: let players guess, or use a rule of thumb.",
                    "seats.styles",
                )
            if style.choose == "plan" and style.goal not in (USUAL_GOAL, *goals) and goals:
                raise setting_error(
                    f"{style.goal!r} is no goal for this kind of game: choose {' or '.join(goals)}.",
                    "seats.styles",
                )
