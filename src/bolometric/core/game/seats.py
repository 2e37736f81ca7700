"""Who sits at the table: how many, how quick their hands are, and how each of them chooses."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StrictInt

from bolometric.core.game.part import AreaPart
from bolometric.core.pieces.faces import Line
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Knob
from bolometric.core.settings.part import Part

MOST_SEATS = 6

RULE_WORDS = {
    "stop_after": "stop after {} draws",
    "stop_at": "stop once a turn has gained {}",
    "ahead": "move whichever marker leaves them better placed",
    "largest": "close the largest tile they can",
    "fewest": "close as few tiles as they can",
    "most": "close as many tiles as they can",
    "evenly": "place counters evenly on the numbers that come up, from the most frequent",
    "by_odds": "place counters in proportion to how often numbers come up",
    "given": "place their counters as given",
    "most_ways": "choose the numbers that most draws can take off",
    "lowest": "choose the lowest numbers",
    "highest": "choose the highest numbers",
    "boldest": "choose the largest multiplier that does not go over",
    "even_share": "keep nearest to an even share of the target",
    "halves": "put large digits where they count most and small ones where they count least",
    "left_first": "fill from the left",
    "beat_largest": "put a number where it beats the largest it can, and hide small ones",
}
"""Every rule of thumb, as what such a player does."""
NUMBERED = ("stop_after", "stop_at")
"""Rules that have a number."""
GOAL_WORDS = {
    "turns": "play best for the fewest turns",
    "win": "play best to win against the other",
    "expected": "play best for the least left on average",
    "complete": "play best to close all",
    "soonest": "place best for clearing soonest",
    "beat": "place best to beat the first other seat",
    "nearest": "play best to come nearest on average",
    "exactly": "play best to hit the target exactly",
    "number": "place best for the best number on average",
}
"""Every goal of best play, as what such a player does."""


class Style(Part):
    """How a seat chooses, where there is something to choose."""

    choose: Annotated[
        Literal["guess", "thumb", "plan"],
        Field(description="guess = any legal option, evenly; thumb = by a rule of thumb; plan = best play."),
    ] = "guess"
    rule: Annotated[
        Literal[
            "stop_after",
            "stop_at",
            "ahead",
            "largest",
            "fewest",
            "most",
            "evenly",
            "by_odds",
            "given",
            "most_ways",
            "lowest",
            "highest",
            "boldest",
            "even_share",
            "halves",
            "left_first",
            "beat_largest",
        ],
        Field(
            description="The rule of thumb. On a trail: stop_after = stop after number draws; stop_at = stop once the "
            "turn has gained number (in the trail's ones); ahead = where totals move either marker (any rule does the "
            "same there). Tiles, sets: largest = the set with the largest tile (then "
            "the next largest, and so on); fewest or most = the set with fewest or most tiles, of those the one with "
            "the largest tile. Tiles, counters: evenly, by_odds, given. Tiles, multiples: the free numbers with most "
            "ways to be taken off first (of equal ones the lowest), or the lowest, or the highest."
        ),
    ] = "stop_after"
    number: Annotated[StrictInt, Field(ge=1, le=1000, description="The number in the rule of thumb.")] = 2
    goal: Annotated[
        Literal["usual", "turns", "win", "expected", "complete", "soonest", "beat", "nearest", "exactly", "number"],
        Field(
            description="What a plan aims at. Trail: turns = fewest turns, alone; win = winning, two seats. Tiles, "
            "sets: expected = least score on average; complete = closing all most often. Tiles, counters: soonest = "
            "fewest draws on average; beat = winning most often against the first other seat. Purse: nearest = least "
            "score on average; exactly = hitting the target most often. Digits: number = the best number on average. "
            "usual = the first of these."
        ),
    ] = "usual"

    def words(self, area: AreaPart) -> str:
        """What such a player does in an area."""
        match self.choose:
            case "guess":
                return "guess"
            case "plan":
                return "play best" if self.goal == "usual" else GOAL_WORDS[self.goal]
            case "thumb":
                rule = self.rule if self.rule in area.offered_rules else next(iter(area.offered_rules), self.rule)
                words = RULE_WORDS[rule].format(self.number)
                return words.replace("1 draws", "one draw") if self.number == 1 else words

    def aim(self, area: AreaPart) -> str:
        """What a plan aims at in an area that knows best play."""
        return area.offered_goals[0] if self.goal == "usual" else self.goal


class Seats(Part):
    """Who sits at the table and how quick their hands are."""

    count: Annotated[
        StrictInt, Field(ge=1, le=MOST_SEATS, description="How many play, taking turns."), Knob("number", "players")
    ] = 2
    starts: Annotated[Line, Field(max_length=60, description="Who goes first."), Knob("text", "who starts")] = (
        "The youngest"
    )
    styles: Annotated[
        tuple[Style, ...],
        Field(
            min_length=1,
            max_length=MOST_SEATS,
            description="How each seat chooses, in order; the last style counts for all further seats.",
        ),
        Knob("styles", "style of play"),
    ] = (Style(),)
    seconds_per_turn: Annotated[
        float,
        Field(ge=1, le=600, description="Seconds to roll, work out the total and move, each turn."),
        Knob(
            "number", "seconds a turn", unit="seconds", hint="Time one turn at your own table: this sets the minutes."
        ),
    ] = 15

    def style(self, seat: int) -> Style:
        """The style of a seat, counted from 0."""
        return self.styles[min(seat, len(self.styles) - 1)]

    def check_styles(self, area: AreaPart, memory: bool, totals: int) -> None:
        """Raise if a style does not belong to the area, or its plan is not known.

        ``memory``: whether draws hang together; ``totals``: how many different totals there are.
        """
        for style in self.styles:
            if style.choose == "thumb" and style.rule not in area.rules:
                others = f"choose {' or '.join(area.rules)}" if area.rules else "there is none, so let them guess"
                raise setting_error(
                    f"The rule {style.rule!r} is not one for this kind of game: {others}.", "seats.styles"
                )
            if style.choose == "thumb":
                area.check_rule(style.rule)
            if style.choose == "plan" and area.goals:
                area.check_plan(style.aim(area), self.count, memory, totals)
            if style.choose == "plan" and area.rules and not area.goals:
                raise setting_error(
                    "No best play is known for this kind of game: let players guess, or use a rule of thumb.",
                    "seats.styles",
                )
            if style.choose == "plan" and style.goal not in ("usual", *area.goals) and area.goals:
                raise setting_error(
                    f"{style.goal!r} is no goal for this kind of game: choose {' or '.join(area.goals)}.",
                    "seats.styles",
                )
